using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>A line with what its checks go by.</summary>
internal readonly record struct LineCheckContext(ClockedLine Clocked, LessonSetting Setting, CheckLimits Limits)
{
    public LessonLine Line => Clocked.Line;
    public int Entry => Clocked.Entry;
}

/// <summary>What a line says by itself: partners, kit, floor, waiting, doses. Dangers are judged in <see cref="SafetyChecks"/>.</summary>
internal static class LineChecks
{
    private static readonly Func<LineCheckContext, Check?>[] All =
    [
        Problem,
        OddThrees,
        OddPairs,
        Waiting,
        NoBags,
        FloorShort,
        GroupIdle,
        OneThing,
        NoTimeInWords,
        Control,
        NoDose,
        Unknown,
    ];

    public static IEnumerable<Check> Of(ClockedLine clocked, LessonSetting setting, CheckLimits limits)
    {
        var at = new LineCheckContext(clocked, setting, limits);
        return All.Select(check => check(at)).OfType<Check>().Concat(KitShort(at));
    }

    private static Check? Problem(LineCheckContext at) =>
        at.Line.Problem is { } problem ? new Check("dose", CheckLevel.Stop, at.Entry, problem) : null;

    private static Check? OddThrees(LineCheckContext at)
    {
        var heads = at.Setting.Heads;
        if (at.Line.Dose is not SoloDose { Threes: true } threes || WorkClock.Turns(threes, heads) != 4)
            return null;
        var inPairs = threes with { Threes = false, Pairs = true, InstructorMakesPair = heads % 2 == 1 };
        return new Check(
            "odd-threes",
            CheckLevel.Note,
            at.Entry,
            Say($"{heads} heads in threes leave one over: one group of four, and a fourth turn for all."),
            new CheckQuickFix(Say("Pairs instead"), at.Entry, at.Line with { Dose = inPairs })
        );
    }

    private static Check? OddPairs(LineCheckContext at)
    {
        var heads = at.Setting.Heads;
        if (at.Line.Dose is not SoloDose { Pairs: true } pairs || WorkClock.Turns(pairs, heads) != 3)
            return null;
        var mended = at.Line with { Dose = pairs with { InstructorMakesPair = true } };
        return new Check(
            "odd-pairs",
            CheckLevel.Warn,
            at.Entry,
            Say($"{heads} heads make one group of three, and a third turn for all."),
            new CheckQuickFix(Say("An instructor makes the pair"), at.Entry, mended)
        );
    }

    private static Check? Waiting(LineCheckContext at)
    {
        if (at.Line.Dose is not BagLinesDose lines)
            return null;
        var (waiting, heads) = (WorkClock.WaitingAtBags(lines, at.Setting), at.Setting.Heads);
        if (waiting <= heads * at.Limits.Waiting)
            return null;
        return new Check(
            "waiting",
            CheckLevel.Warn,
            at.Entry,
            Say($"{waiting} of {heads} wait at the bags. Another job keeps them moving."),
            AnotherJob(at.Line, lines, at.Entry)
        );
    }

    private static Check? NoBags(LineCheckContext at) =>
        at.Line.Dose is BagLinesDose && at.Setting.Bags == 0
            ? new Check("kit-short", CheckLevel.Warn, at.Entry, Say("This hall has no bags; the clock took one."))
            : null;

    private static Check? FloorShort(LineCheckContext at)
    {
        var floor = at.Setting.Floor.Length;
        if (at.Line.Dose is not FloorDose)
            return null;
        var drift = Math.Abs(Drift.Metres(at.Line.Moves, at.Setting.Band));
        if (drift <= floor - WorkClock.WallMargin)
            return null;
        return new Check(
            "floor-short",
            CheckLevel.Warn,
            at.Entry,
            Say(
                $"One repetition travels {drift:0.0} m; the floor has {floor:0.#} m, with a metre kept free at each wall."
            )
        );
    }

    private static Check? GroupIdle(LineCheckContext at)
    {
        var most = at.Limits.IdleSeconds;
        if (at.Clocked.Groups.Where(g => g.Idle > most).Select(g => g.Group).FirstOrDefault() is not { } idle)
            return null;
        return new Check(
            "group-idle",
            CheckLevel.Warn,
            at.Entry,
            Say($"{Spoken.Capital(idle)} stand idle for over {Spoken.Length(most)}.")
        );
    }

    private static Check? OneThing(LineCheckContext at)
    {
        var (work, most) = (at.Clocked.Work, at.Limits.OneThingSeconds);
        if (at.Line.Dose is not { } dose || dose is StationsDose or BagLinesDose or CircuitDose || work <= most)
            return null;
        return new Check(
            "one-thing",
            CheckLevel.Note,
            at.Entry,
            Say(
                $"{Spoken.Length(work)} on one thing; {AgeBands.Said(at.Setting.Band)} stay with it for about {Spoken.Length(most)}."
            ),
            Shorter(at.Line, dose, work, most, at.Entry)
        );
    }

    /// <summary>A count that comes to more than this may be a slip of the fingers: '450 reps' of 'on the 45, x10'.</summary>
    private const int LongestCounted = 15 * 60;

    /// <summary>A third of a class is long, too; below this not even in a short one.</summary>
    private const int LeastLong = 5 * 60;

    private static Check? NoTimeInWords(LineCheckContext at)
    {
        var isCounted =
            at.Line.Dose is CountedDose or OwnRepsDose { Within: null } or FloorDose or RunsDose or LapsDose;
        var most = Math.Min(LongestCounted, Math.Max(LeastLong, at.Setting.Minutes * 60 / 3));
        return isCounted && at.Clocked.Work > most
            ? new Check(
                "too-long",
                CheckLevel.Warn,
                at.Entry,
                Say($"Really {Spoken.Length(at.Clocked.Work)}? The line says a number and no time: check the number.")
            )
            : null;
    }

    private static Check? Control(LineCheckContext at)
    {
        var isPartnerWork =
            at.Line.Dose is SoloDose { IsShared: true }
            && at.Clocked.Segment is SegmentKind.SelfDefence or SegmentKind.Partner;
        if (!isPartnerWork || at.Line.Remark is not null || !at.Line.Kit.IsEmpty)
            return null;
        return new Check(
            "control",
            CheckLevel.Warn,
            at.Entry,
            Say("Self-defence with a partner, and nothing says how the partner is kept safe."),
            new CheckQuickFix(Say("Add ‘tap means stop’"), at.Entry, at.Line with { Remark = "tap means stop" })
        );
    }

    private static Check? NoDose(LineCheckContext at) =>
        at.Line is { Dose: null, Problem: null }
            ? new Check(
                "no-dose",
                CheckLevel.Note,
                at.Entry,
                Say($"'{Spoken.Brief(at.Line.Content)}' has no dose, so it takes no time.")
            )
            : null;

    private static Check? Unknown(LineCheckContext at) =>
        at.Line is { Dose: not null, IsUnderstood: false, Problem: null }
            ? new Check(
                "unknown",
                CheckLevel.Note,
                at.Entry,
                Say(
                    $"'{Spoken.Brief(at.Line.Content)}' has words that are not in the catalogue; its time comes from its amount."
                )
            )
            : null;

    private static IEnumerable<Check> KitShort(LineCheckContext at)
    {
        foreach (var need in at.Line.Kit)
        {
            if (KitTime.For(need, at.Setting.Kit) is not { Count: { } owned })
                continue;
            var asked = need.Count ?? OneForEachGroup(at);
            if (asked > owned)
                yield return new Check(
                    "kit-short",
                    CheckLevel.Warn,
                    at.Entry,
                    Say($"Asks for {asked} {need.Name}; the school has {owned}.")
                );
        }
    }

    private static int OneForEachGroup(LineCheckContext at) =>
        at.Line.Dose switch
        {
            SoloDose { Pairs: true } => (at.Setting.Heads + 1) / 2,
            SoloDose { Threes: true } => (at.Setting.Heads + 2) / 3,
            _ => 1,
        };

    private static CheckQuickFix AnotherJob(LessonLine line, BagLinesDose dose, int entry) =>
        new(
            Say("Add a job"),
            entry,
            line with
            {
                Content = $"{line.Content} | squat",
                Dose = dose with { Jobs = dose.Jobs + 1 },
            }
        );

    private static CheckQuickFix? Shorter(LessonLine line, Dose dose, int seconds, int limit, int entry) =>
        DoseScale
            .Between(dose, 0, 1)
            .LastOrDefault(d => DoseScale.Amount(d) * (decimal)seconds <= DoseScale.Amount(dose) * (decimal)limit)
            is { } shorter
            ? new CheckQuickFix(Say("Make it shorter"), entry, line with { Dose = shorter })
            : null;
}
