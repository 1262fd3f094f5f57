using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>A sheet while it is being drafted.</summary>
internal sealed partial class DraftSheet(DraftAsk ask, Skeleton skeleton)
{
    private readonly Random _chance = new(ask.Seed);
    private readonly HashSet<string> _used = [];
    private readonly HashSet<string> _learned = [];
    private ClockedLesson? _clock;
    private IReadOnlyList<Check>? _checks;

    public List<DraftedEntry> Entries { get; } = [];

    private readonly DateOnly _before = ask.Past.Count > 0 ? ask.Past[0].Date : DateOnly.MinValue;

    private int Booked { get; } = LessonFit.Rest.Whole(ask.Setting).Seconds;

    public LessonPlan Plan => new(LessonHead.Empty, Entries.Select(e => e.Entry).ToSequence());

    public ClockedLesson Clock => _clock ??= LessonClock.Time(Plan, ask.Setting);

    /// <summary>What the checks say of it as it stands.</summary>
    public IReadOnlyList<Check> Checks => _checks ??= [.. LessonChecks.Of(Clock, ask.Limits)];

    private void Changed() => (_clock, _checks) = (null, null);

    private static bool IsSkill(SegmentKind kind) =>
        kind is not (SegmentKind.WarmUp or SegmentKind.CoolDown or SegmentKind.Fitness or SegmentKind.Games);

    /// <summary>
    /// What is due may take so much of the time for skills; the rest is for what the class knows. Beside a theme it is less.
    /// </summary>
    private double ShareForDue => _theme is null ? 0.7 : 0.2;

    public bool HasRoomForSkills =>
        Clock.Lines.Where(l => IsSkill(l.Segment) && !Entries[l.Entry].IsStep).Sum(l => l.Seconds)
        < ShareForDue * ForSkills;

    /// <summary>The heading of a part with what never changes under it.</summary>
    public void Open(SkeletonPart part)
    {
        Entries.Add(new DraftedEntry(new Segment(part.Name), ""));
        foreach (var line in skeleton.Lines.Where(l => l.Kind == part.Kind && skeleton.IsAlways(l) && !IsOut(l.Line)))
            if (_used.Add(line.Key))
                Entries.Add(new DraftedEntry(line.Line, Say("usual")) { IsUsual = true });
        Changed();
    }

    /// <summary>A wanted line, where it belongs.</summary>
    public void Want(LessonLine line, WantedLine wanted)
    {
        var learnables = Learnables.Of(line.Moves).ToList();
        if (IsOut(line) || (!wanted.IsOwed && learnables.Count > 0 && learnables.TrueForAll(_learned.Contains)))
            return;
        if (wanted.IsMetByTheme && _theme is { } theme && TopLevel(line).All(l => l == theme.Learnable))
            return;
        if (!wanted.IsOwed && IsNew(line) && HasNewBesideTheme)
            return;
        _learned.UnionWith(learnables);
        var at = PlaceFor(line);
        var owed = wanted.IsOwed ? line with { Priority = Priority.Must } : line;
        Entries.Insert(at, new DraftedEntry(owed, wanted.Why));
        _used.Add($"{KindAt(at)} {NameKey.Of(line.Content)}");
        Changed();
    }

    private SegmentKind KindAt(int at) =>
        Entries.Take(at).Select(e => e.Entry).OfType<Segment>().LastOrDefault()?.Kind ?? SegmentKind.Other;

    /// <summary>Lines of the part's kind up to its share of the time.</summary>
    public void Fill(SkeletonPart part)
    {
        var share = part.Share * Booked;
        foreach (var line in Coming(part.Kind).ToList())
        {
            if (SecondsOf(part) >= share * 0.92)
                return;
            if (IsSkill(part.Kind) && !IsRelated(line.Line) && SecondsOf(part) > 0 && !HasRoomBesideTheme)
                continue;
            // rather something else than the lesson before again
            if (IsRepeated(line) && PurposeOf(part.Kind, line.Line) is { } purpose && Put(part, purpose, ""))
                continue;
            Put(part, line);
        }
    }

    private double SecondsOf(SkeletonPart part)
    {
        var (from, to) = SpanOf(part);
        return Clock.Lines.Where(l => l.Entry > from && l.Entry < to).Sum(l => l.Seconds);
    }

    /// <summary>From the heading of a part to the next one.</summary>
    private (int From, int To) SpanOf(SkeletonPart part)
    {
        var from = Entries.FindIndex(e => e.Entry is Segment s && s.Name == part.Name);
        var to = Entries.FindIndex(from + 1, e => e.Entry is Segment);
        return (from, to < 0 ? Entries.Count : to);
    }

    private void Put(SkeletonPart part, KnownLine line) =>
        Put(part, line, IsRepeated(line) ? Say("repeated") : WhyOf(part.Kind, line.Line));

    private void Put(SkeletonPart part, KnownLine line, string why)
    {
        Entries.Insert(SpanOf(part).To, new DraftedEntry(line.Line, why));
        _used.Add(line.Key);
        _learned.UnionWith(Learnables.Of(line.Line.Moves));
        Changed();
    }

    /// <summary>
    /// What the class knows of a kind and is not on the sheet: by what was longest ago, what the lesson before had at the very
    /// end and only as far as it may be repeated.
    /// </summary>
    private IEnumerable<KnownLine> Coming(SegmentKind kind)
    {
        var order = skeleton
            .Lines.Where(l => l.Kind == kind && !_used.Contains(l.Key) && MayCome(l, kind))
            .Select(l => (Line: l, Chance: _chance.Next(0, 6)))
            .ToList();
        return order
            .Where(o => !IsRepeated(o.Line) || MayRepeat)
            .OrderBy(o => IsRepeated(o.Line))
            .ThenByDescending(o => IsSkill(kind) && IsRelated(o.Line.Line))
            .ThenBy(o => o.Line.Last.DayNumber + o.Chance)
            .ThenBy(o => o.Line.Key, StringComparer.Ordinal)
            .Select(o => o.Line);
    }

    /// <summary>Nobody stretches long before work, does by itself what is climbed anyway, or does what was taken out.</summary>
    private bool MayCome(KnownLine known, SegmentKind kind) =>
        !IsOut(known.Line)
        && !(
            kind == SegmentKind.WarmUp
            && known.Line is { Moves.IsLoosening: true, Dose: TimedDose { Seconds: > LongestCold } }
        )
        && !(_theme is { } theme && TopLevel(known.Line).All(l => l == theme.Learnable));

    private static IEnumerable<string> TopLevel(LessonLine line) => Learnables.TopLevelLearnables(line.Moves);

    /// <summary>Seconds that somebody may hold a stretch before working.</summary>
    private const int LongestCold = 15;

    private bool IsRepeated(KnownLine line) => line.Last >= _before;

    /// <summary>Where the class has had fewer than three sheets, there is little else to choose from.</summary>
    private bool MayRepeat =>
        ask.Past.Count < 3
        || Entries.Count(IsAgain) + 1 <= MayBeAgain * (Entries.Count(e => e.Entry is LessonLine && !e.IsUsual) + 1);

    /// <summary>A little less than <see cref="LessonDrafter.MostRepeated"/>, since some of the others may go again.</summary>
    private const double MayBeAgain = LessonDrafter.MostRepeated - 0.1;

    private bool IsAgain(DraftedEntry drafted) =>
        drafted.Entry is LessonLine line && !drafted.IsUsual && _lastTime.Contains(NameKey.Of(line.Content));

    /// <summary>Leaves out a line of the lesson before where there are too many; false where there are not.</summary>
    public bool LeaveOutAgain()
    {
        var lines = Entries.Count(e => e.Entry is LessonLine { Moves.IsPause: false } && !e.IsUsual);
        if (Entries.Count(IsAgain) <= LessonDrafter.MostRepeated * lines)
            return false;
        return RemoveAt(LastSkill(e => IsAgain(e) && MayGo(e)));
    }

    private readonly HashSet<string> _lastTime =
    [
        .. ask.Past.Take(1).SelectMany(p => p.Plan.Lines).Select(l => NameKey.Of(l.Content)),
    ];

    /// <summary>Puts in more where much of the time is empty; false where it is not, or where nothing can be put in.</summary>
    public bool FillUp(int mayStayEmpty)
    {
        var hasAdded = false;
        while (Booked - ask.Taken(Clock.Lines) > mayStayEmpty && OneMore())
            hasAdded = true;
        return hasAdded;
    }

    /// <summary>One line more, else a set more of one.</summary>
    private bool OneMore()
    {
        if (!HasRoomBesideTheme && (Use() || OneMoreSet(IsSkill, SetRest, IsRelated)))
            return true;
        foreach (
            var part in skeleton.Parts.Where(p => IsSkill(p.Kind)).OrderBy(p => SecondsOf(p) / Math.Max(0.01, p.Share))
        )
            if (Coming(part.Kind).FirstOrDefault(l => HasRoomBesideTheme || IsRelated(l.Line)) is { } line)
            {
                Put(part, line);
                return true;
            }
        return OneMoreSet(IsSkill, SetRest, IsRelated)
            || OneMoreSet(IsSkill, SetRest)
            || More(SegmentKind.Fitness)
            || More(SegmentKind.Games)
            || More(SegmentKind.WarmUp);
    }

    private const int MostSets = 4,
        SetRest = 30;

    /// <summary>A set more of the line that has the fewest; false where that would bring something to settle.</summary>
    private bool OneMoreSet(Func<SegmentKind, bool> isMeant, int rest, Func<LessonLine, bool>? which = null) =>
        Clock
            .Lines.Where(l => isMeant(l.Segment) && which?.Invoke(l.Line) != false)
            .Where(l => l.Line.Dose is CountedDose { Sets: < MostSets } && l.Work > 0)
            .OrderBy(l => ((CountedDose)l.Line.Dose!).Sets)
            .ThenByDescending(l => l.Work)
            .ToList()
            .Exists(l =>
            {
                var dose = (CountedDose)l.Line.Dose!;
                return Try(l.Entry, dose with { Sets = dose.Sets + 1, Rest = Math.Max(dose.Rest, rest) });
            });

    /// <summary>Gives a line another dose, unless that brings something to settle.</summary>
    private bool Try(int at, Dose dose)
    {
        var (before, stood) = (ToSettle(), Entries[at]);
        Entries[at] = stood with { Entry = (LessonLine)stood.Entry with { Dose = dose } };
        Changed();
        if (ToSettle().All(before.Contains))
            return true;
        Entries[at] = stood;
        Changed();
        return false;
    }

    /// <summary>What the checks say that neither a mend nor more of the right kind settles.</summary>
    private HashSet<string> ToSettle() =>
        [
            .. Checks
                .Where(c => c is { Level: not CheckLevel.Note, Mend: null, Code: not LessonDrafter.Overrun })
                .Where(c => LessonDrafter.Missing(c.Code) is null)
                .Select(c => c.Code),
        ];

    /// <summary>What is not settled by so many breaks is settled by leaving something out.</summary>
    private int MostBreaks => 2 + (2 * Booked / ask.Limits.DrySeconds);

    /// <summary>Settles a check its own way; false where that would change nothing.</summary>
    public bool Mend(CheckQuickFix mend, Check check, SheetReader reader)
    {
        if (mend.Change is null && Entries.Count(IsDrink) >= MostBreaks)
            return false;
        if (mend.Change is { } change)
        {
            if (Entries[mend.Entry].Entry.Equals(change))
                return false;
            Entries[mend.Entry] = Entries[mend.Entry] with { Entry = change };
        }
        else
            Entries.InsertRange(
                mend.Entry,
                reader
                    .ReadEntries(mend.NewLine!)
                    .Select(e => new DraftedEntry(
                        e,
                        e is LessonLine { Moves.IsPause: true }
                            ? Say("time to drink and breathe")
                            : Say("needed before what follows")
                    ))
            );
        Changed();
        return true;
    }

    /// <summary>One more line of a kind; false where the class knows no other.</summary>
    public bool More(SegmentKind kind)
    {
        if (skeleton.Parts.FirstOrDefault(p => p.Kind == kind) is not { } part)
            return false;
        if (Coming(kind).FirstOrDefault() is not { } line)
            return Longer(kind);
        Put(part, line);
        return true;
    }

    private const int HalfMinute = 30,
        LongestTimed = 300;

    /// <summary>Half a minute more of a line of a kind that is done by time, else a set; false where there is none.</summary>
    private bool Longer(SegmentKind kind) =>
        Clock
            .Lines.Where(l => l.Segment == kind && l.Line.Dose is TimedDose { Rounds: 1, Seconds: < LongestTimed })
            .Where(l => !Entries[l.Entry].IsUsual)
            .OrderBy(l => l.Work)
            .ToList()
            .Exists(l =>
            {
                var dose = (TimedDose)l.Line.Dose!;
                return Try(l.Entry, dose with { Seconds = dose.Seconds + HalfMinute });
            }) || OneMoreSet(k => k == kind, rest: 0);

    /// <summary>
    /// Leaves out the line that a check is about where that may go; else the one without which the check is silent; else the
    /// last line.
    /// </summary>
    public bool LeaveOut(Check check)
    {
        if (check.Entry is { } at && at < Entries.Count)
        {
            if (MayGo(Entries[at]) || Entries[at].IsHeld)
                return RemoveAt(at);
            if (OneSetLess(at))
                return true;
        }
        foreach (var i in Enumerable.Range(0, Entries.Count).Reverse().OrderBy(n => IsClimb(Entries[n])))
        {
            if (!MayGo(Entries[i]))
                continue;
            var without = Plan with { Entries = Plan.Entries.Where((_, n) => n != i).ToSequence() };
            var checks = LessonChecks.Of(LessonClock.Time(without, ask.Setting), ask.Limits);
            if (!checks.Any(c => c.Code == check.Code && c.Level == check.Level))
                return RemoveAt(i);
        }
        return LeaveOutLast();
    }

    /// <summary>What was promised stays, and may be less of it; false where it is one set already.</summary>
    private bool OneSetLess(int at)
    {
        if (Entries[at].Entry is not LessonLine { Dose: CountedDose { Sets: > 1 } dose } line)
            return false;
        Entries[at] = Entries[at] with { Entry = line with { Dose = dose with { Sets = dose.Sets - 1 } } };
        Changed();
        return true;
    }

    /// <summary>A line that is neither promised nor on every sheet nor kept by somebody.</summary>
    private static bool MayGo(DraftedEntry drafted) =>
        drafted is { Entry: LessonLine { Priority: not Priority.Must }, IsUsual: false, IsHeld: false };

    private static bool IsClimb(DraftedEntry drafted) => drafted.IsStep || drafted.IsHeld;

    /// <summary>Takes an entry out; false where there is none.</summary>
    private bool RemoveAt(int at)
    {
        if (at < 0)
            return false;
        Entries.RemoveAt(at);
        Changed();
        return true;
    }

    /// <summary>Leaves out the last line for skills that is neither promised nor of the theme; false where there is none.</summary>
    public bool LeaveOutOther() => RemoveAt(LastSkill(e => !IsClimb(e) && MayGo(e)));

    /// <summary>The last line for skills of which something holds; -1 for none.</summary>
    private int LastSkill(Func<DraftedEntry, bool> holds)
    {
        for (var i = Entries.Count - 1; i >= 0; i--)
            if (Entries[i].Entry is LessonLine { Moves.IsPause: false } && IsSkill(KindAt(i)) && holds(Entries[i]))
                return i;
        return -1;
    }

    /// <summary>Leaves out the last line for skills, what is not owed before what is.</summary>
    public bool LeaveOutLast() =>
        LeaveOutOther()
        || RemoveAt(LastSkill(MayGo))
        || RemoveAt(LastSkill(_ => true))
        || RemoveAt(Entries.FindLastIndex(e => e is { Entry: LessonLine { Priority: Priority.Must }, IsUsual: false }));

    private static bool IsDrink(DraftedEntry drafted) => drafted.Entry is LessonLine { Moves.IsPause: true };

    /// <summary>Takes a fit as it is; false where a step of the theme or water that is needed would go with it.</summary>
    public bool Take(Fitted fitted)
    {
        if (
            fitted.Lines.Any(l =>
                l is { IsChanged: true, After: null } && (IsClimb(Entries[l.Entry]) || IsDrink(Entries[l.Entry]))
            )
        )
            return false;
        foreach (var line in fitted.Lines.Where(l => l.IsChanged).OrderByDescending(l => l.Entry))
            if (line.After is { } after)
                Entries[line.Entry] = Entries[line.Entry] with { Entry = after };
            else
                Entries.RemoveAt(line.Entry);
        Changed();
        return true;
    }
}
