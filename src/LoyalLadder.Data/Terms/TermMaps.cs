using LoyalLadder.Core;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Terms;

/// <summary>Something that may go into a term, with what was said of it.</summary>
/// <param name="Learnable">See <see cref="Core.Lessons.Learnables"/>.</param>
/// <param name="Name">As it is shown.</param>
/// <param name="Need">Who needs it; null where somebody added it.</param>
/// <param name="IsIn">It goes in.</param>
/// <param name="Wanted">Lessons that are to hold it.</param>
/// <param name="IsOwn">Somebody said something of it.</param>
public sealed record TermChoiceLine(string Learnable, string Name, TermNeed? Need, bool IsIn, int Wanted, bool IsOwn);

/// <summary>A class in a term, read.</summary>
public sealed record ClassMap(
    TermRow Term,
    ClassGroup Class,
    ClassTermRow Row,
    ClassTerm Plain,
    KeptTerm Kept,
    IReadOnlyList<TermChoiceLine> Choice
)
{
    public TermMap Map(KeptTerm? proposed = null) => TermMap.Of(Plain, proposed ?? Kept);
}

/// <summary>One line of what goes in, as the form has it, with what stood there when it was filled.</summary>
/// <param name="Learnable">What.</param>
/// <param name="IsIn">Whether it goes in.</param>
/// <param name="Wanted">How often; null for as often as the others.</param>
/// <param name="SeenIn">Whether it went in.</param>
/// <param name="SeenWanted">How often.</param>
public sealed record AskedThing(string Learnable, bool IsIn, int? Wanted, bool SeenIn, int? SeenWanted)
{
    /// <summary>Whether it goes in: because it was ticked, or because a number of times was newly typed beside it.</summary>
    public bool PutIn => IsIn || (Wanted is not null && Wanted != SeenWanted);
}

/// <summary>Something that the plan of a class has for a session.</summary>
/// <param name="Learnable">What.</param>
/// <param name="Stage">At which stage, 1 to 6.</param>
/// <param name="IsPinned">Somebody said that it must be there.</param>
public sealed record PlannedThing(string Learnable, int Stage, bool IsPinned);

/// <summary>Reads what a class is to be taught in a term, and what became of it.</summary>
public sealed class TermMaps(
    LadderContext db,
    OwnSchool own,
    SyllabusBook syllabus,
    TimetableBook timetable,
    SchoolCache memory,
    TimeProvider time
)
{
    /// <summary>Lessons before the term that are looked at, in days.</summary>
    private const int DaysBefore = 180;

    /// <summary>A class in a term; null where there is no such class.</summary>
    public async Task<ClassMap?> Read(TermRow term, Guid classId, CancellationToken cancel)
    {
        var group = await db
            .Classes.AsNoTracking()
            .FirstOrDefaultAsync(c => c.Id == classId && c.ArchivedAt == null, cancel);
        if (group is null)
            return null;
        var row = await RowOf(term.Id, classId, cancel);
        var facts = await own.Facts(cancel);
        var sessions = (await timetable.Sessions(term.From, term.Until, cancel))
            .Where(s => s.Class == classId)
            .ToList();
        var (people, tracks) = await People(group, cancel);
        var choice = Choice(row, people, facts);
        var taught = await Taught(classId, term, [.. choice.Where(c => c.IsIn).Select(c => c.Learnable)], cancel);
        var plain = new ClassTerm
        {
            From = term.From,
            Until = term.Until,
            Sessions = sessions,
            Things =
            [
                .. choice.Where(c => c.IsIn).Select(c => ThingOf(c, people.Count, group, facts, taught[c.Learnable])),
            ],
            Share = row.Share,
            Limits = row.Limits,
            Grading = GradingOf(term, tracks),
            Pins = row.Pins.ConvertAll(p => p.Plain()),
            Today = SchoolTime.Today(facts.School, time),
        };
        plain = plain with { Logged = await Logged(classId, plain, cancel) };
        return new ClassMap(term, group, row, plain, KeptTerm.Read(row.Plan), choice);
    }

    private async Task<ClassTermRow> RowOf(Guid term, Guid group, CancellationToken cancel) =>
        await db
            .ClassTerms.AsNoTracking()
            .Include(c => c.Things)
            .Include(c => c.Pins)
            .AsSplitQuery()
            .FirstOrDefaultAsync(c => c.TermId == term && c.ClassId == group, cancel)
        ?? ClassTermRow.Of(term, await db.Classes.AsNoTracking().FirstAsync(c => c.Id == group, cancel));

    private sealed record Person(Guid Id, Guid? RankId);

    private async Task<(List<TermLearner> People, HashSet<Guid> Tracks)> People(
        ClassGroup group,
        CancellationToken cancel
    )
    {
        var ladder = await syllabus.Read(cancel);
        var people = await db
            .Enrolments.Where(e => e.ClassId == group.Id)
            .Select(e => new Person(e.StudentId, e.Student!.RankId))
            .ToListAsync(cancel);
        var next = people.ConvertAll(p => ladder.Next(p.RankId, group.Band));
        var asked = next.OfType<Rank>().SelectMany(r => r.Requirements).Select(r => r.Learnable).Distinct().ToList();
        var ids = people.ConvertAll(p => p.Id);
        var stages = (
            await db
                .Evidence.Where(e => ids.Contains(e.StudentId) && asked.Contains(e.Learnable))
                .Select(e => new
                {
                    e.StudentId,
                    e.Learnable,
                    e.Stage,
                })
                .ToListAsync(cancel)
        ).ToLookup(e => e.StudentId);
        var tracks = next.OfType<Rank>().Select(r => r.TrackId).ToHashSet();
        return (
            [
                .. people.Select(
                    (p, n) => new TermLearner(next[n], stages[p.Id].ToDictionary(e => e.Learnable, e => e.Stage))
                ),
            ],
            tracks
        );
    }

    private static List<TermChoiceLine> Choice(ClassTermRow row, List<TermLearner> people, SchoolFacts facts)
    {
        var said = row.Things.ToDictionary(t => t.Learnable);
        var asked = TermChoice.Of(people).Where(n => new Learnable(n.Learnable).IsStaged).ToList();
        var choice = asked.ConvertAll(n =>
        {
            var own = said.GetValueOrDefault(n.Learnable);
            // what somebody asked for by number goes in even where most have it
            var isIn = own is null ? !n.IsMet : !own.IsLeftOut && (own.Wanted is not null || !n.IsMet);
            return Line(n.Learnable, n, isIn, own);
        });
        choice.AddRange(
            row.Things.Where(t =>
                    t is { IsLeftOut: false, Wanted: not null } && !asked.Exists(n => n.Learnable == t.Learnable)
                )
                .Select(t => Line(t.Learnable, null, true, t))
        );
        return choice;

        TermChoiceLine Line(string learnable, TermNeed? need, bool isIn, TermThingRow? own) =>
            new(
                learnable,
                facts.Material.NameOf(learnable, facts.School.Naming),
                need,
                isIn,
                own?.Wanted ?? row.Wanted,
                own is not null
            );
    }

    private static TermThing ThingOf(
        TermChoiceLine line,
        int people,
        ClassGroup group,
        SchoolFacts facts,
        IEnumerable<TaughtOn> taught
    )
    {
        var technique = facts.Material.Catalogue.Find(line.Learnable);
        var parts = facts.Material.PartsOf(line.Learnable).ToList();
        var works = technique is null
            ? parts.Select(facts.Material.Catalogue.Find).OfType<Core.Techniques.Technique>().ToList()
            : [technique];
        var asked = line.Need?.Asked ?? 4;
        return new TermThing
        {
            Learnable = line.Learnable,
            Name = line.Name,
            Rank = line.Need?.Rank,
            Asked = asked,
            Wanted = line.Wanted,
            Seconds = TermSeconds.Of(
                facts.Material.Sheets(facts.School.Naming),
                OpenSheet.Setting(group, people, facts),
                facts.Material.OnSheets(line.Learnable, facts.School.Naming),
                technique,
                asked
            ),
            After = (technique is null ? parts.Where(p => p != line.Learnable) : technique.BuildsOn).ToSequence(),
            Regions = works.SelectMany(w => w.Regions).Distinct().ToSequence(),
            Effort = works.Select(w => w.Effort).DefaultIfEmpty(2).Max(),
            Weight = line.Need?.WeightAmong(people) ?? 1,
            Taught = [.. taught],
        };
    }

    private async Task<ILookup<string, TaughtOn>> Taught(
        Guid classId,
        TermRow term,
        List<string> learnables,
        CancellationToken cancel
    )
    {
        var since = term.From.AddDays(-DaysBefore);
        var rows = await db
            .TaughtItems.Where(t =>
                t.Date >= since && t.Date <= term.Until && t.LessonShare > 0 && learnables.Contains(t.Learnable)
            )
            .Join(
                db.Logs.Where(l => l.ClassId == classId),
                t => t.LogId,
                l => l.Id,
                (t, l) =>
                    new
                    {
                        t.Learnable,
                        l.On,
                        l.Start,
                        t.Stage,
                    }
            )
            .OrderBy(t => t.On)
            .ThenBy(t => t.Start)
            .ToListAsync(cancel);
        return rows.ToLookup(r => r.Learnable, r => new TaughtOn(r.On, r.Start, r.Stage));
    }

    private async Task<IReadOnlySet<string>> Logged(Guid classId, ClassTerm term, CancellationToken cancel)
    {
        var logs = await db
            .Logs.Where(l => l.ClassId == classId && l.On >= term.From && l.On <= term.Until && l.OutcomesAt != null)
            .Select(l => new { l.On, l.Start })
            .ToListAsync(cancel);
        return logs.Select(l => TermMap.SessionOf(term, l.On, l.Start))
            .Where(n => n >= 0)
            .Select(n => ClassTerm.KeyOf(term.Sessions[n]))
            .ToHashSet();
    }

    /// <summary>The first grading of any track that the class's people are in.</summary>
    private static DateOnly? GradingOf(TermRow term, HashSet<Guid> tracks) =>
        term.Gradings.Where(g => tracks.Contains(g.TrackId)).Select(g => (DateOnly?)g.On).Min();

    /// <summary>What the plan of a class has for the session of a day and hour, what is pinned first.</summary>
    public async Task<IReadOnlyList<PlannedThing>> PlannedFor(
        Guid classId,
        DateOnly date,
        TimeOnly start,
        CancellationToken cancel
    )
    {
        var term = await db
            .ClassTerms.Where(c => c.ClassId == classId && c.Plan != "" && c.Term!.From <= date && date <= c.Term.Until)
            .Select(c => c.Term)
            .FirstOrDefaultAsync(cancel);
        if (term is null || await Read(term, classId, cancel) is not { } read)
            return [];
        var at = TermMap.SessionOf(read.Plain, date, start);
        return at < 0
            ? []
            :
            [
                .. read.Map()
                    .Rails.Where(r => r.Cells[at].Mark is { State: TermMarkState.Planned })
                    .Select(r => new PlannedThing(
                        r.Thing.Learnable,
                        r.Cells[at].Mark!.Value.Stage,
                        r.Cells[at].Pin == true
                    ))
                    .OrderByDescending(p => p.IsPinned),
            ];
    }

    /// <summary>What the plans of some classes have for their sessions of a day, by class and the hour of the timetable.</summary>
    public Task<ILookup<(Guid Class, TimeOnly At), string>> PlannedOn(DateOnly date, CancellationToken cancel) =>
        memory.GetOrCreate(
            string.Create(System.Globalization.CultureInfo.InvariantCulture, $"planned {date:yyyy-MM-dd}"),
            CachedKind.Progress,
            () => ReadPlanned(date, cancel),
            cancel
        );

    private async Task<ILookup<(Guid Class, TimeOnly At), string>> ReadPlanned(DateOnly date, CancellationToken cancel)
    {
        var plans = await db
            .ClassTerms.AsNoTracking()
            .Where(c => c.Plan != "" && c.Term!.From <= date && date <= c.Term.Until)
            .Select(c => new { c.ClassId, c.Plan })
            .ToListAsync(cancel);
        if (plans.Count == 0)
            return Array.Empty<string>().ToLookup(_ => (Guid.Empty, TimeOnly.MinValue));
        var sessions = (await timetable.Sessions(date, date, cancel)).Where(s => s.TakesPlace).ToLookup(s => s.Class);
        return plans
            .SelectMany(p =>
            {
                var kept = KeptTerm.Read(p.Plan);
                return sessions[p.ClassId]
                    .SelectMany(s => kept.In(ClassTerm.KeyOf(s)).Select(l => (p.ClassId, s.Planned.At, Learnable: l)));
            })
            .ToLookup(x => (x.ClassId, x.At), x => x.Learnable);
    }

    /// <summary>How far each class with a plan is, week by week.</summary>
    public async Task<List<(ClassGroup Class, IReadOnlyList<TermWeek> Weeks)>> OfSchool(
        TermRow term,
        CancellationToken cancel
    )
    {
        var rows = await db
            .ClassTerms.AsNoTracking()
            .Include(c => c.Class)
            .Where(c => c.TermId == term.Id && c.Plan != "" && c.Class!.ArchivedAt == null)
            .ToListAsync(cancel);
        var taught = (await TaughtAt(term, rows.ConvertAll(r => r.ClassId), cancel)).ToLookup(t => t.ClassId);
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var sessions = (await timetable.Sessions(term.From, term.Until, cancel)).ToLookup(s => s.Class);
        return
        [
            .. rows.OrderBy(r => r.Class!.Name, StringComparer.Ordinal)
                .Select(r =>
                    (r.Class!, Weeks(term, KeptTerm.Read(r.Plan), [.. sessions[r.ClassId]], taught[r.ClassId], today))
                ),
        ];
    }

    private sealed record TaughtThere(Guid ClassId, string Learnable, DateOnly On, TimeOnly Start, int Stage);

    private Task<List<TaughtThere>> TaughtAt(TermRow term, List<Guid> classes, CancellationToken cancel) =>
        db
            .TaughtItems.Where(t => t.Date >= term.From && t.Date <= term.Until && t.LessonShare > 0)
            .Join(
                db.Logs.Where(l => classes.Contains(l.ClassId)),
                t => t.LogId,
                l => l.Id,
                (t, l) => new TaughtThere(l.ClassId, t.Learnable, l.On, l.Start, t.Stage)
            )
            .ToListAsync(cancel);

    private static IReadOnlyList<TermWeek> Weeks(
        TermRow term,
        KeptTerm kept,
        IReadOnlyList<Core.Timetables.Session> sessions,
        IEnumerable<TaughtThere> taught,
        DateOnly today
    )
    {
        var seen = taught.ToLookup(t => t.Learnable, t => new TaughtOn(t.On, t.Start, t.Stage));
        var plain = new ClassTerm
        {
            From = term.From,
            Until = term.Until,
            Sessions = sessions,
            Things =
            [
                .. kept.Wanted.Select(w => new TermThing
                {
                    Learnable = w.Key,
                    Name = w.Key,
                    Wanted = w.Value,
                    Taught = [.. seen[w.Key].OrderBy(t => t.Date)],
                }),
            ],
            Today = today,
        };
        return TermMap.Weeks(plain, TermMap.Of(plain, kept));
    }
}
