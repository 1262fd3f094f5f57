using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>
/// Generated runs with what Core makes of them, in a file that the browser's fold is held to as well: tests/scripts/fold.test.mjs.
/// LOYALLADDER_WRITE_SEQUENCES=1 writes the file anew where the meaning of a run was changed on purpose.
/// </summary>
public class RunSequenceTests
{
    private const int Count = 360;

    private static readonly DateTimeOffset Hour = new(2041, 5, 7, 17, 0, 0, TimeSpan.Zero);

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
    };

    private sealed record Told(long? Started, long? Ended, bool IsPaused, int Current, string Spent, string Shift)
    {
        public string Skipped { get; init; } = "";
        public required IReadOnlyList<string> Notes { get; init; }
        public required string Roll { get; init; }
        public required LineStanding? Standing { get; init; }
        public required int? Late { get; init; }
        public required bool OffersFit { get; init; }
    }

    private sealed record Run(
        MatProgram Program,
        List<RunEvent> Events,
        long Now,
        long BookedEnd,
        int Minutes,
        Told Told
    );

    /// <summary>
    /// Runs as they are and as they should never be: out of order, doubled, at the same instant, to lines that are
    /// not there.
    /// </summary>
    private sealed class Generator(int seed)
    {
        private readonly Random _random = new(seed);

        private Guid Key()
        {
            var bytes = new byte[16];
            _random.NextBytes(bytes);
            return new Guid(bytes);
        }

        private T Any<T>(IReadOnlyList<T> all) => all[_random.Next(all.Count)];

        private MatPhase Phase()
        {
            var kind = Any(Enum.GetValues<PhaseKind>());
            var reps = kind == PhaseKind.Work && _random.Next(2) == 0 ? _random.Next(1, 21) : 0;
            return new MatPhase(kind, _random.Next(0, 60_000) / 1000m, reps);
        }

        private MatStep Step()
        {
            var phases = Enumerable.Range(0, _random.Next(1, 5)).Select(_ => Phase()).ToSequence();
            return new MatStep
            {
                Id = Key(),
                Title = "line",
                Dose = "",
                Segment = "",
                Seconds = (int)Math.Ceiling(phases.Sum(p => p.Seconds)),
                IsDropped = _random.Next(8) == 0,
                Priority = Priority.Should,
                Phases = phases,
            };
        }

        private RunEvent Event(Sequence<MatStep> steps, DateTimeOffset at)
        {
            var kind = Any(Enum.GetValues<RunEventKind>());
            if (kind == RunEventKind.End && _random.Next(2) > 0)
                kind = RunEventKind.Pause;
            var isStep = kind is RunEventKind.Go or RunEventKind.Skip or RunEventKind.Count;
            var step = isStep && steps.Count > 0 && _random.Next(9) > 0 ? Any(steps).Id : Key();
            var words = kind == RunEventKind.Note ? Any(["guard up", "", "  wet floor ", "left legs"]) : null;
            if (kind == RunEventKind.Roll)
                return Roll(at);
            return new RunEvent(Key(), at, kind, isStep ? step : null, _random.Next(-40, 90), words);
        }

        private readonly List<Guid> _people = [];

        private RunEvent Roll(DateTimeOffset at)
        {
            if (_people.Count < 3)
                _people.Add(Key());
            var guest = _random.Next(4) == 0 ? Any([" Ana B", "", "Tuva"]) : null;
            return new RunEvent(Key(), at, RunEventKind.Roll, Any(_people), _random.Next(-1, 4), guest);
        }

        public Run Make()
        {
            var program = new MatProgram(
                Enumerable.Range(0, _random.Next(0, 7)).Select(_ => Step()).ToSequence(),
                0,
                _random.Next(0, 120)
            );
            var clock = Hour.AddSeconds(_random.Next(-3000, 3000));
            var events = new List<RunEvent>();
            if (_random.Next(10) > 0)
                events.Add(new RunEvent(Key(), clock, RunEventKind.Start));
            for (var n = _random.Next(0, 14); n > 0; n--)
            {
                clock = clock.AddTicks(_random.Next(4) * _random.Next(0, 400_000_000));
                events.Add(Event(program.Steps, clock));
                if (_random.Next(9) == 0)
                    events.Add(events[^1]);
            }
            var shuffled = events.OrderBy(_ => _random.Next()).ToList();
            var now = clock.AddMilliseconds(_random.Next(-20_000, 90_000));
            var minutes = _random.Next(1, 8);
            var bookedEnd = Hour.AddMinutes(minutes);
            return new Run(
                program,
                shuffled,
                now.ToUnixTimeMilliseconds(),
                bookedEnd.ToUnixTimeMilliseconds(),
                minutes,
                Tell(program, RunState.Of(program, shuffled, now), bookedEnd, minutes, now)
            );
        }
    }

    private static Told Tell(
        MatProgram program,
        RunState state,
        DateTimeOffset bookedEnd,
        int minutes,
        DateTimeOffset now
    )
    {
        var current = state.Current is { } up ? program.IndexOf(up) : -1;
        var late = Lateness.Of(program, state, bookedEnd, minutes, now);
        return new Told(
            state.StartedAt?.ToUnixTimeMilliseconds(),
            state.EndedAt?.ToUnixTimeMilliseconds(),
            state.IsPaused,
            current,
            string.Join(' ', state.Lines.Select(l => l.SpentMs)),
            string.Join(' ', state.Lines.Select(l => $"{l.Shift}/{string.Join('+', l.AddedMs)}"))
        )
        {
            Skipped = string.Join(' ', state.Lines.Select(l => l.IsSkipped ? 1 : 0)),
            Notes = state.Notes,
            Roll = string.Join(' ', state.Roll.Select(r => $"{r.Who}={(int)r.Mark}/{r.Guest}")),
            Standing = current < 0 ? null : LineStanding.Of(program.Steps[current], state.Lines[current]),
            Late = late,
            OffersFit = Lateness.OffersFit(program, state, late),
        };
    }

    private static string File()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!Directory.Exists(Path.Combine(folder.FullName, "tests", "scripts")))
            folder = folder.Parent ?? throw new DirectoryNotFoundException("tests/scripts");
        return Path.Combine(folder.FullName, "tests", "scripts", "run-sequences.jsonl");
    }

    [Fact]
    public void The_file_of_runs_is_what_Core_makes_of_them()
    {
        var made = Enumerable
            .Range(1, Count)
            .Select(seed => JsonSerializer.Serialize(new Generator(seed).Make(), Options))
            .ToList();
        if (Environment.GetEnvironmentVariable("LOYALLADDER_WRITE_SEQUENCES") is not null)
            System.IO.File.WriteAllLines(File(), made);
        Assert.Equal(System.IO.File.ReadAllLines(File()), made);
        // it is worth something only where all that can happen does
        Assert.True(made.Count(m => m.Contains("\"offersFit\":true", StringComparison.Ordinal)) > 20);
        Assert.True(made.Count(m => m.Contains("\"isPaused\":true", StringComparison.Ordinal)) > 20);
        Assert.True(made.Count(m => m.Contains("\"ended\":null", StringComparison.Ordinal)) is > 100 and < 340);
    }
}
