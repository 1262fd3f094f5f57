using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

public enum CheckLevel
{
    Stop,
    Warn,
    Note,
}

/// <summary>Something that the planner should know before the class does.</summary>
/// <param name="Code">Stable, in kebab-case; docs/formats.md lists them.</param>
/// <param name="Level">A stop has to be settled, a warning to be looked at.</param>
/// <param name="Entry">Index of the line among the plan's entries; null for the lesson as a whole.</param>
/// <param name="Message">One sentence with the figures in it.</param>
/// <param name="Mend">What settles it in one press; null where nothing does.</param>
public sealed record Check(string Code, CheckLevel Level, int? Entry, string Message, Mend? Mend = null);

/// <summary>The checks on a timed lesson, the gravest first: what each line says by itself, and what only the whole shows.</summary>
public static class LessonChecks
{
    public static IEnumerable<Check> Of(ClockedLesson lesson) => Of(lesson, CheckLimits.Of(lesson.Setting.Band));

    public static IEnumerable<Check> Of(ClockedLesson lesson, CheckLimits limits) =>
        WholeLessonChecks
            .Of(lesson, limits)
            .Concat(lesson.Lines.SelectMany(line => OfLine(line, lesson.Setting, limits)))
            .OrderBy(c => c.Level)
            .ThenBy(c => c.Entry ?? -1);

    private static IEnumerable<Check> OfLine(ClockedLine clocked, LessonSetting setting, CheckLimits limits)
    {
        var (line, entry) = (clocked.Line, clocked.Entry);
        if (line.Problem is { } problem)
            yield return new Check("dose", CheckLevel.Stop, entry, problem);
        foreach (var check in ForAge(clocked, line, setting.Band))
            yield return check;
        foreach (var version in line.Versions)
        foreach (
            var check in ForAge(
                clocked,
                version.Line with
                {
                    Dose = version.Line.Dose ?? line.Dose,
                    Kit = version.Line.Kit.IsEmpty ? line.Kit : version.Line.Kit,
                },
                setting.Band
            )
        )
            yield return check;
        if (line.Dose is SoloDose { Threes: true } threes && WorkClock.Turns(threes, setting.Heads) == 4)
            yield return new Check(
                "odd-threes",
                CheckLevel.Note,
                entry,
                $"{setting.Heads} heads in threes leave one over: one group of four, and a fourth turn for all.",
                new Mend(
                    "Pairs instead",
                    entry,
                    line with
                    {
                        Dose = threes with
                        {
                            Threes = false,
                            Pairs = true,
                            InstructorMakesPair = setting.Heads % 2 == 1,
                        },
                    }
                )
            );
        if (line.Dose is SoloDose { Pairs: true } pairs && WorkClock.Turns(pairs, setting.Heads) == 3)
            yield return new Check(
                "odd-pairs",
                CheckLevel.Warn,
                entry,
                $"{setting.Heads} heads make one group of three, and a third turn for all.",
                new Mend(
                    "An instructor makes the pair",
                    entry,
                    line with
                    {
                        Dose = pairs with { InstructorMakesPair = true },
                    }
                )
            );
        if (
            line.Dose is BagLinesDose lines
            && WorkClock.WaitingAtBags(lines, setting) is var waiting
            && waiting > setting.Heads * limits.Waiting
        )
            yield return new Check(
                "waiting",
                CheckLevel.Warn,
                entry,
                $"{waiting} of {setting.Heads} wait at the bags. Another job keeps them moving.",
                AnotherJob(line, lines, entry)
            );
        foreach (var check in KitAndFloor(clocked, setting))
            yield return check;
        if (clocked.Groups.Where(g => g.Idle > limits.IdleSeconds).Select(g => g.Group).FirstOrDefault() is { } idle)
            yield return new Check(
                "group-idle",
                CheckLevel.Warn,
                entry,
                $"{Spoken.Capital(idle)} stand idle for over {Spoken.Clock(limits.IdleSeconds)}."
            );
        if (
            line.Dose is { } dose
            && clocked.Work > limits.OneThingSeconds
            && line.Dose is not (StationsDose or BagLinesDose)
        )
            yield return new Check(
                "one-thing",
                CheckLevel.Note,
                entry,
                $"{Spoken.Clock(clocked.Work)} on one thing; {AgeBands.Word(setting.Band)} stay with it for about {Spoken.Clock(limits.OneThingSeconds)}.",
                Shorter(line, dose, clocked.Work, limits.OneThingSeconds, entry)
            );
        if (
            line.Dose is SoloDose { IsShared: true }
            && clocked.Segment is SegmentKind.SelfDefence or SegmentKind.Partner
            && line.Remark is null
            && line.Kit.IsEmpty
        )
            yield return new Check(
                "control",
                CheckLevel.Warn,
                entry,
                "Self-defence with a partner, and nothing says how the partner is kept safe.",
                new Mend("Add ‘tap means stop’", entry, line with { Remark = "tap means stop" })
            );
        if (line.Dose is null && line.Problem is null)
            yield return new Check(
                "no-dose",
                CheckLevel.Note,
                entry,
                $"'{Spoken.Brief(line.Content)}' has no dose, so it takes no time."
            );
        else if (!line.IsUnderstood && line.Problem is null)
            yield return new Check(
                "unknown",
                CheckLevel.Note,
                entry,
                $"'{Spoken.Brief(line.Content)}' has words that are not in the catalogue; it is timed by its dose."
            );
    }

    private static IEnumerable<Check> KitAndFloor(ClockedLine clocked, LessonSetting setting)
    {
        var line = clocked.Line;
        if (line.Dose is BagLinesDose && setting.Bags == 0)
            yield return new Check(
                "kit-short",
                CheckLevel.Warn,
                clocked.Entry,
                "This hall has no bags; the clock took one."
            );
        foreach (var need in line.Kit)
        {
            if (KitTime.For(need, setting.Kit) is not { Count: { } owned })
                continue;
            // one for each group, unless the sheet says how many
            var asked =
                need.Count
                ?? (
                    line.Dose switch
                    {
                        SoloDose { Pairs: true } => (setting.Heads + 1) / 2,
                        SoloDose { Threes: true } => (setting.Heads + 2) / 3,
                        _ => 1,
                    }
                );
            if (asked > owned)
                yield return new Check(
                    "kit-short",
                    CheckLevel.Warn,
                    clocked.Entry,
                    $"Asks for {asked} {need.Name}; the school has {owned}."
                );
        }
        if (
            line.Dose is FloorDose
            && Math.Abs(Drift.Metres(line.Moves, setting.Band)) is var drift
            && drift > setting.Floor.Length - WorkClock.WallMargin
        )
            yield return new Check(
                "floor-short",
                CheckLevel.Warn,
                clocked.Entry,
                FormattableString.Invariant(
                    $"One repetition travels {drift:0.0} m; the floor has {setting.Floor.Length:0.#} m, with a metre kept free at each wall."
                )
            );
    }

    private static IEnumerable<Check> ForAge(ClockedLine clocked, LessonLine line, AgeBand band)
    {
        var contact =
            line.Dose is SoloDose { IsShared: true } || line.Stage >= 5 ? Manner.Partner
            : line.Kit.IsEmpty && line.Dose is not BagLinesDose ? Manner.Air
            : Manner.Pad;
        // pads held by a partner are pad work
        if (contact == Manner.Partner && !line.Kit.IsEmpty)
            contact = Manner.Pad;
        foreach (var technique in line.Moves.Elements.Select(e => e.Technique).OfType<Technique>().Distinct())
        {
            var allowed = technique.MannerFor(band);
            if (allowed >= contact)
                continue;
            var how = allowed switch
            {
                Manner.No => "not at all",
                Manner.Air => "in the air only",
                _ => "to a pad only",
            };
            yield return new Check(
                "age",
                CheckLevel.Stop,
                clocked.Entry,
                $"{Spoken.Capital(technique.NameIn(NamingSchool.Generic))} for {AgeBands.Word(band)}: {how}, by the school's policy."
            );
        }
    }

    private static Mend AnotherJob(LessonLine line, BagLinesDose dose, int entry) =>
        new(
            "Add a job",
            entry,
            line with
            {
                Content = $"{line.Content} | squat",
                Dose = dose with { Jobs = dose.Jobs + 1 },
            }
        );

    private static Mend? Shorter(LessonLine line, Dose dose, int seconds, int limit, int entry) =>
        DoseScale
            .Between(dose, 0, 1)
            .LastOrDefault(d => DoseScale.Amount(d) * (decimal)seconds <= DoseScale.Amount(dose) * (decimal)limit)
            is { } shorter
            ? new Mend("Make it shorter", entry, line with { Dose = shorter })
            : null;
}
