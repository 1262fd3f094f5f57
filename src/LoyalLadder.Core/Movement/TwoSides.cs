using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>One count of a drill with a partner, seen from both sides.</summary>
/// <param name="Count">Its number, from 1.</param>
/// <param name="They">What the partner does just before; empty where they wait.</param>
/// <param name="You">What answers it.</param>
/// <param name="Feet">How the feet stand behind it.</param>
/// <param name="Target">Where it is aimed; empty for what is aimed at nothing.</param>
/// <param name="Stops">Where it stops, so that nobody is hurt; empty for what needs no stopping point.</param>
public sealed record TwoSideLine(int Count, string They, string You, string Feet, string Target, string Stops);

/// <summary>A drill with a partner as two columns: what they do, and what you do.</summary>
public static class TwoSides
{
    public static IEnumerable<TwoSideLine> Of(Trace trace, NamingSchool naming) =>
        trace
            .Steps.GroupBy(s => s.Count)
            .Select(count => Line(count.Key, count.SelectMany(s => s.Elements).ToList(), count.Last().Footing, naming));

    private static TwoSideLine Line(int count, List<TracedElement> elements, Footing footing, NamingSchool naming)
    {
        var attacks = elements
            .Select(e => e.Element.Attack)
            .OfType<Attack>()
            .Select(a => NotationWriter.Named(a.Technique, a.Side, naming) + At(a.AimedAt));
        return new TwoSideLine(
            count,
            string.Join(", ", attacks.Distinct()),
            string.Join(", ", elements.Select(e => Own(e.Element, naming))),
            Say($"{Leads.Said(footing.Lead)} foot in front"),
            string.Join(
                ", ",
                elements.Where(e => e.Element.Technique!.IsStrike).Select(e => Aim(e.Element)).Distinct()
            ),
            string.Join(", ", elements.Select(e => Stop(e.Element.Technique!)).Where(s => s.Length > 0).Distinct())
        );
    }

    private static string Own(Element element, NamingSchool naming) =>
        NotationWriter.Write(element with { Attack = null, Level = null, Clock = null, Stance = null }, naming);

    private static string Aim(Element element) => element.AimedAt is { } level ? Levels.Said(level) : "";

    private static string At(Level? level) => level is { } l ? Say($" to the {Levels.Said(l)}") : "";

    /// <summary>Strikes stop short of a partner; locks, throws and holds end when the partner taps.</summary>
    private static string Stop(Technique technique) =>
        technique.IsStrike || technique.IsKick ? Say("a hand's width short")
        : technique.Family is TechniqueFamily.Grip or TechniqueFamily.Throw or TechniqueFamily.Ground
            ? Say("at the tap")
        : "";
}
