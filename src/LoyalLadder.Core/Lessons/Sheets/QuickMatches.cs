using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>A name that a typed line may become.</summary>
/// <param name="Name">What is shown.</param>
/// <param name="Reason">Why it is offered.</param>
/// <param name="Fill">What the line becomes when it is taken.</param>
public sealed record QuickMatch(string Name, string Reason, string Fill);

/// <summary>A numbered combination as it is offered.</summary>
public sealed record NumberedName(string Number, string Name, string Notation);

/// <summary>What may be offered to whoever types a line.</summary>
/// <param name="Plan">The lesson so far.</param>
/// <param name="Setting">What it is timed for.</param>
/// <param name="Reader">Reads what is typed.</param>
/// <param name="Catalogue">Techniques.</param>
/// <param name="Naming">The names that are shown.</param>
/// <param name="Owed">Lines that the class is owed.</param>
/// <param name="Combinations">Numbered combinations.</param>
/// <param name="Drills">Drills by name, with their lines.</param>
public sealed record MatchSources(
    LessonPlan Plan,
    LessonSetting Setting,
    SheetReader Reader,
    Catalogue Catalogue,
    NamingSchool Naming,
    IReadOnlyList<string> Owed,
    IReadOnlyList<NumberedName> Combinations,
    IReadOnlyList<(string Name, string Text)> Drills
);

/// <summary>Matches for a typed line: how it reads, and names that it may become.</summary>
public sealed record QuickMatches(string? Reads, IReadOnlyList<QuickMatch> Matches)
{
    /// <summary>Longer lines are not completed.</summary>
    public const int LongestText = 400;

    private const int MostDrills = 7,
        MostTechniques = 5,
        MostCombinations = 3,
        MostDrillsBeside = 2;

    private static readonly QuickMatches None = new(null, []);

    /// <summary>What to offer for a text.</summary>
    public static QuickMatches Of(string text, MatchSources sources)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Length > LongestText)
            return None;
        if (DrillCall.Read(text) is { } call)
            return OfDrills(call, sources);
        var entries = sources.Reader.ReadEntries(text);
        var said = entries is [.., LessonLine last] ? last.Content : "";
        var piece = said[(said.LastIndexOfAny([',', '+', '&', '|']) + 1)..].Trim();
        // a word that was put right is looked for as it was typed
        if (!text.Contains(piece, StringComparison.OrdinalIgnoreCase))
            piece = string.Concat(text.TakeWhile(c => !char.IsAsciiDigit(c))).Trim();
        IEnumerable<QuickMatch> owed = said.Length < 2 ? [] : OfOwed(said, sources);
        var named = piece.Length < 2 ? ([], []) : Named(text, piece, sources);
        return new QuickMatches(ReadAs(entries, sources), [.. named.Combinations, .. owed, .. named.Others]);
    }

    private static QuickMatches OfDrills(DrillCall call, MatchSources sources)
    {
        var words = NameKey.Words(call.Name);
        var found = sources
            .Drills.Where(d => words.TrueForAll(w => NameKey.Of(d.Name).Contains(w, StringComparison.Ordinal)))
            .Take(MostDrills)
            .Select(d => new QuickMatch(
                d.Name,
                Spoken.Brief(d.Text.Replace("\n", " · ", StringComparison.Ordinal)),
                (call with { Name = d.Name }).Write()
            ));
        return new QuickMatches(
            call.IsLink
                ? Say("a drill, linked: it follows the drill until it is taught or edited here")
                : Say("a drill, copied: the sheet's own from now on"),
            [.. found]
        );
    }

    private static IEnumerable<QuickMatch> OfOwed(string said, MatchSources sources) =>
        sources
            .Owed.Where(o => o.Contains(said, StringComparison.OrdinalIgnoreCase))
            .Select(o => o.Split('\n')[0])
            .Select(o => new QuickMatch(o, "owed", o));

    private static (IEnumerable<QuickMatch> Combinations, IEnumerable<QuickMatch> Others) Named(
        string text,
        string piece,
        MatchSources sources
    )
    {
        var key = NameKey.Of(piece);
        var used = sources.Plan.Lines.SelectMany(l => l.Moves.Elements).Select(e => e.Technique?.Id).ToHashSet();
        var combinations = sources
            .Combinations.Where(c =>
                c.Number.StartsWith(piece.TrimStart('#'), StringComparison.OrdinalIgnoreCase)
                || NameKey.Of(c.Name).Contains(key, StringComparison.Ordinal)
            )
            .Take(MostCombinations)
            .Select(c => new QuickMatch($"#{c.Number} {c.Name}", c.Notation, With($"#{c.Number}")));
        var techniques = sources
            .Catalogue.Search(piece, sources.Naming)
            .Where(f => NameKey.Of(f.Name) != key)
            .Take(MostTechniques)
            .Select(f => new QuickMatch(
                f.Name,
                (used.Contains(f.Technique.Id) ? Say("already in this sheet · ") : "")
                    + f.Technique.NameIn(sources.Naming),
                With(f.Name)
            ));
        var drills = sources
            .Drills.Where(d => NameKey.Of(d.Name).Contains(key, StringComparison.Ordinal))
            .Take(MostDrillsBeside)
            .Select(d => new QuickMatch(d.Name, "drill", new DrillCall(d.Name, true).Write()));
        return (combinations, techniques.Concat(drills));

        string With(string name) => text.Replace(piece, name, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>What a typed line would be, with its time in this lesson: 'front kick · 5/side · 0:38'.</summary>
    private static string? ReadAs(IReadOnlyList<SheetEntry> entries, MatchSources sources)
    {
        if (entries is [Segment segment])
            return Say($"a heading: {segment.Name}");
        if (entries is [Note])
            return Say("a note");
        if (!entries.OfType<LessonLine>().Any())
            return null;
        var plan = sources.Plan;
        var with = LessonClock.Time(plan with { Entries = plan.Entries.Concat(entries).ToSequence() }, sources.Setting);
        return string.Join("  +  ", with.Lines.Where(l => l.Entry >= plan.Entries.Count).Select(ReadAs));
    }

    private static string ReadAs(ClockedLine clocked)
    {
        var line = clocked.Line;
        if (line.Problem is { } problem)
            return problem;
        if (line.Dose is not { } dose)
            return Say($"{line.Content} · no dose yet: add 5/side, 45s, x10 …");
        var strange = line.Moves.IsKnown ? "" : Say(" · words not in the catalogue");
        return Say(
            $"{line.Content} · {SheetWriter.Write(dose)} · {Spoken.Length(clocked.Seconds)} with setting up{strange}"
        );
    }
}
