using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
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
            _ => Say("not done for a while"),
        };
    }

    private const int MostRegions = 2;

    /// <summary>
    /// A warm-up begins with moving: what stretches or swings cold comes behind what runs, and what wakes up the theme behind that.
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
            Entries.InsertRange(
                from + 1,
                lines.Select((l, i) => (Line: l, Place: PlaceOf(lines, i))).OrderBy(l => l.Place).Select(l => l.Line)
            );
        }
        Changed();
    }

    private static bool IsLoosening(DraftedEntry drafted) =>
        drafted.Entry is LessonLine { Moves: { IsEmpty: false } moves }
        && moves.Elements.All(e => e.Technique is { Family: TechniqueFamily.Mobility or TechniqueFamily.Breath });

    /// <summary>A rest goes with what comes behind it.</summary>
    private int PlaceOf(List<DraftedEntry> lines, int at)
    {
        while (at < lines.Count - 1 && IsDrink(lines[at]))
            at++;
        return IsWaking(lines[at]) ? 2
            : IsLoosening(lines[at]) ? 1
            : 0;
    }

    private bool IsWaking(DraftedEntry drafted) =>
        drafted.Entry is LessonLine line && _waking.Contains(NameKey.Of(line.Content));

    private readonly HashSet<string> _waking =
    [
        .. ask.Activities.Where(a => a.Purpose == ActivityPurpose.Wake).Select(a => NameKey.Of(a.Name)),
    ];

    /// <summary>Children play: a game that the last two lessons did not have, where the class has none of its own.</summary>
    public void Play()
    {
        var end = Entries.FindLastIndex(e => e.Entry is Segment { Kind: SegmentKind.CoolDown });
        if (ask.Setting.Band != AgeBand.Kids || end < 0 || skeleton.Parts.Any(p => p.Kind == SegmentKind.Games))
            return;
        Game(end);
        var middle = Entries.FindIndex(e => e.Entry is Segment { Kind: not SegmentKind.WarmUp });
        var second = middle < 0 ? -1 : Entries.FindIndex(middle + 1, e => e.Entry is Segment s && IsSkill(s.Kind));
        if (ask.Setting.Ages == AgeGroup.From4 && second > 0)
            Game(second);
    }

    /// <summary>
    /// The first game to which no check objects; children play in every lesson, so that what is short of time loses something else.
    /// </summary>
    private void Game(int at)
    {
        foreach (var game in Fitting(ActivityPurpose.Game).Take(MostGamesTried))
        {
            var lines = ask.Read(game.Line.ToLowerInvariant()).OfType<LessonLine>().ToList();
            List<DraftedEntry> added =
            [
                new(new Segment(Say("Game")), ""),
                .. lines.Select(l => new DraftedEntry(l with { Priority = Priority.Must }, Say("everybody plays"))),
            ];
            var objections = Objections;
            Entries.InsertRange(at, added);
            Changed();
            if (Objections <= objections)
                return;
            Entries.RemoveRange(at, added.Count);
            Changed();
        }
    }

    private const int MostGamesTried = 8;

    /// <summary>What checks warn of beside the time, which fitting settles.</summary>
    private int Objections => Checks.Count(c => c.Level != CheckLevel.Note && c.Code != LessonDrafter.Overrun);

    private const int FirstDrink = 600,
        LastDrink = 420,
        BetweenDrinks = 600,
        NearBreak = 240;

    /// <summary>
    /// Water at even distances, as seldom as the limits allow, in a break between two parts where one is near: not in the first ten
    /// minutes, not in the last seven, never twice in ten. Where that cannot be, it stays where the checks wanted it.
    /// </summary>
    public void Water()
    {
        var before = Entries.ToList();
        // what gives a rest between hard work stays, water or none
        for (var i = Entries.Count - 1; i >= 0; i--)
            if (IsDrink(Entries[i]) && !Entries[i].IsUsual && !Entries[i].IsHeld)
                TryWithout(i, except: "water");
        for (var last = 0; Clock.TotalSeconds - last > ask.Limits.DrySeconds; )
        {
            var next = Clock
                .Lines.FirstOrDefault(l =>
                    l.StartsAt > last && l.Line.Moves.Elements.Any(e => e.Technique is { IsDrink: true })
                )
                ?.StartsAt;
            if (next is { } drink && drink - last <= ask.Limits.DrySeconds)
            {
                last = drink;
                continue;
            }
            if (PlaceToDrink(last) is not { } at)
                break;
            last = Clock.Lines.First(l => l.Entry >= at).StartsAt;
            Entries.InsertRange(at, ask.Read("water 1:00").Select(e => new DraftedEntry(e, Say("time to drink"))));
            Changed();
        }
        if (IsSettled(except: null))
            return;
        Entries.Clear();
        Entries.AddRange(before);
        Changed();
    }

    private void TryWithout(int at, string except)
    {
        var drink = Entries[at];
        RemoveAt(at);
        if (IsSettled(except))
            return;
        Entries.Insert(at, drink);
        Changed();
    }

    /// <summary>Where the next drink belongs behind the one at a second; null where no place is left.</summary>
    private int? PlaceToDrink(int last)
    {
        var left = Clock.TotalSeconds - last;
        var stretches = (int)Math.Ceiling(left / (double)ask.Limits.DrySeconds);
        var wanted = last + (left / stretches);
        var places = Clock
            .Lines.Where(l =>
                l.StartsAt >= Math.Max(FirstDrink, last + BetweenDrinks)
                && l.StartsAt <= Math.Min(last + ask.Limits.DrySeconds, Clock.TotalSeconds - LastDrink)
            )
            .Select(l => (l.StartsAt, IsBreak: Entries[l.Entry - 1].Entry is Segment, l.Entry))
            .Select(l => (Off: Math.Abs(l.StartsAt - wanted), l.IsBreak, At: l.IsBreak ? l.Entry - 1 : l.Entry))
            .OrderByDescending(l => l.IsBreak && l.Off <= NearBreak)
            .ThenBy(l => l.Off)
            .ToList();
        return places.Count > 0 ? places[0].At : null;
    }

    /// <summary>Nothing stands against it, and it ends in time.</summary>
    private bool IsSettled(string? except) =>
        ask.Taken(Clock.Lines) <= Booked && Checks.All(c => c.Level == CheckLevel.Note || c.Code == except);

    /// <summary>A heading with nothing under it says nothing.</summary>
    public void DropEmptyHeadings()
    {
        for (var i = Entries.Count - 1; i >= 0; i--)
            if (Entries[i].Entry is Segment && Entries.Skip(i + 1).TakeWhile(e => e.Entry is not Segment).All(IsDrink))
                Entries.RemoveAt(i);
        Changed();
    }
}
