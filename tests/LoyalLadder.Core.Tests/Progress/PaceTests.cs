using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Tests.Progress;

/// <summary>Pace learned from logs, and odds that come true.</summary>
public class PaceTests
{
    private static readonly Guid Class = Guid.NewGuid(),
        Ines = Guid.NewGuid();

    private static PacedLine Line(
        double ratio,
        Guid? group = null,
        Guid? who = null,
        PaceKind kind = PaceKind.Alone,
        Guid? lesson = null
    ) => new(lesson ?? Guid.NewGuid(), group ?? Class, who ?? Ines, kind, 100, (int)Math.Round(100 * ratio));

    [Fact]
    public void Too_few_lines_say_nothing() =>
        Assert.Null(PaceModel.Learn(Enumerable.Range(0, PaceModel.Least - 1).Select(_ => Line(1.1))));

    [Fact]
    public void Each_level_is_pulled_to_the_one_above_by_five_lines()
    {
        var other = Guid.NewGuid();
        var pace = PaceModel.Learn([
            .. Enumerable.Range(0, 95).Select(_ => Line(1)),
            .. Enumerable.Range(0, 5).Select(_ => Line(2, other)),
        ])!;
        Assert.Equal(0, pace.Of(PaceKind.Alone, Class, Ines), 6);
        // of the class: (5 ln 2 + 5 · 0) / 10, then of the instructor in it: (5 ln 2 + 5 · that) / 10
        Assert.Equal(Math.Log(2) / 2, pace.Of(PaceKind.Alone, other, Guid.NewGuid()), 6);
        Assert.Equal(Math.Log(2) * 0.75, pace.Of(PaceKind.Alone, other, Ines), 6);
        // unknown kinds and classes go by what is above them
        Assert.Equal(0, pace.Of(PaceKind.Floor, Guid.NewGuid(), Guid.NewGuid()), 6);
    }

    [Fact]
    public void A_slip_of_the_finger_is_no_pace() =>
        Assert.Equal(
            PaceModel.Learn(Enumerable.Range(0, 60).Select(_ => Line(1.1)))!.Of(PaceKind.Alone, Class, Ines),
            PaceModel
                .Learn([
                    .. Enumerable.Range(0, 60).Select(_ => Line(1.1)),
                    .. Enumerable.Range(0, 20).Select(_ => Line(40)),
                ])!
                .Of(PaceKind.Alone, Class, Ines),
            9
        );

    [Theory]
    [InlineData(0.5)]
    [InlineData(0.9)]
    [InlineData(0.02)]
    public void The_time_within_a_chance_is_kept_with_that_chance(double chance)
    {
        var end = new LikelyEnd(2700, 120);
        Assert.Equal(chance, Normal.Below((end.Within(chance) - end.Seconds) / end.Spread), 6);
    }

    /// <summary>
    /// A school whose pace the model does not know: kinds, classes, instructors and whole lessons each with a bias of
    /// their own.
    /// </summary>
    private sealed class Simulated
    {
        private readonly Random _random;
        private readonly double _noise,
            _common,
            _school;
        private readonly Dictionary<object, double> _bias = [];
        public Guid[] Classes { get; } = [.. Enumerable.Range(0, 5).Select(_ => Guid.NewGuid())];
        public Guid[] Instructors { get; } = [.. Enumerable.Range(0, 3).Select(_ => Guid.NewGuid())];

        public Simulated(int seed)
        {
            _random = new Random(seed);
            (_noise, _common, _school) = (
                0.12 + (0.2 * _random.NextDouble()),
                0.02 + (0.06 * _random.NextDouble()),
                0.15 * _random.NextDouble()
            );
        }

        private double Gauss() =>
            Math.Sqrt(-2 * Math.Log(1 - _random.NextDouble())) * Math.Cos(2 * Math.PI * _random.NextDouble());

        private double Bias(object key, double spread) =>
            _bias.TryGetValue(key, out var b) ? b : _bias[key] = spread * Gauss();

        public List<PacedLine> Lesson()
        {
            var (id, group, who, common) = (
                Guid.NewGuid(),
                Classes[_random.Next(Classes.Length)],
                Instructors[_random.Next(Instructors.Length)],
                _common * Gauss()
            );
            return
            [
                .. Enumerable
                    .Range(0, 12)
                    .Select(_ =>
                    {
                        var (kind, planned) = ((PaceKind)_random.Next(6), _random.Next(40, 360));
                        var log =
                            _school
                            + Bias(kind, 0.1)
                            + Bias((kind, group), 0.06)
                            + Bias((kind, group, who), 0.05)
                            + common
                            + (_noise * Gauss());
                        return new PacedLine(
                            id,
                            group,
                            who,
                            kind,
                            planned,
                            Math.Max(1, (int)Math.Round(planned * Math.Exp(log)))
                        );
                    }),
            ];
        }
    }

    [Fact]
    public void Over_ninety_per_cent_comes_true_between_85_and_95_in_a_hundred_on_2000_lessons_not_seen()
    {
        var (finished, all) = (0, 0);
        var halves = 0;
        for (var seed = 1; seed <= 20; seed++)
        {
            var school = new Simulated(seed);
            var pace = PaceModel.Learn(Enumerable.Range(0, 150).SelectMany(_ => school.Lesson()))!;
            for (var i = 0; i < 100; i++)
            {
                var lesson = school.Lesson();
                var likely = pace.Of(
                    lesson.Select(l => new PlannedWork(l.Kind, l.Planned)),
                    120,
                    lesson[0].Class,
                    lesson[0].Instructor
                );
                var booked = likely.Within(0.9);
                var actual = 120 + lesson.Sum(l => l.Actual);
                if (actual <= booked)
                    finished++;
                if (actual <= likely.Within(0.5))
                    halves++;
                all++;
            }
        }
        Assert.Equal(2000, all);
        Assert.InRange(finished / (double)all, 0.85, 0.95);
        Assert.InRange(halves / (double)all, 0.42, 0.60);
    }
}
