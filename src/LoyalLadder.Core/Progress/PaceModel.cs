using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;

namespace LoyalLadder.Core.Progress;

/// <summary>Kinds of work whose pace is learned apart.</summary>
public enum PaceKind
{
    Alone,
    Exercise,
    Partner,
    Turns,
    Floor,
    Pause,
}

public static class PaceKinds
{
    public static PaceKind Of(LessonLine line) =>
        line switch
        {
            { Moves.IsPause: true } => PaceKind.Pause,
            { Dose: StationsDose or BagLinesDose or CircuitDose } => PaceKind.Turns,
            { Dose: FloorDose or RunsDose or LapsDose } => PaceKind.Floor,
            { Dose: SoloDose { IsShared: true } } => PaceKind.Partner,
            { Moves.IsExercise: true } => PaceKind.Exercise,
            _ => PaceKind.Alone,
        };
}

/// <summary>A logged line as the pace sees it.</summary>
/// <param name="Lesson">Lines of one lesson share what made it slow or quick as a whole.</param>
/// <param name="Class">The class.</param>
/// <param name="Instructor">Who taught it.</param>
/// <param name="Kind">What kind of work it was.</param>
/// <param name="Planned">Seconds as planned.</param>
/// <param name="Actual">Seconds as run.</param>
public readonly record struct PacedLine(
    Guid Lesson,
    Guid Class,
    Guid Instructor,
    PaceKind Kind,
    int Planned,
    int Actual
);

/// <summary>A planned line as the pace sees it.</summary>
/// <param name="Kind">What kind of work it is.</param>
/// <param name="Seconds">Seconds as planned.</param>
/// <param name="IsTapped">They are counted at a pace that whoever teaches it tapped.</param>
public readonly record struct PlannedWork(PaceKind Kind, int Seconds, bool IsTapped = false);

/// <summary>What the log says of one kind of work, beside the starting values.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Lines">Lines that were run and count.</param>
/// <param name="Planned">Their seconds as the starting values had them.</param>
/// <param name="Actual">Their seconds as run.</param>
/// <param name="Factor">What a planned second is taken for from now on.</param>
public readonly record struct PaceOfKind(PaceKind Kind, int Lines, int Planned, int Actual, double Factor);

/// <summary>
/// How much longer than planned work takes, learned from logs: a median on the log scale for the school, and below it for the
/// kind of work, the class and the instructor, each pulled to the one above with the weight of five lines.
/// </summary>
public sealed class PaceModel
{
    /// <summary>Days back from which logs are learned.</summary>
    public const int Days = 180;

    /// <summary>Lines' worth of the level above that each level is pulled by.</summary>
    public const int Weight = 5;

    /// <summary>
    /// Logged lines that a tapped pace weighs as much as: what was logged of that kind, by these people, mends it only
    /// as far as there is more of it than this.
    /// </summary>
    public const int TappedWeight = 20;

    /// <summary>Fewer logged lines than this say nothing yet.</summary>
    public const int Least = 40;

    /// <summary>Ratios beyond this are slips of a finger on the mat, not pace.</summary>
    private const double Wildest = 4;

    private readonly double _school;
    private readonly Dictionary<PaceKind, double> _kinds;
    private readonly Dictionary<(PaceKind, Guid), double> _classes;
    private readonly Dictionary<(PaceKind, Guid, Guid), double> _instructors;
    private readonly Dictionary<(PaceKind, Guid, Guid), int> _logged;
    private readonly double _line,
        _lesson;

    private PaceModel(List<(PacedLine Line, double Log)> lines)
    {
        _school = Median(lines.Select(l => l.Log));
        _kinds = Level(lines, l => l.Kind, _ => _school);
        Kinds =
        [
            .. lines
                .GroupBy(l => l.Line.Kind, l => l.Line)
                .OrderBy(g => g.Key)
                .Select(g => new PaceOfKind(
                    g.Key,
                    g.Count(),
                    g.Sum(l => l.Planned),
                    g.Sum(l => l.Actual),
                    Math.Exp(_kinds[g.Key])
                )),
        ];
        _classes = Level(lines, l => (l.Kind, l.Class), k => _kinds[k.Kind]);
        _instructors = Level(lines, l => (l.Kind, l.Class, l.Instructor), k => _classes[(k.Kind, k.Class)]);
        _logged = lines.CountBy(l => (l.Line.Kind, l.Line.Class, l.Line.Instructor)).ToDictionary();
        // what is left over: of each line by itself, and of each lesson as a whole
        var left = lines
            .GroupBy(l => l.Line.Lesson)
            .Select(g => g.Select(l => l.Log - Of(l.Line.Kind, l.Line.Class, l.Line.Instructor)).ToList())
            .Where(g => g.Count > 2)
            .ToList();
        var means = left.ConvertAll(g => g.Average());
        _line =
            left.Count == 0
                ? 0.25
                : Math.Sqrt(
                    left.Zip(means)
                        .Average(p => p.First.Sum(x => (x - p.Second) * (x - p.Second)) / (p.First.Count - 1))
                );
        var between = means.Count < 3 ? 0.01 : Variance(means) - left.Average(g => _line * _line / g.Count);
        _lesson = Math.Sqrt(Math.Max(0.0004, between));
    }

    /// <summary>The kinds of work that were logged.</summary>
    public IReadOnlyList<PaceOfKind> Kinds { get; }

    /// <summary>Learns from logged lines; null while there are too few.</summary>
    public static PaceModel? Learn(IEnumerable<PacedLine> lines)
    {
        var usable = lines
            .Where(l => l is { Planned: >= 10, Actual: > 0 })
            .Select(l => (Line: l, Log: Math.Log(l.Actual / (double)l.Planned)))
            .Where(l => Math.Abs(l.Log) < Math.Log(Wildest))
            .ToList();
        return usable.Count < Least ? null : new PaceModel(usable);
    }

    /// <summary>The natural logarithm of actual over planned seconds that is to be expected.</summary>
    public double Of(PaceKind kind, Guid classId, Guid instructor) =>
        _instructors.TryGetValue((kind, classId, instructor), out var own) ? own
        : _classes.TryGetValue((kind, classId), out var ofClass) ? ofClass
        : _kinds.GetValueOrDefault(kind, _school);

    /// <summary>The same for a line whose pace whoever teaches it tapped: their own count weighs more than what was logged.</summary>
    public double OfTapped(PaceKind kind, Guid classId, Guid instructor)
    {
        var logged = _logged.GetValueOrDefault((kind, classId, instructor));
        return Of(kind, classId, instructor) * logged / (logged + TappedWeight);
    }

    /// <summary>The chance of ending in time that a lesson is fitted to.</summary>
    public const double FittedOdds = 0.8;

    /// <summary>Lines taken for what four such stretches in five keep to.</summary>
    public TakenFor QuantileEstimate(Guid classId, Guid instructor) =>
        lines =>
            Of(
                    lines
                        .Where(l => l.Seconds > 0)
                        .Select(l => new PlannedWork(PaceKinds.Of(l.Line), l.Seconds, l.IsTapped)),
                    0,
                    classId,
                    instructor
                )
                .Within(FittedOdds);

    /// <summary>When a planned lesson is likely to end.</summary>
    public LikelyEnd Of(ClockedLesson lesson, Guid classId, Guid instructor) =>
        Of(
            lesson
                .Lines.Where(l => l.Seconds > 0)
                .Select(l => new PlannedWork(PaceKinds.Of(l.Line), l.Seconds, l.IsTapped)),
            lesson.Setting.OpeningSeconds + lesson.Setting.ClosingSeconds,
            classId,
            instructor
        );

    /// <param name="lines">What is planned, line by line.</param>
    /// <param name="around">Seconds of opening and closing, which are kept as planned.</param>
    /// <param name="classId">The class.</param>
    /// <param name="instructor">Who teaches.</param>
    public LikelyEnd Of(IEnumerable<PlannedWork> lines, int around, Guid classId, Guid instructor)
    {
        double mean = 0,
            variance = 0;
        foreach (var (kind, seconds, isTapped) in lines)
        {
            var expected = isTapped ? OfTapped(kind, classId, instructor) : Of(kind, classId, instructor);
            // the mean of a log-normal, and its variance about that mean
            var likely = seconds * Math.Exp(expected + (((_line * _line) + (_lesson * _lesson)) / 2));
            mean += likely;
            variance += likely * likely * (Math.Exp(_line * _line) - 1);
        }
        return new LikelyEnd(mean + around, Math.Sqrt(variance + (mean * mean * (Math.Exp(_lesson * _lesson) - 1))));
    }

    private static Dictionary<TKey, double> Level<TKey>(
        List<(PacedLine Line, double Log)> lines,
        Func<PacedLine, TKey> key,
        Func<TKey, double> above
    )
        where TKey : notnull =>
        lines
            .GroupBy(l => key(l.Line))
            .ToDictionary(
                g => g.Key,
                g => ((g.Count() * Median(g.Select(l => l.Log))) + (Weight * above(g.Key))) / (g.Count() + Weight)
            );

    private static double Median(IEnumerable<double> values)
    {
        var sorted = values.Order().ToList();
        return sorted.Count % 2 == 1
            ? sorted[sorted.Count / 2]
            : (sorted[(sorted.Count / 2) - 1] + sorted[sorted.Count / 2]) / 2;
    }

    private static double Variance(List<double> values)
    {
        var mean = values.Average();
        return values.Sum(v => (v - mean) * (v - mean)) / (values.Count - 1);
    }
}
