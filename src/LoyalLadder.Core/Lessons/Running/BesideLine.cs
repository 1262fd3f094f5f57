using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Running;

/// <summary>The shape in which a count is drawn.</summary>
public enum CountShape
{
    Hand,
    Foot,
    Knee,
    Elbow,
    Guard,
    Step,
    Hold,
}

/// <summary>One count of a combination on the mat.</summary>
/// <param name="At">Share of a repetition after which it begins, 0 to 1.</param>
/// <param name="Words">What is done.</param>
/// <param name="Side">Left, right, both or none, where the left foot is in front.</param>
/// <param name="Shape">How it is drawn.</param>
public sealed record MatCount(decimal At, string Words, Side Side, CountShape Shape);

/// <summary>A call of a pad round on the mat.</summary>
/// <param name="At">Seconds into the round.</param>
/// <param name="Words">What is said.</param>
/// <param name="Holder">What the holder shows.</param>
public sealed record MatCall(decimal At, string Words, string Holder);

/// <summary>What belongs beside a line while it runs: its counts, what the holder does, who goes to which job.</summary>
public sealed record BesideLine
{
    /// <summary>The counts of a combination; empty for a single move.</summary>
    public Sequence<MatCount> Counts { get; init; }

    /// <summary>What the holder does on each count where the left foot is in front; empty where nobody holds.</summary>
    public Sequence<string> Holder { get; init; }

    /// <summary>The same where the right foot is in front.</summary>
    public Sequence<string> HolderRight { get; init; }

    /// <summary>The jobs of stations or bag lines, in the order in which everybody goes round.</summary>
    public Sequence<string> Jobs { get; init; }

    /// <summary>The calls of each round, where the line is rounds that are called.</summary>
    public Sequence<Sequence<MatCall>> Rounds { get; init; }

    /// <summary>What a figure shows of it, as notation in English names; empty where nothing is to be shown.</summary>
    public string Notation { get; init; } = "";

    /// <summary>Whose body shows it.</summary>
    public string Band { get; init; } = "";

    /// <summary>The one exercise that a figure shows, by its id; empty for anything else.</summary>
    public string Exercise { get; init; } = "";

    public static BesideLine Nothing { get; } = new();
}

/// <summary>Works out what belongs beside the lines of a lesson.</summary>
/// <param name="tracer">Follows combinations.</param>
/// <param name="naming">The words of whoever reads the mat.</param>
/// <param name="isCrossed">The school feeds the left hand to the holder's left mitt.</param>
/// <param name="nameOf">The name of a stored combination by its number; null where it has none.</param>
public sealed class BesideLines(Tracer tracer, NamingSchool naming, bool isCrossed, Func<string, string?> nameOf)
{
    private const int MostCounts = 24;

    /// <summary>Calls of kept rounds by the words of a line; null for every other line.</summary>
    public Func<LessonLine, Sequence<Sequence<MatCall>>?> CallsOf { get; init; } = _ => null;

    /// <summary>The entries of the sheet, whose notes go with the lines that they stand by.</summary>
    public IReadOnlyList<SheetEntry> Entries { get; init; } = [];

    /// <summary>The notes behind a line, and those between its heading and it.</summary>
    public IEnumerable<string> NotesBy(int entry)
    {
        var before = Entries.Take(entry).Reverse().TakeWhile(e => e is Note).OfType<Note>().Reverse().ToList();
        var isFirst = entry > before.Count && Entries[entry - before.Count - 1] is Segment;
        var behind = Entries.Skip(entry + 1).TakeWhile(e => e is Note).OfType<Note>();
        return (isFirst ? before : []).Concat(behind).Select(n => n.Text);
    }

    public BesideLine Of(ClockedLine clocked, AgeBand band)
    {
        var line = clocked.Line;
        if (CallsOf(line) is { } calls)
            return new BesideLine { Rounds = calls };
        if (line.Dose is StationsDose or BagLinesDose)
            return new BesideLine { Jobs = line.Jobs.ToSequence() };
        if (!line.Moves.IsKnown || line.Dose is CircuitDose)
            return BesideLine.Nothing;
        if (line.Moves.IsExercise)
            return new BesideLine { Exercise = ExerciseOf(line.Moves), Band = AgeBands.Word(band) };
        var left = tracer.Trace(line.Moves, Lead.Left, band);
        var isHeld = clocked.Formation is Formation.Pairs or Formation.Threes;
        return new BesideLine
        {
            Notation =
                line.Moves.Counts.Count <= MostCounts ? NotationWriter.Write(line.Moves, NamingSchool.Generic) : "",
            Band = AgeBands.Word(band),
            Counts = line.Moves.Counts.Count is >= 2 and <= MostCounts ? Counts(left) : [],
            Holder = isHeld ? Holder(left) : [],
            HolderRight = isHeld ? Holder(tracer.Trace(line.Moves, Lead.Right, band)) : [],
        };
    }

    private static string ExerciseOf(Combination moves) =>
        moves.Elements.Select(e => e.Technique!).Distinct().ToList() is [{ IsPause: false, IsActivity: false } only]
            ? only.Id
            : "";

    private Sequence<string> Holder(Trace trace) =>
        trace.Combination.Counts.Count > MostCounts
            ? []
            : HolderCard.Of(trace, naming, isCrossed).Select(l => l.Words).ToSequence();

    private Sequence<MatCount> Counts(Trace trace)
    {
        var counts = trace.Combination.Counts;
        var whole = RepClock.Seconds(trace.Combination, Pace.Steady);
        var (at, told) = (0m, new List<MatCount>());
        foreach (var (count, number) in counts.Select((c, i) => (c, i + 1)))
        {
            var first = trace.Steps.First(s => s.Count == number).Elements;
            var shown = first.IsEmpty ? default : first[0];
            told.Add(
                new MatCount(
                    Math.Round(at / whole, 4),
                    NotationWriter.Write(count, naming),
                    first.IsEmpty ? Side.None : shown.BodySide,
                    ShapeOf(shown.Element?.Technique)
                )
            );
            at += BeatClock.Seconds(trace.Combination, number, Pace.Steady) * count.Beats.Count;
        }
        return told.ToSequence();
    }

    private static CountShape ShapeOf(Technique? technique) =>
        technique?.Family switch
        {
            TechniqueFamily.Kick => CountShape.Foot,
            TechniqueFamily.Knee => CountShape.Knee,
            TechniqueFamily.Elbow => CountShape.Elbow,
            TechniqueFamily.Block or TechniqueFamily.Evasion => CountShape.Guard,
            TechniqueFamily.Footwork or TechniqueFamily.Stance => CountShape.Step,
            TechniqueFamily.Grip or TechniqueFamily.Throw or TechniqueFamily.Ground => CountShape.Hold,
            _ => CountShape.Hand,
        };

    /// <summary>What a line says, whole: a number alone tells nobody what to do.</summary>
    public string TitleOf(LessonLine line, string usual)
    {
        if (line.Moves.Groups is not [{ Phrases: [StoredCall { Number: var number, Stored: var stored } call] }])
            return usual;
        var name = nameOf(number) is { Length: > 0 } known ? $" {known}" : "";
        if (call.FormSeconds is not null)
            return $"#{number}{name}";
        return $"#{number}{name}: {NotationWriter.Write(stored, naming)}";
    }
}
