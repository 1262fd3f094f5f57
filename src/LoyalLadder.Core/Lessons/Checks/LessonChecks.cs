using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

public enum CheckLevel { Stop, Warn, Note }

/// <summary>Something that the planner should know before the class does.</summary>
/// <param name="Code">Stable, in kebab-case.</param>
/// <param name="Level">A stop has to be settled, a warning to be looked at.</param>
/// <param name="Entry">Index of the line among the plan's entries; null for the lesson as a whole.</param>
/// <param name="Message">One sentence with the figures in it.</param>
public sealed record Check(string Code, CheckLevel Level, int? Entry, string Message);

/// <summary>The checks on a timed lesson, the gravest first.</summary>
public static class LessonChecks
{
    /// <summary>Share of the heads that may stand waiting.</summary>
    public const decimal MostWaiting = 0.25m;

    public static IEnumerable<Check> Of(ClockedLesson lesson) =>
        Whole(lesson).Concat(lesson.Lines.SelectMany(line => OfLine(line, lesson.Setting))).OrderBy(c => c.Level).ThenBy(c => c.Entry ?? -1);

    private static IEnumerable<Check> Whole(ClockedLesson lesson)
    {
        if (lesson.OverSeconds > 0)
            yield return new Check("overrun", CheckLevel.Stop, null, $"Runs {Spoken.Difference(lesson.OverSeconds)}; the end is what gets lost.");
    }

    private static IEnumerable<Check> OfLine(ClockedLine clocked, LessonSetting setting)
    {
        var line = clocked.Line;
        if (line.Problem is { } problem) yield return new Check("dose", CheckLevel.Stop, clocked.Entry, problem);
        foreach (var check in ForAge(clocked, line, setting.Band)) yield return check;
        foreach (var version in line.Versions)
        foreach (var check in ForAge(clocked, version.Line with { Dose = version.Line.Dose ?? line.Dose, Kit = version.Line.Kit.IsEmpty ? line.Kit : version.Line.Kit }, setting.Band))
            yield return check;
        if (line.Dose is SoloDose { Pairs: true } pairs && WorkClock.PairTurns(pairs, setting.Heads) == 3)
            yield return new Check("odd-pairs", CheckLevel.Warn, clocked.Entry, $"{setting.Heads} heads make one group of three, and a third turn for all. Let an instructor make the pair.");
        if (line.Dose is BagLinesDose lines && WorkClock.WaitingAtBags(lines, setting) is var waiting && waiting > setting.Heads * MostWaiting)
            yield return new Check("waiting", CheckLevel.Warn, clocked.Entry, $"{waiting} of {setting.Heads} wait at the bags. Another job keeps them moving.");
        if (line.Dose is BagLinesDose && setting.Bags == 0)
            yield return new Check("kit-short", CheckLevel.Warn, clocked.Entry, "This hall has no bags; the clock took one.");
        foreach (var need in line.Kit)
        {
            if (need.Count is { } count && KitTime.For(need, setting.Kit) is { Count: { } owned } && count > owned)
                yield return new Check("kit-short", CheckLevel.Warn, clocked.Entry, $"Asks for {count} {need.Name}; the school has {owned}.");
        }
        if (clocked.Groups.Where(g => g.Idle > 60).Select(g => g.Group).FirstOrDefault() is { } idle)
            yield return new Check("group-idle", CheckLevel.Warn, clocked.Entry, $"{char.ToUpperInvariant(idle[0])}{idle[1..]} stand idle for over a minute.");
        if (line.Dose is null && line.Problem is null)
            yield return new Check("no-dose", CheckLevel.Note, clocked.Entry, $"'{Spoken.Brief(line.Content)}' has no dose, so it takes no time.");
        else if (!line.IsUnderstood && line.Problem is null)
            yield return new Check("unknown", CheckLevel.Note, clocked.Entry, $"'{Spoken.Brief(line.Content)}' has words that are not in the catalogue; it is timed by its dose.");
    }

    private static IEnumerable<Check> ForAge(ClockedLine clocked, LessonLine line, AgeBand band)
    {
        var contact = line.Dose is SoloDose { Pairs: true } || line.Stage >= 5 ? Manner.Partner : line.Kit.IsEmpty && line.Dose is not BagLinesDose ? Manner.Air : Manner.Pad;
        // pads held by a partner are pad work
        if (contact == Manner.Partner && !line.Kit.IsEmpty) contact = Manner.Pad;
        foreach (var technique in line.Moves.Elements.Select(e => e.Technique).OfType<Technique>().Distinct())
        {
            var allowed = technique.MannerFor(band);
            if (allowed >= contact) continue;
            var how = allowed switch { Manner.No => "not at all", Manner.Air => "in the air only", _ => "to a pad only" };
            yield return new Check("age", CheckLevel.Stop, clocked.Entry, $"{Spoken.Capital(technique.NameIn(NamingSchool.Generic))} for {AgeBands.Word(band)}: {how}, by the school's policy.");
        }
    }
}
