using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>A school's own fall, stand-up and punch behave as their properties say, whatever they are called.</summary>
public class PostureTests
{
    private static readonly Catalogue Own = CatalogueFile.With(
        CatalogueFile.Shipped(),
        [
            TechniqueRow.Parse(
                """{"id":"own-drop","family":"throw","names":{"generic":["plank drop"]},"side":"none","posture":"falls"}"""
            ),
            TechniqueRow.Parse(
                """{"id":"own-rise","family":"ground","names":{"generic":["kip up"]},"side":"none","posture":"rises"}"""
            ),
            TechniqueRow.Parse(
                """
                {"id":"own-scissor","family":"kick","names":{"generic":["floor scissor"]},"side":"either","default":"rear",
                 "levels":["leg"],"posture":"lying"}
                """
            ),
            TechniqueRow.Parse(
                """
                {"id":"own-flick","family":"punch","names":{"generic":["flick punch"]},"side":"rear","levels":["head"],
                 "light":true}
                """
            ),
        ]
    );

    private static Trace Follow(string notation)
    {
        var reading = new Core.Combinations.NotationReader(
            new Core.Combinations.Vocabulary(Own, NamingSchool.Generic)
        ).Read(notation);
        return new Tracer(Own).Trace(reading.Combination!, Lead.Left, AgeBand.Adults);
    }

    [Theory]
    [InlineData("plank drop, jab", true)]
    [InlineData("plank drop, kip up, jab", false)]
    [InlineData("plank drop, floor scissor", false)]
    [InlineData("plank drop, floor scissor, cross", true)]
    [InlineData("back fall, jab", true)]
    [InlineData("back fall, technical stand up, jab", false)]
    [InlineData("back fall, up kick", false)]
    [InlineData("jab", false)]
    public void What_stands_after_a_fall_waits_for_getting_up(string notation, bool isFound) =>
        Assert.Equal(isFound, Follow(notation).Findings.Any(f => f.Code == "on-floor"));

    [Theory]
    [InlineData("cross", Strength.Strong)]
    [InlineData("flick punch", Strength.Light)]
    public void A_light_punch_is_never_strong(string notation, Strength strength) =>
        Assert.Equal(strength, Follow(notation).Steps[0].Elements.Single().Strength);
}
