using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Configuration;

namespace LoyalLadder.Data.Demo;

/// <summary>
/// An invented school in an old net loft: halls, people, classes, twelve weeks of lessons run and logged, and a day to plan.
/// Everything goes through what users' own input goes through, with dates relative to today.
/// </summary>
public sealed class DemoSchool(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    GroupBook groups,
    DrillBook drills,
    KeptSheetBook templates,
    EvidenceBook evidence,
    UserManager<AppUser> users,
    TimeProvider time,
    IConfiguration settings
)
{
    public const int Weeks = 12;

    /// <summary>E-mails of the demo's head instructor, an instructor and an assistant.</summary>
    public const string Head = "ines@netloft.example",
        Instructor = "marlow@netloft.example",
        Assistant = "odile@netloft.example";

    private static readonly (string Name, string Email, Role Role)[] People =
    [
        ("Ines", Head, Role.Head),
        ("Marlow", Instructor, Role.Instructor),
        ("Sunniva", "sunniva@netloft.example", Role.Instructor),
        ("Tobin", "tobin@netloft.example", Role.Instructor),
        ("Odile", Assistant, Role.Assistant),
    ];

    /// <summary>Days from today to the class's weekday, hour, minutes, hall, teacher and how many come.</summary>
    private static readonly (
        string Name,
        AgeBand Band,
        int Day,
        TimeOnly Start,
        int Minutes,
        int Hall,
        int Teacher,
        int Size
    )[] Groups =
    [
        ("Little Gulls", AgeBand.Kids, 0, new(16, 30), 40, 1, 1, 12),
        ("Kites", AgeBand.Teens, 0, new(18, 0), 45, 0, 0, 18),
        ("Cormorants", AgeBand.Adults, 0, new(19, 30), 60, 0, 3, 16),
        ("Sandpipers", AgeBand.Kids, 1, new(16, 30), 40, 0, 2, 14),
        ("Petrels", AgeBand.Teens, 3, new(18, 0), 45, 0, 1, 14),
        ("Early Tide", AgeBand.Adults, 5, new(7, 0), 60, 1, 0, 11),
    ];

    private static readonly string[] FirstNames =
    [
        "Wren",
        "Tomas",
        "Bea",
        "Idris",
        "Lotte",
        "Kofi",
        "Maren",
        "Jonty",
        "Saskia",
        "Emrys",
        "Noor",
        "Piran",
        "Dilys",
        "Otto",
        "Yara",
        "Caspar",
        "Hedda",
        "Ravi",
        "Morwen",
        "Eskil",
        "Tansy",
        "Bram",
        "Soraya",
        "Cedric",
        "Linnea",
        "Davi",
        "Oona",
        "Mattis",
        "Zadie",
        "Alban",
    ];

    private readonly Random _chance = new(20_417);

    /// <summary>Loads the school into an empty database.</summary>
    /// <returns>A token for the JSON interface, or null when somebody is there already.</returns>
    /// <exception cref="InvalidOperationException">No demo password is set.</exception>
    public Task<DemoToken?> LoadIntoEmpty(CancellationToken cancel = default) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                if (await db.Users.AnyAsync(cancel))
                    return null;
                var password =
                    settings["LOYALLADDER_DEMO_PASSWORD"]
                    ?? throw new InvalidOperationException("Set LOYALLADDER_DEMO_PASSWORD; ./start makes one.");
                var school = new School
                {
                    Name = "The Old Net Loft, Saltmere",
                    Counting = CountingLanguage.Japanese,
                    Policy =
                        "Form before height, slow before fast. Tap means stop, at once. A knock to the head ends the lesson for that person until a medical professional has seen it. Nobody trains alone with a child.",
                };
                scope.SchoolId = school.Id;
                // all or nothing: a start that is killed half-way begins anew
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                db.Schools.Add(school);
                await db.SaveChangesAsync(cancel);
                var staff = await Staff(school, password);
                scope.UserId = staff[0].Id;
                var classes = await Furnish(staff, cancel);
                await Number(cancel);
                await Keep(cancel);
                await Teach(SchoolCard.Of(school), staff, classes, cancel);
                await Grade(SchoolCard.Of(school), staff, cancel);
                var token = ApiToken.Fresh();
                db.ApiTokens.Add(
                    new ApiToken
                    {
                        Name = "Demo",
                        Hash = ApiToken.HashOf(token),
                        CreatedAt = time.GetUtcNow(),
                    }
                );
                await db.SaveChangesAsync(cancel);
                await transaction.CommitAsync(cancel);
                return new DemoToken(token);
            });

    /// <summary>The token of a demo school that was loaded just now; it is not kept anywhere else.</summary>
    public sealed record DemoToken(string Token);

    private async Task<List<AppUser>> Staff(School school, string password)
    {
        var staff = new List<AppUser>();
        foreach (var (name, email, role) in People)
        {
            var user = new AppUser
            {
                UserName = email,
                Email = email,
                DisplayName = name,
                Role = role,
                SchoolId = school.Id,
                Id = Guid.CreateVersion7(),
            };
            var made = await users.CreateAsync(user, password);
            if (!made.Succeeded)
                throw new InvalidOperationException(string.Join(' ', made.Errors.Select(e => e.Description)));
            staff.Add(user);
        }
        return staff;
    }

    private async Task<List<ClassGroup>> Furnish(List<AppUser> staff, CancellationToken cancel)
    {
        Hall[] halls =
        [
            new()
            {
                Name = "Net loft",
                LengthMetres = 12,
                WidthMetres = 9,
                Bags = 4,
            },
            new()
            {
                Name = "Sail room",
                LengthMetres = 9,
                WidthMetres = 6,
                Bags = 0,
            },
        ];
        db.Halls.AddRange(halls);
        db.KitItems.AddRange(
            new KitItem
            {
                Name = "mitts",
                Count = 16,
                FetchSeconds = 25,
            },
            new KitItem
            {
                Name = "kick pads",
                Count = 10,
                FetchSeconds = 25,
            },
            new KitItem
            {
                Name = "shields",
                Count = 8,
                FetchSeconds = 40,
            },
            new KitItem
            {
                Name = "gloves",
                Count = 20,
                FetchSeconds = 60,
            },
            new KitItem
            {
                Name = "spots",
                Count = 24,
                FetchSeconds = 20,
            },
            new KitItem
            {
                Name = "bags",
                Count = 4,
                FetchSeconds = 0,
            }
        );
        var tracks = UsualRanks.Tracks().ToList();
        db.Tracks.AddRange(tracks);
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var classes = new List<ClassGroup>();
        var taken = new HashSet<string>();
        foreach (var g in Groups)
        {
            var ranks = tracks.Single(t => t.Band == g.Band).Ranks;
            var group = new ClassGroup
            {
                Name = g.Name,
                Band = g.Band,
                Weekday = today.AddDays(g.Day).DayOfWeek,
                Start = g.Start,
                Minutes = g.Minutes,
                HallId = halls[g.Hall].Id,
                TeacherId = staff[g.Teacher].Id,
                LowestRankId = ranks[0].Id,
                HighestRankId = ranks[Math.Min(5, ranks.Count - 1)].Id,
            };
            classes.Add(group);
            for (var i = 0; i < g.Size; i++)
            {
                var student = Student(taken, ranks[_chance.Next(0, 6)]);
                group.Enrolments.Add(
                    new Enrolment
                    {
                        ClassId = group.Id,
                        Student = student,
                        StudentId = student.Id,
                    }
                );
            }
        }
        db.Classes.AddRange(classes);
        await db.SaveChangesAsync(cancel);
        return classes;
    }

    /// <summary>Numbers the combinations and drills, and lets the ranks ask for them.</summary>
    private async Task Number(CancellationToken cancel)
    {
        var book = new CombinationBook(db, own);
        var tracks = await db.Tracks.Include(t => t.Ranks).ToListAsync(cancel);
        foreach (var draft in DemoCombinations.All((band, step) => RankOf(tracks.Single(t => t.Band == band), step).Id))
        {
            var saved = await book.Save(null, Guid.CreateVersion7(), null, draft, NamingSchool.Generic, cancel);
            if (saved.Errors.Any)
                throw new InvalidOperationException($"#{draft.Number}: {saved.Errors.First}");
        }
        foreach (var track in tracks)
        {
            // ranks ask for what the school teaches, and each for one thing that it does not: those are the holes to find
            var taught = (await Taught(track.Band, cancel)).ToDictionary(t => t.Learnable, t => t.Stage);
            var missing = new HashSet<int>();
            foreach (var (technique, step, stage) in DemoCombinations.Requirements)
            {
                if (track.Band == AgeBand.Kids && step >= 5)
                    continue;
                if (!taught.TryGetValue(technique, out var reached) && (step % 3 != 2 || !missing.Add(step)))
                    continue;
                var isDefence = technique.EndsWith("release", StringComparison.Ordinal);
                db.Requirements.Add(
                    new RequirementRow
                    {
                        RankId = RankOf(track, step).Id,
                        Position = isDefence ? 15 : step,
                        Kind = isDefence ? RequirementKind.SelfDefence : RequirementKind.Technique,
                        Learnable = technique,
                        Stage = reached > 0 ? Math.Min(stage, reached) : stage,
                    }
                );
            }
            foreach (
                var numbered in (
                    await db
                        .NumberedCombinations.Where(c => c.Rank!.TrackId == track.Id)
                        .OrderBy(c => c.Number)
                        .ToListAsync(cancel)
                ).Where(c => taught.ContainsKey(Learnables.OfNumber(c.Number)) || c.Number is "SD-12")
            )
                db.Requirements.Add(
                    new RequirementRow
                    {
                        Position = 20,
                        RankId = numbered.RankId!.Value,
                        Kind =
                            numbered.Kind == CombinationKind.SelfDefence
                                ? RequirementKind.SelfDefence
                                : RequirementKind.Combination,
                        Learnable = Learnables.OfNumber(numbered.Number),
                        Stage = numbered.Kind == CombinationKind.SelfDefence ? 5 : 4,
                    }
                );
        }
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>What the demo's sheets of an age teach, with the highest stage.</summary>
    private async Task<List<(string Learnable, int Stage)>> Taught(AgeBand band, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return
        [
            .. DemoSheets
                .For(band)
                .SelectMany(t => facts.Material.Sheets(facts.School.Naming).Read(t).Plan.Lines)
                .SelectMany(l => Learnables.Of(l.Moves).Select(m => (Learnable: m, Stage: Stages.Of(l))))
                .GroupBy(x => x.Learnable)
                .Select(g => (g.Key, g.Max(x => x.Stage))),
        ];
    }

    /// <summary>Ranks held for a while, signatures given, a grading in three weeks, and two care notes.</summary>
    private async Task Grade(SchoolCard school, List<AppUser> staff, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        var today = SchoolTime.Today(school, time);
        foreach (var rank in await db.Ranks.Include(r => r.Track).ToListAsync(cancel))
        {
            if (rank.Position == 0)
                continue;
            (rank.LeastDays, rank.LeastLessons) =
                rank.Track!.Band == AgeBand.Kids ? (60, 8) : (90 + (10 * rank.Position), 8 + rank.Position);
            db.Requirements.Add(
                new RequirementRow
                {
                    RankId = rank.Id,
                    Position = 40,
                    Kind = RequirementKind.Fitness,
                    Learnable = rank.Track.Band == AgeBand.Kids ? "jumping-jack" : "push-up",
                    Stage = 2,
                    Amount = 5 + (5 * rank.Position),
                }
            );
            if (rank.Stripes == 0 && rank.Position <= 4)
                db.Requirements.Add(
                    new RequirementRow
                    {
                        RankId = rank.Id,
                        Position = 41,
                        Kind = RequirementKind.Challenge,
                        Learnable = $"challenge:harbour-{rank.Position}",
                        Words = $"Ten minutes of practice at home on {2 + rank.Position} days",
                        Stage = 1,
                    }
                );
            if (rank.Position >= 3 && rank.Stripes == 0)
                db.Requirements.Add(
                    new RequirementRow
                    {
                        RankId = rank.Id,
                        Position = 42,
                        Kind = RequirementKind.Form,
                        Learnable = $"form:tide-{rank.Position}",
                        Words = $"Form of the tide, part {rank.Position - 2}",
                        Stage = 2,
                        Signers = 2,
                    }
                );
        }
        await db.SaveChangesAsync(cancel);
        var tracks = await db.Tracks.Include(t => t.Ranks).ToListAsync(cancel);
        var asked = (await db.Requirements.ToListAsync(cancel)).ToLookup(r => r.RankId);
        AppUser[] signers = [.. staff.Where(s => s.Role != Role.Assistant)];
        foreach (var student in await db.Students.OrderBy(s => s.Id).ToListAsync(cancel))
        {
            student.RankSince = today.AddDays(-_chance.Next(40, 260));
            var next = tracks
                .SelectMany(t =>
                    t.Ranks.OrderBy(r => r.Position).SkipWhile(r => r.Id != student.RankId).Skip(1).Take(1)
                )
                .FirstOrDefault();
            // most have most of it signed, some all, a few nothing
            var share = Math.Min(1, _chance.NextDouble() * 2);
            foreach (var requirement in next is null ? [] : asked[next.Id])
                if (_chance.NextDouble() < share)
                    foreach (var signer in signers.OrderBy(_ => _chance.Next()).Take(requirement.Signers))
                        db.SignOffs.Add(
                            new SignOff
                            {
                                StudentId = student.Id,
                                RequirementId = requirement.Id,
                                SignerId = signer.Id,
                                On = today.AddDays(-_chance.Next(1, 40)),
                            }
                        );
        }
        var classes = await db.Classes.Include(c => c.Enrolments).OrderBy(c => c.Name).ToListAsync(cancel);
        (string Class, string Words)[] cares =
        [
            ("Kites", "Left knee: no jumps, kicks below the belt only"),
            ("Kites", "New glasses: no pad work at head height"),
            ("Cormorants", "Shoulder healing: no falls"),
            ("Sandpipers", "Loud shouts frighten: give a sign first"),
        ];
        foreach (var (name, words) in cares)
        {
            var enrolled = classes.Single(c => c.Name == name).Enrolments;
            db.CareNotes.Add(
                new CareNote
                {
                    StudentId = enrolled[_chance.Next(enrolled.Count)].StudentId,
                    Words = words,
                    Until = today.AddDays(20),
                }
            );
        }
        db.Gradings.Add(
            new Grading { TrackId = tracks.Single(t => t.Band == AgeBand.Teens).Id, On = today.AddDays(21) }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Keeps drills, and sheets for the weeks of the year.</summary>
    private async Task Keep(CancellationToken cancel)
    {
        foreach (var draft in DemoDrills.All)
            if (
                (await drills.Save(null, Guid.CreateVersion7(), null, draft, cancel)).Saved.Errors is
                { Any: true } wrong
            )
                throw new InvalidOperationException($"{draft.Name}: {wrong.First}");
        foreach (var band in Enum.GetValues<AgeBand>())
        foreach (var (text, i) in DemoSheets.For(band).Select((t, i) => (t, i)))
        {
            var draft = new KeptSheetDraft(text.Split('\n')[0].TrimStart('#', ' '), band, i + 1, text);
            var saved = await templates.Save(null, Guid.CreateVersion7(), null, draft, cancel);
            if (saved.Errors.Any)
                throw new InvalidOperationException(saved.Errors.First);
        }
    }

    /// <summary>The rank of a colour's step in a track, whose kids' ranks have a part step between the colours.</summary>
    private static RankRow RankOf(TrackRow track, int step)
    {
        var colours = track.Ranks.Where(r => r.Stripes == 0).OrderBy(r => r.Position).ToList();
        return colours[Math.Min(step, colours.Count - 1)];
    }

    private Student Student(HashSet<string> taken, RankRow rank)
    {
        while (true)
        {
            var (first, initial) = (
                FirstNames[_chance.Next(FirstNames.Length)],
                ((char)('A' + _chance.Next(24))).ToString()
            );
            if (taken.Add(first + initial))
                return new Student
                {
                    FirstName = first,
                    Initial = initial,
                    RankId = rank.Id,
                };
        }
    }

    /// <summary>Twelve weeks run and logged, one lesson left to log, and today's first two classes planned.</summary>
    private async Task Teach(SchoolCard school, List<AppUser> staff, List<ClassGroup> classes, CancellationToken cancel)
    {
        var clock = new DemoClock(time);
        var sheets = new LessonSheets(db, own, groups, new SheetQuotes(db), clock);
        var runs = new LessonRuns(db, sheets, clock);
        var logs = new LessonLogs(db, scope, own, sheets, runs, evidence, clock);
        var today = SchoolTime.Today(school, time);
        for (var i = 0; i < classes.Count; i++)
        {
            // the database does not track what the loop has finished with, so that it stays quick
            db.ChangeTracker.Clear();
            var group = classes[i];
            var written = DemoSheets.For(group.Band);
            for (var week = Weeks; week >= 1; week--)
            {
                var date = today.AddDays(Groups[i].Day - (7 * week));
                var lesson = await Begin(sheets, group, date, written[(week + i) % written.Count], cancel);
                clock.Set(SchoolTime.At(school, date, group.Start).AddMinutes(_chance.Next(0, 3)));
                await Run(runs, lesson.Id, clock, group.Minutes, cancel);
                if (i == 4 && week == 1)
                    continue; // somebody always forgets one
                await Log(logs, lesson.Id, group, clock, cancel);
                db.ChangeTracker.Clear();
            }
        }
        clock.Reset();
        var kites = await Begin(sheets, classes[1], today, DemoSheets.For(AgeBand.Teens)[0], cancel);
        scope.UserId = staff.Single(s => s.Email == Instructor).Id;
        var comments = new LineComments(db, scope, clock);
        foreach (
            var (line, words) in new[]
            {
                (2, "The lane by the door is wet after rain: start the lines at the far wall."),
                (5, "Two are new to this: pair them with seniors."),
            }
        )
            if (await comments.Say(kites.Id, kites.Lines[line].Id, Guid.CreateVersion7(), words, cancel) is { } refused)
                throw new InvalidOperationException(refused);
        scope.UserId = staff[0].Id;
        await Begin(sheets, classes[2], today, DemoSheets.For(AgeBand.Adults)[0], cancel);
    }

    private static async Task<Lesson> Begin(
        LessonSheets sheets,
        ClassGroup group,
        DateOnly date,
        string text,
        CancellationToken cancel
    )
    {
        var begun = await sheets.Begin(Guid.CreateVersion7(), group.Id, date, text, cancel);
        return begun.Lesson ?? throw new InvalidOperationException(begun.Errors.First);
    }

    /// <summary>Runs a lesson as it goes: most lines a little long, and the end cut when the time is up.</summary>
    private async Task Run(LessonRuns runs, Guid lessonId, DemoClock clock, int minutes, CancellationToken cancel)
    {
        var run = (await runs.Open(lessonId, cancel))!;
        var steps = run.ReadProgram().Steps;
        var bookedEnd = clock.GetUtcNow().AddMinutes(minutes + _chance.Next(-2, 3));
        var events = new List<RunEvent> { Press(RunEventKind.Start, null) };
        for (var i = 0; i < steps.Count; i++)
        {
            clock.Pass(steps[i].Seconds * Math.Exp((_chance.NextDouble() * 0.34) - 0.08));
            var next = i + 1 < steps.Count ? steps[i + 1].Id : (Guid?)null;
            // with the time nearly up, what can be left out is left out
            while (
                next is not null
                && clock.GetUtcNow().AddSeconds(steps[i + 1].Seconds) > bookedEnd
                && steps[i + 1].Priority != Core.Lessons.Priority.Must
            )
            {
                events.Add(Press(RunEventKind.Go, next));
                clock.Pass(2);
                i++;
                next = i + 1 < steps.Count ? steps[i + 1].Id : null;
                if (next is not null)
                    events.Add(Press(RunEventKind.Skip, next));
            }
            if (next is null || clock.GetUtcNow() > bookedEnd)
                break;
            if (events[^1].Step != next)
                events.Add(Press(RunEventKind.Go, next));
        }
        events.Add(Press(RunEventKind.End, null));
        await runs.Keep(lessonId, events, cancel);

        // no two at the same instant: which came first would be left to their keys
        RunEvent Press(RunEventKind kind, Guid? step)
        {
            clock.Pass(0.001);
            return new(Guid.CreateVersion7(clock.GetUtcNow()), clock.GetUtcNow(), kind, step);
        }
    }

    private async Task Log(LessonLogs logs, Guid lessonId, ClassGroup group, DemoClock clock, CancellationToken cancel)
    {
        clock.Pass(60);
        var today = DateOnly.FromDateTime(time.GetUtcNow().UtcDateTime);
        // one in fourteen has not been seen for over a month
        var away = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime) > today.AddDays(-35);
        var there = group
            .Enrolments.Where((_, i) => !(away && i % 14 == 5) && _chance.NextDouble() < 0.82)
            .ToDictionary(
                e => e.StudentId,
                _ => (Presence?)(_chance.NextDouble() < 0.06 ? Presence.Late : Presence.Present)
            );
        string[] notes =
        [
            "",
            "",
            "",
            "Good energy. Guard still drops on the way back.",
            "Two new faces, paired them with seniors.",
            "Floor was slippery near the door, moved the lines.",
            "Ran short at the end, talked too long before pads.",
            "Left legs are lazy, start there next time.",
        ];
        await logs.Save(
            lessonId,
            new LogForm
            {
                Presences = there,
                PresencesSeen = new Dictionary<Guid, Presence?>(),
                Outcomes = new Dictionary<Guid, LineOutcome>(),
                Notes = notes[_chance.Next(notes.Length)],
            },
            cancel
        );
    }

    /// <summary>A clock that can be set to when something is said to have happened.</summary>
    private sealed class DemoClock(TimeProvider real) : TimeProvider
    {
        private DateTimeOffset? _now;

        public override DateTimeOffset GetUtcNow() => _now ?? real.GetUtcNow();

        public void Set(DateTimeOffset now) => _now = now.ToUniversalTime();

        public void Pass(double seconds) => _now = GetUtcNow().AddSeconds(seconds);

        public void Reset() => _now = null;
    }
}
