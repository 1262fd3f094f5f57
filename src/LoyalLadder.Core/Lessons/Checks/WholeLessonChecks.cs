using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>What only the lesson as a whole shows: warming up and cooling down, rests and water, sides, landings, talk.</summary>
internal static partial class WholeLessonChecks
{
    /// <summary>A stretch that is held at least this long does not belong before explosive work.</summary>
    private const int LongHold = 20;

    /// <summary>Talk and moving of this length let a class breathe.</summary>
    private const int Breather = 30;

    private static readonly Func<LessonCheckContext, Check?>[] All =
    [
        Overrun,
        at => Cold(at.Lesson, at.Limits),
        at => Unmobilised(at.Lesson),
        at => EarlyHold(at.Lesson),
        at => ShortCoolDown(at.Lesson, at.Limits),
        at => Sides(at.Lesson, at.Tally, at.Limits),
        at => Hard(at.Lesson, at.Limits),
        at => Dry(at.Lesson, at.Limits),
        at => Talk(at.Lesson, at.Limits),
        at => Landings(at.Tally, at.Limits),
        at => Loaded(at.Tally, Load.PushUp, at.Limits.PushUps, "push-ups"),
        at => Loaded(at.Tally, Load.Bridge, at.Limits.Bridges, "bridges"),
        at => Impacts(at.Tally, at.Limits),
        at => NewItems(at.Lesson, at.Limits),
        at => BuiltOn(at.Lesson),
        at => HardAgain(at.Lesson),
    ];

    private readonly record struct LessonCheckContext(ClockedLesson Lesson, LessonTally Tally, CheckLimits Limits);

    public static IEnumerable<Check> Of(ClockedLesson lesson, CheckLimits limits)
    {
        var at = new LessonCheckContext(lesson, LessonTally.Of(lesson), limits);
        return All.Select(check => check(at)).OfType<Check>();
    }

    private static Check? Overrun(LessonCheckContext at) =>
        at.Lesson.OverSeconds > 0
            ? new Check(
                "overrun",
                CheckLevel.Warn,
                null,
                Say($"Runs {Spoken.Difference(at.Lesson.OverSeconds)}; the end is what gets lost.")
            )
            : null;

    private static IEnumerable<Element> Elements(ClockedLine line) =>
        line.Line.Moves.Elements.Concat(line.Line.Versions.SelectMany(v => v.Line.Moves.Elements));

    private static bool IsHighKick(Element element) =>
        element is { Technique: { Family: TechniqueFamily.Kick }, AimedAt: Level.Head };

    private static bool IsJump(Element element) => element.Technique is { IsKick: true, Landings: > 0 };

    private static Check? Cold(ClockedLesson lesson, CheckLimits limits)
    {
        var needed = (int)Math.Min(limits.WarmUpSeconds, limits.WarmUpShare * lesson.BookedSeconds);
        // what warms up may be lively; a high kick may not
        var first = lesson.Lines.FirstOrDefault(l =>
            l.Work > 0 && ((l.Effort >= 4 && l.Segment != SegmentKind.WarmUp) || Elements(l).Any(IsHighKick))
        );
        if (first is null)
            return null;
        var warm = first.EndsAt - first.Work - lesson.Setting.OpeningSeconds;
        if (warm >= needed)
            return null;
        return new Check(
            "cold",
            CheckLevel.Warn,
            first.Entry,
            Say(
                $"The first hard or high thing comes after {Spoken.Length(warm)} of warming up; {Spoken.Length(needed)} is wanted."
            ),
            new CheckQuickFix(Say("Warm up longer"), first.Entry, null, $"jog {((needed - warm + 4) / 5 * 5) + 5}s")
        );
    }

    private static Check? Unmobilised(ClockedLesson lesson)
    {
        var ready = new HashSet<string>();
        foreach (var line in lesson.Lines.Where(l => l.Work > 0))
        {
            if (Elements(line).Any(e => IsHighKick(e) || IsJump(e)))
                return ready.Contains("hip") && ready.Contains("hamstring")
                    ? null
                    : new Check(
                        "unmobilised",
                        CheckLevel.Warn,
                        line.Entry,
                        Say("A high kick or a jump before hips and hamstrings were moved."),
                        new CheckQuickFix(Say("Put leg swings before it"), line.Entry, null, "leg swing 10/side")
                    );
            foreach (
                var region in Elements(line)
                    .Where(e => e.Technique is { Family: TechniqueFamily.Mobility })
                    .SelectMany(e => e.Technique!.Regions)
            )
                ready.Add(region);
        }
        return null;
    }

    private static Check? EarlyHold(ClockedLesson lesson)
    {
        var hold = lesson.Lines.FirstOrDefault(l =>
            l.Line.Dose is TimedDose { Seconds: >= LongHold }
            && Elements(l).Any(e => e.Technique is { Family: TechniqueFamily.Mobility, Effort: 1, BaseSeconds: >= 3 })
        );
        var later = hold is null
            ? null
            : lesson.Lines.FirstOrDefault(l =>
                l.StartsAt > hold.StartsAt && (l.Effort == 5 || Elements(l).Any(IsJump))
            );
        if (later is null)
            return null;
        var dose = (TimedDose)hold!.Line.Dose!;
        return new Check(
            "early-hold",
            CheckLevel.Note,
            hold.Entry,
            Say($"A stretch held for {dose.Seconds} s before explosive work takes the spring out of it."),
            new CheckQuickFix(
                Say("Hold it shorter"),
                hold.Entry,
                hold.Line with
                {
                    Dose = dose with { Seconds = LongHold - 5 },
                }
            )
        );
    }

    private static Check? ShortCoolDown(ClockedLesson lesson, CheckLimits limits)
    {
        var needed = (int)Math.Min(limits.CoolDownSeconds, limits.CoolDownShare * lesson.BookedSeconds);
        var lines = lesson.Lines.Where(l => l.Segment == SegmentKind.CoolDown).ToList();
        var has = lines.Sum(l => l.Seconds);
        if (lesson.Lines.IsEmpty || has >= needed)
            return null;
        var last = lines.LastOrDefault();
        var mend = last is null
            ? new CheckQuickFix(
                Say("Add a cool-down"),
                lesson.Lines[^1].Entry + 1,
                null,
                $"## Cool-down\nstretch {needed}s"
            )
            : new CheckQuickFix(Say("Stretch longer"), last.Entry + 1, null, $"stretch {(needed - has + 4) / 5 * 5}s");
        return new Check(
            "cool-down",
            CheckLevel.Warn,
            last?.Entry,
            Say(
                $"{(has == 0 ? Say("No cool-down") : Say($"{Spoken.Length(has)} of cool-down"))}; {Spoken.Length(needed)} is wanted."
            ),
            mend
        );
    }

    private static Check? Sides(ClockedLesson lesson, LessonTally tally, CheckLimits limits)
    {
        var worst = tally
            .Techniques.Where(t => t.Technique.Sides == SideRule.Either)
            .Select(t => (t.Technique, t.Reps, Apart: Apart(t.Reps)))
            .OrderByDescending(t => t.Apart)
            .FirstOrDefault();
        if (worst.Technique is null || worst.Apart <= limits.SidesApart)
            return null;
        var oneSided = lesson.Lines.FirstOrDefault(l =>
            l.Line.Dose is CountedDose { PerSide: false }
            && l.Line.Moves.Elements.Any(e => e.Technique == worst.Technique)
        );
        var mend = oneSided?.Line.Dose is CountedDose dose
            ? new CheckQuickFix(
                Say("Do it on each side"),
                oneSided.Entry,
                oneSided.Line with
                {
                    Dose = dose with { PerSide = true },
                }
            )
            : null;
        return new Check(
            "sides",
            CheckLevel.Note,
            oneSided?.Entry,
            Say(
                $"{Spoken.Capital(worst.Technique.NameIn(NamingSchool.Generic))}: {worst.Reps.Left} left, {worst.Reps.Right} right."
            ),
            mend
        );

        static decimal Apart(SideTally reps) =>
            Math.Max(reps.Left, reps.Right) is var most and > 0 ? Math.Abs(reps.Left - reps.Right) / (decimal)most : 0;
    }

    private static Check? Hard(ClockedLesson lesson, CheckLimits limits)
    {
        var run = 0;
        foreach (var line in lesson.Lines.Where(l => l.Work > 0))
        {
            if (line.Transition + line.Teach >= Breather || line.Effort < 4)
                run = 0;
            if (line.Effort < 4)
                continue;
            var before = run;
            run += LongestGo(line);
            if (run > limits.HardSeconds)
                return new Check(
                    "no-rest",
                    CheckLevel.Warn,
                    line.Entry,
                    Say(
                        $"{Spoken.Length(run)} of effort 4 or more without a rest; {Spoken.Length(limits.HardSeconds)} is the most."
                    ),
                    before > 0 && LongestGo(line) <= limits.HardSeconds
                        ? new CheckQuickFix(Say("Rest before it"), line.Entry, null, "rest 45s")
                        : null
                );
            if (line.Line.Dose is SoloDose { Rest: >= Breather, IsRestActive: false })
                run = LongestGo(line);
        }
        return null;
    }

    /// <summary>Rounds and sets with a rest between them are hard one at a time.</summary>
    private static int LongestGo(ClockedLine line) =>
        line.Line.Dose switch
        {
            TimedDose { Rest: >= Breather, IsRestActive: false } d => d.Seconds * (d.PerSide ? 2 : 1),
            CountedDose { Rest: >= Breather, IsRestActive: false, Sets: > 1 } d => line.Work / d.Sets,
            SoloDose { Pairs: true } => line.Work / 2,
            SoloDose { Threes: true } => line.Work / 3,
            _ => line.Work,
        };

    private static Check? Dry(ClockedLesson lesson, CheckLimits limits)
    {
        var since = 0;
        foreach (var line in lesson.Lines.Where(l => l.Seconds > 0))
        {
            if (line.Line.Moves.Elements.Any(e => e.Technique is { IsDrink: true }))
            {
                since = line.EndsAt;
                continue;
            }
            if (line.EndsAt - since > limits.DrySeconds)
                return new Check(
                    "water",
                    CheckLevel.Warn,
                    line.Entry,
                    Say(
                        $"No water for {Spoken.Length(line.EndsAt - since)}; {Spoken.Length(limits.DrySeconds)} is the most."
                    ),
                    line.Seconds <= limits.DrySeconds
                        ? new CheckQuickFix(Say("Water before it"), line.Entry, null, "water 1:00")
                        : null
                );
        }
        return null;
    }

    private static Check? Talk(ClockedLesson lesson, CheckLimits limits)
    {
        var talk = lesson.Lines.Sum(l => l.Teach);
        if (lesson.TotalSeconds == 0 || talk <= limits.Talk * lesson.TotalSeconds)
            return null;
        var longest = lesson.Lines.MaxBy(l => l.Teach)!;
        return new Check(
            "talk",
            CheckLevel.Warn,
            longest.Entry,
            Say(
                $"{Spoken.Length(talk)} of talk, {100 * talk / lesson.TotalSeconds} % of the lesson; {100 * limits.Talk:0} % is the most."
            ),
            new CheckQuickFix(
                Say("Only refresh the longest"),
                longest.Entry,
                longest.Line with
                {
                    Teach = new Teaching(TeachingKind.Refresh),
                }
            )
        );
    }

    private static Check? Landings(LessonTally tally, CheckLimits limits) =>
        tally.Landings <= limits.Landings
            ? null
            : new Check(
                "landings",
                CheckLevel.Warn,
                null,
                Say($"{tally.Landings} landings a person; {limits.Landings} is the most.")
            );

    private static Check? Loaded(LessonTally tally, Load load, int most, string code)
    {
        var reps = tally.Loads.GetValueOrDefault(load);
        return reps <= most
            ? null
            : new Check(code, CheckLevel.Warn, null, Say($"{reps} {code} a person; {most} is the most."));
    }

    private static Check? Impacts(LessonTally tally, CheckLimits limits)
    {
        var most = new[]
        {
            tally.HandImpacts.Left,
            tally.HandImpacts.Right,
            tally.LegImpacts.Left,
            tally.LegImpacts.Right,
        }.Max();
        return most <= limits.Impacts
            ? null
            : new Check(
                "impacts",
                CheckLevel.Warn,
                null,
                Say($"{most} strikes to targets with one hand or leg; {limits.Impacts} is the most.")
            );
    }
}
