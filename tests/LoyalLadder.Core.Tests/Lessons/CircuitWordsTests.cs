using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>How people say how often lines are gone through.</summary>
public class CircuitWordsTests
{
    private static CircuitDose? Above(string words) =>
        Given
            .Reader.Read($"# A\nclass: -\n## Fitness\n{words}\n- push-up x10\n- plank 30s")
            .Plan.Lines.Select(l => l.Dose)
            .OfType<CircuitDose>()
            .SingleOrDefault();

    private static CircuitDose? Below(string words) =>
        Given
            .Reader.Read($"# A\nclass: -\n## Fitness\npush-up x10\nplank 30s\n{words}")
            .Plan.Lines.Select(l => l.Dose)
            .OfType<CircuitDose>()
            .SingleOrDefault();

    [Theory]
    [InlineData("Circuit x3", 3, 0)]
    [InlineData("circuit 3x", 3, 0)]
    [InlineData("Circuit: 3 rounds", 3, 0)]
    [InlineData("3 times through:", 3, 0)]
    [InlineData("circuit, twice", 2, 0)]
    [InlineData("Circuit three times, rest 45 secs", 3, 45)]
    [InlineData("circuit x 4 with 1 min rest between rounds", 4, 60)]
    [InlineData("circuit 4 laps 30s off", 4, 30)]
    [InlineData("circuit x2 rest 1:30", 2, 90)]
    public void Above_the_lines(string words, int times, int rest)
    {
        var dose = Above(words);
        Assert.NotNull(dose);
        Assert.Equal((times, rest, false), (dose.Times, dose.Rest, dose.RunsBetween));
    }

    [Theory]
    [InlineData("repeat", 2, null)]
    [InlineData("repeat all", 2, null)]
    [InlineData("and again", 2, null)]
    [InlineData("repeat x4", 4, null)]
    [InlineData("all of it 3 times", 3, null)]
    [InlineData("x3", 3, null)]
    [InlineData("repeat for 6 min", 1, 360)]
    [InlineData("keep going for 90s, all again", 1, 90)]
    public void Below_the_lines(string words, int times, int? within)
    {
        var dose = Below(words);
        Assert.NotNull(dose);
        Assert.Equal((times, within), (dose.Times, dose.Within));
    }

    [Theory]
    [InlineData("circuit x3, run between")]
    [InlineData("circuit x3 with a lap between each")]
    [InlineData("circuit 3 times, sprint there and back between")]
    public void With_runs_between(string words) => Assert.True(Above(words)?.RunsBetween);

    [Theory]
    [InlineData("5 min")]
    [InlineData("water 1 min")]
    [InlineData("jab x3")]
    [InlineData("rest 30s")]
    [InlineData("3 x 2 min sparring")]
    [InlineData("all the best, see you Thursday")]
    public void What_says_something_else_is_none(string words) => Assert.Null(Below(words));

    [Theory]
    [InlineData("circuit x0")]
    [InlineData("circuit x99")]
    [InlineData("circuit x3 rest 9000 min")]
    public void What_cannot_be_is_no_circuit_and_no_word_is_lost(string words)
    {
        var plan = Given.Reader.Read($"# A\nclass: -\n## Fitness\n{words}\n- push-up x10\n- plank 30s").Plan;
        Assert.DoesNotContain(plan.Lines, l => l.Dose is CircuitDose);
        var written = Given.Writer.Write(plan);
        foreach (var word in words.Split(' '))
            Assert.Contains(word.TrimStart('x'), written, StringComparison.OrdinalIgnoreCase);
    }
}
