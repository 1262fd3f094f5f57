using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The rolled-up evidence against a plain recount of the logs, which are the truth.</summary>
public sealed class EvidenceTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private sealed record Taught(double Exposures, int Stage, int Left, int Right, DateOnly Last);

    /// <summary>A log with what its lines exposed people to, counted line by line without the tables in between.</summary>
    private sealed record ReadLog(DateOnly Date, HashSet<Guid> There, Dictionary<string, Taught> Taught);

    private static ReadLog Read(LessonLog log, Func<LogLine, IEnumerable<TaughtLine>> lines)
    {
        var lesson = new Dictionary<string, Taught>();
        foreach (
            var (line, outcome) in log
                .Lines.SelectMany(l => lines(l).Select(line => (line, l.Outcome)))
                .Where(l => l.Outcome != LineOutcome.NotDone)
        )
        foreach (var t in Exposures.Of([(line, outcome)]))
        {
            var was = lesson.GetValueOrDefault(t.Learnable, new Taught(0, 0, 0, 0, default));
            // a lesson counts once, done before part done, whatever number of stages it took
            lesson[t.Learnable] = new Taught(
                Math.Max(t.Share, was.Exposures),
                Math.Max(t.Stage, was.Stage),
                was.Left + t.Reps.Left,
                was.Right + t.Reps.Right,
                log.Lesson!.Date
            );
        }
        return new ReadLog(
            log.Lesson!.Date,
            [.. log.Attendances.Where(a => a.Presence != Presence.Watching).Select(a => a.StudentId)],
            lesson
        );
    }

    private static Dictionary<string, Taught> Recount(IEnumerable<ReadLog> logs)
    {
        var sum = new Dictionary<string, Taught>();
        foreach (var log in logs)
        foreach (var (learnable, l) in log.Taught)
        {
            var was = sum.GetValueOrDefault(learnable, new Taught(0, 0, 0, 0, default));
            sum[learnable] = new Taught(
                was.Exposures + l.Exposures,
                Math.Max(was.Stage, l.Stage),
                was.Left + l.Left,
                was.Right + l.Right,
                log.Date > was.Last ? log.Date : was.Last
            );
        }
        return sum;
    }

    private sealed class School(AsyncServiceScope scope) : IAsyncDisposable
    {
        public LadderContext Db { get; } = scope.ServiceProvider.GetRequiredService<LadderContext>();

        public static async Task<School> Of(LadderServer server)
        {
            var school = new School(server.Services.CreateAsyncScope());
            await using var owner = server.Owner();
            school.Get<SchoolScope>().SchoolId = await owner.Schools.Select(s => s.Id).SingleAsync(Cancel);
            return school;
        }

        public T Get<T>()
            where T : notnull => scope.ServiceProvider.GetRequiredService<T>();

        public ValueTask DisposeAsync() => scope.DisposeAsync();

        /// <summary>
        /// Corrections of all kinds: what was done, who was there, somebody who was left out and somebody who was
        /// forgotten.
        /// </summary>
        public async Task Correct(int logs, Random random)
        {
            var ids = await Db.Logs.OrderBy(l => l.Id).Select(l => l.Id).ToListAsync(Cancel);
            var students = await Db.Students.OrderBy(s => s.Id).Select(s => s.Id).ToListAsync(Cancel);
            var chosen = ids.OrderBy(_ => random.Next()).Take(logs).ToList();
            foreach (
                var log in await Db
                    .Logs.AsNoTracking()
                    .Include(l => l.Lines)
                    .Include(l => l.Attendances)
                    .AsSplitQuery()
                    .Where(l => chosen.Contains(l.Id))
                    .OrderBy(l => l.Id)
                    .ToListAsync(Cancel)
            )
            {
                var outcomes = log
                    .Lines.Where(_ => random.Next(3) == 0)
                    .ToDictionary(l => l.SheetLineId, _ => (LineOutcome)random.Next(3));
                var there = log
                    .Attendances.Where(_ => random.Next(8) > 0)
                    .ToDictionary(a => a.StudentId, a => random.Next(10) == 0 ? Presence.Watching : a.Presence);
                there[students[random.Next(students.Count)]] = Presence.Present;
                var form = new LogForm
                {
                    Presences = there.ToDictionary(t => t.Key, t => (Presence?)t.Value),
                    PresencesSeen = log.Attendances.ToDictionary(a => a.StudentId, a => (Presence?)a.Presence),
                    Outcomes = outcomes,
                    OutcomesSeen = log.Lines.ToDictionary(l => l.SheetLineId, l => l.Outcome),
                    Notes = "corrected",
                    NotesSeen = log.Notes,
                };
                Assert.NotNull(await Get<LessonLogs>().Save(log.LessonId, form, Cancel));
                Db.ChangeTracker.Clear();
            }
        }

        /// <summary>For some students the table says what their logs say; for all where no number is given.</summary>
        /// <param name="asRead">Reads the lines anew from their words; else what was frozen with them is taken.</param>
        /// <param name="random">Chooses the students.</param>
        /// <param name="students">How many.</param>
        public async Task<int> Agrees(bool asRead, Random? random = null, int students = int.MaxValue)
        {
            Db.ChangeTracker.Clear();
            var facts = await Get<OwnSchool>().Facts(Cancel);
            var texts = new Dictionary<string, List<LessonLine>>();
            List<LessonLine> Lines(string text) =>
                texts.TryGetValue(text, out var known)
                    ? known
                    : texts[text] = [.. facts.Material.Row(text, facts.School.Naming).OfType<LessonLine>()];
            var logs = await Db
                .Logs.AsNoTracking()
                .Include(l => l.Lesson!.Class)
                .Include(l => l.Lines)
                .Include(l => l.Attendances)
                .AsSplitQuery()
                .ToListAsync(Cancel);
            var read = logs.ConvertAll(log =>
                Read(
                    log,
                    line =>
                        asRead
                            ? Lines(line.Text).Select(l => TaughtLine.Of(l, SettingOf(log)))
                            : [TaughtLine.Read(line.Taught)]
                )
            );
            var evidence = (await Db.Evidence.AsNoTracking().ToListAsync(Cancel)).ToLookup(e => e.StudentId);
            var asked = (await Db.Students.OrderBy(s => s.Id).Select(s => s.Id).ToListAsync(Cancel))
                .OrderBy(_ => random?.Next() ?? 0)
                .Take(students)
                .ToList();
            foreach (var student in asked)
                Assert.Equal(
                    string.Join(
                        '\n',
                        Recount(read.Where(l => l.There.Contains(student)))
                            .Select(p => $"{p.Key} {p.Value}")
                            .Order(StringComparer.Ordinal)
                    ),
                    string.Join(
                        '\n',
                        evidence[student]
                            .Select(e =>
                                $"{e.Learnable} {new Taught(e.Exposures, e.Stage, e.LeftReps, e.RightReps, e.LastOn)}"
                            )
                            .Order(StringComparer.Ordinal)
                    )
                );
            return asked.Count;
        }

        private static LessonSetting SettingOf(LessonLog log) =>
            new()
            {
                Band = log.Band,
                Heads = log.Heads,
                Minutes = log.Lesson!.Minutes,
                Floor = new FloorSize(log.FloorLength, log.FloorWidth),
            };

        public async Task<List<string>> Rows() =>
            [
                .. (await Db.Evidence.AsNoTracking().ToListAsync(Cancel))
                    .Select(e =>
                        $"{e.StudentId} {e.Learnable} {e.Exposures} {e.Stage} {e.LeftReps} {e.RightReps} "
                        + $"{e.FirstOn} {e.LastOn} {string.Join(',', e.ByStage)} "
                        + $"{string.Join(',', e.RecentDays)} {string.Join(',', e.RecentShares)}"
                    )
                    .Order(StringComparer.Ordinal),
            ];
    }

    [Fact]
    public async Task Evidence_is_what_a_plain_recount_of_the_logs_gives_after_corrections_and_after_a_rebuild()
    {
        await using var server = await LadderServer.Start();
        await using var school = await School.Of(server);
        await school.Correct(25, new Random(7));
        Assert.True(await school.Agrees(asRead: true) >= 70);
        var before = await school.Rows();
        await school.Get<EvidenceBook>().Rebuild(Cancel);
        Assert.Equal(before, await school.Rows());
        await school.Agrees(asRead: true);
    }

    [Fact]
    public async Task What_was_taught_stays_whatever_is_changed_afterwards()
    {
        await using var server = await LadderServer.Start();
        await using var school = await School.Of(server);
        var (before, logs) = (await school.Rows(), await LogsAsKept(server));

        // sheets, combinations, drills, halls, heads and the names of people: all of it is other from now on
        await using (var owner = server.Owner())
            foreach (
                var sql in new[]
                {
                    "UPDATE sheet_lines SET text = 'plank 1:00'",
                    "DELETE FROM sheet_lines WHERE id IN (SELECT id FROM sheet_lines ORDER BY id LIMIT 100)",
                    "UPDATE numbered_combinations SET notation = 'jab'",
                    "UPDATE drills SET text = 'plank 30s'",
                    "UPDATE halls SET length_metres = 3, width_metres = 2, bags = 0",
                    "UPDATE lessons SET heads = 99, hall_id = NULL",
                    "UPDATE \"AspNetUsers\" SET display_name = 'Somebody ' || left(id::text, 8)",
                }
            )
                await owner.Database.ExecuteSqlRawAsync(sql, Cancel);
        await school.Get<EvidenceBook>().Rebuild(Cancel);
        Assert.Equal(before, await school.Rows());
        Assert.Equal(logs, await LogsAsKept(server));
    }

    private static async Task<List<string>> LogsAsKept(LadderServer server)
    {
        await using var owner = server.Owner();
        var lines = await owner.LogLines.IgnoreQueryFilters().AsNoTracking().OrderBy(l => l.Id).ToListAsync(Cancel);
        return lines.ConvertAll(l => $"{l.Text}|{l.Taught}|{l.Outcome}|{l.PlannedSeconds}|{l.ActualSeconds}");
    }

    [Fact]
    public async Task In_a_school_of_two_thousand_lessons_it_is_so_for_two_hundred_students_taken_at_random()
    {
        await using var server = await LadderServer.Start();
        await using (var owner = server.Owner())
            await Grow(owner, classes: 8);
        await using var school = await School.Of(server);
        Assert.True(await school.Db.Logs.CountAsync(Cancel) > 2000);
        await school.Get<EvidenceBook>().Rebuild(Cancel);
        var random = new Random(200);
        await school.Correct(30, random);
        Assert.Equal(200, await school.Agrees(asRead: false, random, 200));
    }

    /// <summary>The generated school that the load is measured on, on the days of the tests' clock.</summary>
    private static async Task Grow(LadderContext owner, int classes)
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "bench", "large-school.sql")))
            folder = folder.Parent ?? throw new FileNotFoundException("bench/large-school.sql");
        var lines = (
            await File.ReadAllLinesAsync(Path.Combine(folder.FullName, "bench", "large-school.sql"), Cancel)
        ).Where(l => !l.StartsWith('\\') && !l.StartsWith("--", StringComparison.Ordinal));
        var script = string.Join('\n', lines)
            .Replace(
                ":classes",
                classes.ToString(System.Globalization.CultureInfo.InvariantCulture),
                StringComparison.Ordinal
            )
            .Replace("current_date", "DATE '2041-05-07'", StringComparison.Ordinal);
        owner.Database.SetCommandTimeout(TimeSpan.FromMinutes(2));
        // braces would be taken for parameters; there are none in it
        Assert.DoesNotContain('{', script);
        await owner.Database.OpenConnectionAsync(Cancel);
        await owner.Database.ExecuteSqlRawAsync(script, Cancel);
    }
}
