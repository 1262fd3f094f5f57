using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>How a school teaches a combination: its groups apart and then joined, or one count more each time.</summary>
public enum BuildUpStyle
{
    GroupsThenJoined,
    AddOne,
}

/// <summary>A step of the teaching order.</summary>
/// <param name="Title">What it is: 'group 2', 'joined', 'counts 1 to 4'.</param>
/// <param name="Line">The lesson line, with its dose.</param>
public sealed record BuildUpStep(string Title, LessonLine Line);

/// <summary>The teaching order of a combination as lesson lines: slowly in pieces, joined, at pace, and on a target.</summary>
public static class BuildUp
{
    /// <summary>Counts that are learned in one go; a longer group is cut into fives.</summary>
    private const int Learnable = 6,
        CutAt = 5;

    /// <param name="trace">The combination, followed: a piece that begins in the other stance says so.</param>
    /// <param name="style">The school's way.</param>
    /// <param name="naming">The names in the lines; the school's, since sheets are read by them.</param>
    public static Sequence<BuildUpStep> Of(Trace trace, BuildUpStyle style, NamingSchool naming)
    {
        var combination = trace.Combination;
        var counts = combination.Counts;
        var steps = new List<BuildUpStep>();
        if (counts.IsEmpty)
            return [];
        if (counts is [{ Beats: [{ Elements: [{ Technique: { Parts.Length: > 0 } technique }] }] }])
            steps.Add(
                new BuildUpStep(
                    Say("in parts"),
                    Line(combination, naming, new RepStep(3, Pace.Walk), 1) with
                    {
                        Remark = string.Join(", ", technique.Parts),
                    }
                )
            );
        else if (style == BuildUpStyle.AddOne)
            steps.AddRange(OneMore(counts, naming));
        else
            steps.AddRange(Pieces(trace, naming));
        var title = steps.Count > 1 ? Say("joined") : Say("whole");
        if (steps.Count > 1 && style == BuildUpStyle.GroupsThenJoined)
            steps.Add(new BuildUpStep(title, Line(combination, naming, new RepStep(3, Pace.Walk), 2)));
        steps.Add(new BuildUpStep(Say($"{title}, at pace"), Line(combination, naming, new RepStep(5, Pace.Steady), 3)));
        if (Last(trace, title, naming) is { } last)
            steps.Add(last);
        return steps.ToSequence();
    }

    /// <summary>
    /// On a target where something strikes, else with a partner where something is answered; a form is nobody's pad
    /// drill.
    /// </summary>
    private static BuildUpStep? Last(Trace trace, string title, NamingSchool naming)
    {
        var combination = trace.Combination;
        if (trace.Setting == TraceSetting.Solo)
            return null;
        if (combination.Elements.Any(e => e.Technique is { IsStrike: true }))
            return new BuildUpStep(
                Say($"{title}, on a target"),
                Line(combination, naming, new RepStep(5, Pace.Steady), 4, pairs: true)
            );
        return combination.Elements.Any(e => e.Attack is not null)
            ? new BuildUpStep(
                Say($"{title}, with a partner"),
                Line(combination, naming, new RepStep(4, Pace.Walk), 5, pairs: true)
            )
            : null;
    }

    private static IEnumerable<BuildUpStep> OneMore(Sequence<Count> counts, NamingSchool naming) =>
        Enumerable
            .Range(1, counts.Count)
            .Where(n => n > 1 || counts.Count == 1)
            .Select(n => new BuildUpStep(
                n == counts.Count ? Say($"all {n} counts") : Say($"counts 1 to {n}"),
                Line(Combination.Of(counts.Take(n)), naming, new RepStep(2, Pace.Walk), 2)
            ));

    private static IEnumerable<BuildUpStep> Pieces(Trace trace, NamingSchool naming)
    {
        var pieces = trace
            .Combination.Groups.SelectMany(g =>
                g.Counts.ToList() is { Count: > Learnable } l
                    ? l.Chunk(CutAt)
                    :
                    [
                        [.. g.Counts],
                    ]
            )
            .Where(p => p.Length > 0)
            .ToList();
        if (pieces.Count == 1)
        {
            yield return new BuildUpStep(
                Say("whole, slowly"),
                Line(trace.Combination, naming, new RepStep(3, Pace.Walk), 2)
            );
            yield break;
        }
        var done = 0;
        for (var i = 0; i < pieces.Count; i++)
        {
            // a piece behind a change of lead begins in the other stance
            var before = done == 0 ? trace.Start : trace.Steps.Last(s => s.Count == done).Footing;
            var line = Line(Combination.Of(pieces[i]), naming, new RepStep(3, Pace.Walk), 2);
            yield return new BuildUpStep(
                Say($"group {i + 1}"),
                before.Lead == trace.Start.Lead ? line : line with { Remark = "begins with the other foot in front" }
            );
            done += pieces[i].Length;
        }
    }

    private static LessonLine Line(
        Combination moves,
        NamingSchool naming,
        RepStep step,
        int stage,
        bool pairs = false
    ) =>
        new()
        {
            Content = NotationWriter.Write(moves, naming),
            Moves = moves,
            Dose = new CountedDose([step]) { PerSide = !moves.IsExercise, Pairs = pairs },
            Stage = stage,
        };
}
