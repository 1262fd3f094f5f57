using System.Globalization;
using System.Text;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// Writes a lesson as sheet text. Reading what it wrote gives the same lesson: content that would read otherwise is put in
/// double quotes.
/// </summary>
public sealed class SheetWriter(SheetReader reader)
{
    public string Write(LessonPlan plan)
    {
        var text = new StringBuilder();
        if (plan.Head.Title is { } title)
            text.Append("# ").AppendLine(title);
        text.Append("class: ").AppendLine(ClassLine(plan.Head));
        if (plan.Head.Focus is { } focus)
            text.Append("focus: ").AppendLine(focus);
        foreach (var entry in plan.Entries)
            text.AppendLine(Write(entry));
        return text.ToString().ReplaceLineEndings("\n");
    }

    /// <summary>One entry; group versions stand on lines of their own below it.</summary>
    public string Write(SheetEntry entry) =>
        entry switch
        {
            Segment { Minutes: { } minutes } segment => string.Create(
                CultureInfo.InvariantCulture,
                $"## {segment.Name} ({minutes} min)"
            ),
            Segment segment => $"## {segment.Name}",
            Note note => $"note: {note.Text}",
            LessonLine line => string.Join(
                '\n',
                line.Versions.Select(v => $"   {v.Group}: {Line(v.Line)}").Prepend(Line(line with { Versions = [] }))
            ),
            _ => throw new ArgumentException("A segment, a line or a note is expected.", nameof(entry)),
        };

    private static string ClassLine(LessonHead head)
    {
        string?[] pieces =
        [
            head.Class,
            head.People is { } people ? string.Create(CultureInfo.InvariantCulture, $"{people} people") : null,
            head.Minutes is { } minutes ? string.Create(CultureInfo.InvariantCulture, $"{minutes} min") : null,
            head.Ages is { } ages ? $"ages {ages}"
            : head.Band is { } band ? AgeBands.Word(band)
            : null,
            head.Start?.ToString("H:mm", CultureInfo.InvariantCulture),
        ];
        return pieces.Any(p => p is not null) ? string.Join(" · ", pieces.Where(p => p is not null)) : "-";
    }

    private string Line(LessonLine line)
    {
        if (line.Problem is not null)
            return AsTyped(line.Content);
        var plain = Compose(line, line.Content);
        if (line.Dose is not null || plain.Length < SheetReader.WrapsFrom)
            if (reader.ReadEntries(plain) is [LessonLine again] && again == line)
                return plain;
        var quoted = Compose(line, $"\"{line.Content.Replace("\"", "\"\"", StringComparison.Ordinal)}\"");
        // what is read of it may need no quotes any more: then it is written as it would be written next time
        if (reader.ReadEntries(quoted) is not [LessonLine next] || next == line || next.Problem is not null)
            return quoted;
        var bare = Compose(next, next.Content);
        return reader.ReadEntries(bare) is [LessonLine stays] && stays == next ? bare : quoted;
    }

    /// <summary>What could not be read stays as it was typed, unless it reads by itself without what stood around it.</summary>
    private string AsTyped(string content) =>
        reader.ReadEntries(content) is [LessonLine { Problem: null } alone] ? Line(alone) : content;

    private static string Compose(LessonLine line, string content)
    {
        var quoted = content.StartsWith('"');
        var text = new StringBuilder(80);
        if (line.Dose is CircuitDose circuit && !quoted)
            text.Append(Call(circuit)).Append(": ").Append(Words(line));
        else if (line.Dose is StationsDose or BagLinesDose && !quoted)
            text.Append(Write(line.Dose)).Append(": ").Append(content);
        else
        {
            text.Append(content);
            if (line.Dose is not null)
                text.Append(' ').Append(Write(line.Dose));
        }
        if (line.Teach is { } teach)
            text.Append(' ').Append(Write(teach));
        if (line.Stage is { } stage)
            text.Append(CultureInfo.InvariantCulture, $" stage {stage}");
        if (line.Effort is { } effort)
            text.Append(CultureInfo.InvariantCulture, $" effort {effort}");
        if (!line.Kit.IsEmpty)
            text.Append(" [").AppendJoin(", ", line.Kit.Select(Write)).Append(']');
        if (line.Priority is { } priority)
            text.Append(' ').Append(Write(priority));
        if (line.Remark is { } remark)
            text.Append(" -- ").Append(remark);
        return text.ToString().Trim();
    }

    private static string Write(KitNeed need) =>
        need.Count is { } count ? string.Create(CultureInfo.InvariantCulture, $"{count} {need.Name}") : need.Name;

    public static string Write(Priority priority) =>
        priority switch
        {
            Priority.Must => "must",
            Priority.Should => "should",
            _ => "could",
        };

    public static string Write(Teaching teach) =>
        teach.Kind switch
        {
            TeachingKind.None => "no teach",
            TeachingKind.New => "teach new",
            TeachingKind.Refresh => "teach refresh",
            TeachingKind.Known => "teach known",
            _ => $"teach {Time(teach.Seconds)}",
        };

    /// <summary>The dose in the words that read back as it.</summary>
    public static string Write(Dose dose) =>
        dose switch
        {
            CountedDose { PerSide: false, Alternating: false, Sets: > 1, Steps: [var only] } d => Before(d)
                + $"{N(d.Sets)}x{N(only.Reps)}{Paced(only.Pace)}"
                + Resting(d),
            CountedDose d => Before(d) + Steps(d) + Times(d.Sets) + Resting(d),
            OwnRepsDose { Within: { } within } d => Before(d)
                + $"{(within <= 3 ? "for" : "in")} {Time(within)}: ({string.Join(", ", d.Reps.Select(N))})"
                + (d.PerSide ? " /side" : ""),
            OwnRepsDose d => Before(d)
                + $"({string.Join(", ", d.Reps.Select(N))})"
                + $" x{N(d.Times)}"
                + (d.PerSide ? " /side" : "")
                + Resting(d),
            HoldsDose d => Before(d) + string.Join(" + ", d.Holds.Select(Time)) + EachWay(d) + Resting(d),
            TimedDose { Rounds: 1 } d => Before(d) + Time(d.Seconds) + EachWay(d) + Paced(d.Pace) + Resting(d),
            TimedDose d => Before(d) + N(d.Rounds) + " x " + Time(d.Seconds) + EachWay(d) + Paced(d.Pace) + Resting(d),
            CircuitDose d => $"{Call(d)} ({string.Join(" | ", d.Parts.Select(Write))})",
            StationsDose d => $"stations {N(d.Stations)} x {Time(d.Seconds)} change {Time(d.Change)}"
                + (d.Laps > 1 ? $" laps {N(d.Laps)}" : ""),
            BagLinesDose d => $"lines {N(d.Jobs)} jobs x {Time(d.Seconds)} change {Time(d.Change)}",
            FloorDose d => $"floor x{N(d.Passes)}" + Paced(d.Pace),
            LapsDose d => $"laps {N(d.Laps)}",
            RunsDose d => $"runs {N(d.Reps)}" + Paced(d.Pace),
            _ => throw new ArgumentException("A form of dose is expected.", nameof(dose)),
        };

    /// <summary>What a line is shown to be, beside its amount: a circuit's parts have amounts of their own.</summary>
    public static string Words(LessonLine line) =>
        line.Dose is CircuitDose circuit
            ? string.Join(" | ", line.Jobs.Zip(circuit.Parts, (job, part) => $"{job} {Write(part)}"))
            : line.Content;

    /// <summary>The amount to go with <see cref="Words"/>.</summary>
    public static string Amount(Dose dose) => dose is CircuitDose circuit ? Call(circuit) : Write(dose);

    private static string Call(CircuitDose dose) =>
        (dose.Within is { } within ? $"circuit for {Time(within)}" : $"circuit x{N(dose.Times)}")
        + (dose.Rest > 0 ? $" rest {Time(dose.Rest)}" : "")
        + (dose.RunsBetween ? " run between" : "");

    private static string Before(SoloDose dose) =>
        dose.Threes ? "threes "
        : !dose.Pairs ? ""
        : dose.InstructorMakesPair ? "pairs with instructor "
        : "pairs ";

    private static string Steps(CountedDose dose)
    {
        if (dose.Steps is [var only])
            return (dose.PerSide ? $"{N(only.Reps)}/side" : $"x{N(only.Reps)}{EachWay(dose)}") + Paced(only.Pace);
        return string.Join(" + ", dose.Steps.Select(s => $"{N(s.Reps)}{Paced(s.Pace)}"))
            + (dose.PerSide ? " /side" : EachWay(dose));
    }

    private static string EachWay(SoloDose dose) =>
        dose.PerSide ? "/side"
        : dose.Alternating ? " alternating"
        : "";

    private static string Times(int sets) => sets > 1 ? $" x{N(sets)}" : "";

    private static string Resting(SoloDose dose) =>
        dose.Rest > 0 ? $"{(dose.IsRestActive ? " active" : "")} rest {Time(dose.Rest)}" : "";

    private static string Paced(Pace? pace) => pace is { } p ? " " + PaceWords.Write(p) : "";

    private static string N(int number) => number.ToString(CultureInfo.InvariantCulture);

    /// <summary>'45s' under a minute, '2:05' from then on.</summary>
    public static string Time(int seconds) =>
        seconds < 60
            ? $"{N(seconds)}s"
            : string.Create(CultureInfo.InvariantCulture, $"{seconds / 60}:{seconds % 60:00}");
}
