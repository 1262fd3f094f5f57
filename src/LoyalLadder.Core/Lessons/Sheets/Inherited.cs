using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What a heading says of all its lines: 'pads (pairs, small shields)', 'escapes, in pairs, slow then normal:'.</summary>
internal sealed partial record Inherited(bool Pairs, Sequence<Pace> Paces, Sequence<KitNeed> Kit)
{
    /// <summary>'(10 each side)' in a heading goes for every line below that has no dose of its own.</summary>
    public Dose? Dose { get; init; }

    public static Inherited Nothing { get; } = new(false, [], []);

    public bool IsNothing => this == Nothing;

    public static Inherited Read(string heading) =>
        new(
            PairsWord().IsMatch(heading),
            ResetWords().IsMatch(heading)
                ? [Pace.Called]
                : NameKey.Words(heading).Select(PaceWords.Read).OfType<Pace>().ToSequence(),
            heading.Split(',').Where(piece => KitWord().IsMatch(piece)).SelectMany(LineReader.KitList).ToSequence()
        );

    /// <summary>The line with what it left open filled in.</summary>
    public LessonLine Onto(LessonLine line)
    {
        if (Dose is { } said && line is { Dose: null, Problem: null, Moves.IsKnown: true, Moves.IsPause: false })
            line = line with { Dose = said };
        // games and other timed words of one's own are not done in pairs because the heading says so
        if (
            IsNothing
            || line.Dose is not SoloDose solo
            || line.Moves.IsExercise
            || (solo is TimedDose && !line.Moves.IsKnown)
        )
            return line;
        if (Pairs && !solo.IsShared)
            solo = solo with { Pairs = true };
        if (
            solo is CountedDose counted
            && Paces.Count > 0
            && counted.Steps.All(s => s.Pace is null)
            && (Paces.Count == 1 || Paces.Count == counted.Steps.Count)
        )
            solo = counted with
            {
                Steps = counted.Steps.Select((s, i) => s with { Pace = Paces[Paces.Count == 1 ? 0 : i] }).ToSequence(),
            };
        return line with
        {
            Dose = solo,
            Kit = line.Kit.IsEmpty && line.Moves.Elements.Any(e => e.Technique is { IsStrike: true }) ? Kit : line.Kit,
        };
    }

    [GeneratedRegex(@"\b(?:pairs|partners?)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PairsWord();

    [GeneratedRegex(
        @"\breset every time\b|\bcall(?:ed)? it\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex ResetWords();

    [GeneratedRegex(
        @"\b(?:pads?|mitts?|shields?|gloves?|targets?|markers?|spots?|cones?)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex KitWord();
}
