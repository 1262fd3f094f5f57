using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>The arc of a drafted lesson: moving before stretching, a game for children, nothing empty.</summary>
internal sealed partial class DraftSheet
{
    /// <summary>Why a line of a part is there, in words for people; nothing where its heading says enough.</summary>
    private static string WhyOf(SegmentKind kind, LessonLine line)
    {
        var regions = line
            .Moves.Elements.Where(e => e.Technique is { Family: TechniqueFamily.Mobility })
            .SelectMany(e => e.Technique!.Regions)
            .Distinct()
            .Take(MostRegions)
            .ToList();
        return (kind, regions.Count) switch
        {
            (SegmentKind.WarmUp, > 0) => Say($"loosens {string.Join(Say(" and "), regions)}"),
            (SegmentKind.CoolDown, > 0) => Say($"stretches {string.Join(Say(" and "), regions)}"),
            (SegmentKind.WarmUp or SegmentKind.CoolDown or SegmentKind.Fitness or SegmentKind.Games, _) => "",
            _ => Say("known, and not had for a while"),
        };
    }

    private const int MostRegions = 2;

    /// <summary>
    /// A warm-up begins with moving: what stretches or swings cold comes behind what runs, in the order in which it stood.
    /// </summary>
    public void MoveFirst()
    {
        foreach (var part in skeleton.Parts.Where(p => p.Kind == SegmentKind.WarmUp))
        {
            var (from, to) = SpanOf(part);
            if (from < 0)
                continue;
            var lines = Entries.GetRange(from + 1, to - from - 1);
            Entries.RemoveRange(from + 1, lines.Count);
            Entries.InsertRange(from + 1, lines.OrderBy(IsLoosening));
        }
        Changed();
    }

    private static bool IsLoosening(DraftedEntry drafted) =>
        drafted.Entry is LessonLine { Moves: { IsEmpty: false } moves }
        && moves.Elements.All(e => e.Technique is { Family: TechniqueFamily.Mobility or TechniqueFamily.Breath });

    /// <summary>Children play: a game that the last two lessons did not have, where the class has none of its own.</summary>
    public void Play()
    {
        var end = Entries.FindLastIndex(e => e.Entry is Segment { Kind: SegmentKind.CoolDown });
        if (ask.Setting.Band != AgeBand.Kids || end < 0 || skeleton.Parts.Any(p => p.Kind == SegmentKind.Games))
            return;
        var before = ask.Past.Take(2).SelectMany(p => p.Plan.Lines).Select(l => NameKey.Of(l.Content)).ToHashSet();
        var games = new ActivitySearch
        {
            Purpose = ActivityPurpose.Game,
            Age = (int)ask.Setting.Ages,
            People = ask.Setting.Heads,
            NoKit = true,
        }
            .In(ask.Activities)
            .Where(g => !before.Contains(NameKey.Of(g.Name)))
            .ToList();
        if (games.Count == 0)
            return;
        var game = games[_chance.Next(games.Count)];
        Entries.InsertRange(
            end,
            [
                new DraftedEntry(new Segment(Say("Game")), ""),
                .. ask.Read(game.Line.ToLowerInvariant()).Select(e => new DraftedEntry(e, Say("everybody plays"))),
            ]
        );
        Changed();
    }

    /// <summary>A heading with nothing under it says nothing.</summary>
    public void DropEmptyHeadings()
    {
        for (var i = Entries.Count - 1; i >= 0; i--)
            if (Entries[i].Entry is Segment && (i + 1 == Entries.Count || Entries[i + 1].Entry is Segment))
                Entries.RemoveAt(i);
        Changed();
    }
}
