using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What came of beginning a lesson: the lesson, or the field that stands in its way.</summary>
public sealed record LessonBegun(Lesson? Lesson, FieldErrors Errors)
{
    /// <summary>Where the sheet's own head and the class differ, in words.</summary>
    public IReadOnlyList<string> Differences { get; init; } = [];

    public static LessonBegun Refused(string field, string message)
    {
        var errors = new FieldErrors();
        errors.Add(field, message);
        return new LessonBegun(null, errors);
    }
}

/// <summary>A sheet before it is begun.</summary>
/// <param name="Sheet">As it would be.</param>
/// <param name="Differences">Where the text and the class differ, in words.</param>
/// <param name="Lines">The text line by line, beside what it became.</param>
public sealed record SheetLookAhead(
    OpenSheet Sheet,
    IReadOnlyList<string> Differences,
    IReadOnlyList<PastedLine> Lines
);

/// <summary>Lessons and their sheets: beginning one, and reading it. All typed text is read by the one sheet reader.</summary>
public sealed class LessonSheets(
    LadderContext db,
    OwnSchool own,
    GroupBook groups,
    SheetQuotes quotes,
    TimetableBook timetable,
    LessonSessions sessions,
    TimeProvider time
)
{
    /// <summary>Whether there is such a sheet in this school.</summary>
    public Task<bool> Exists(Guid lessonId, CancellationToken cancel) =>
        db.Lessons.AnyAsync(l => l.Id == lessonId, cancel);

    /// <summary>Whether a lesson is in a hall.</summary>
    public Task<bool> IsIn(Guid lessonId, Guid hall, CancellationToken cancel) =>
        db.Lessons.AnyAsync(l => l.Id == lessonId && l.HallId == hall, cancel);

    // every look at a sheet and every edit asks these two: translated once
    private static readonly Func<LadderContext, Guid, CancellationToken, Task<Lesson?>> LessonOf = EF.CompileAsyncQuery(
        (LadderContext db, Guid id, CancellationToken cancel) =>
            db.Lessons.AsNoTracking().Include(l => l.Class).FirstOrDefault(l => l.Id == id)
    );

    private static readonly Func<LadderContext, Guid, IAsyncEnumerable<SheetLine>> RowsOf = EF.CompileAsyncQuery(
        (LadderContext db, Guid lessonId) =>
            db
                .SheetLines.AsNoTracking()
                .Where(l => l.LessonId == lessonId && l.RemovedAt == null)
                .OrderBy(l => l.Place)
                .AsQueryable()
    );

    /// <summary>A lesson with its sheet; null when this school has none of that key.</summary>
    public async Task<OpenSheet?> Open(Guid lessonId, CancellationToken cancel)
    {
        if (await LessonOf(db, lessonId, cancel) is not { } lesson)
            return null;
        var facts = await own.Facts(cancel);
        var rows = await RowsOf(db, lessonId).ToListAsync(cancel);
        return OpenSheet.Of(lesson, facts, rows, await groups.Of(lesson, facts, cancel));
    }

    /// <summary>A lesson without its sheet; null when this school has none of that key.</summary>
    public Task<Lesson?> Find(Guid lessonId, CancellationToken cancel) => LessonOf(db, lessonId, cancel);

    /// <summary>The text as it was pasted; null for a sheet begun empty, or none.</summary>
    public Task<string?> Pasted(Guid lessonId, CancellationToken cancel) =>
        db.Lessons.Where(l => l.Id == lessonId).Select(l => l.Pasted).FirstOrDefaultAsync(cancel);

    /// <summary>The reader for this school's names.</summary>
    public async Task<SheetReader> Reader(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return facts.Material.Sheets(facts.School.Naming);
    }

    /// <summary>Begins a lesson for a class on a day, from a pasted sheet or empty.</summary>
    /// <param name="key">The key of the post, which becomes the lesson's: sent twice it begins one lesson.</param>
    /// <param name="classId">The class.</param>
    /// <param name="date">The day, at the school.</param>
    /// <param name="text">As pasted; null or blank for an empty sheet.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<LessonBegun> Begin(Guid key, Guid classId, DateOnly date, string? text, CancellationToken cancel)
    {
        var reading = (await Reader(cancel)).Read(await quotes.Filled(text ?? "", cancel));
        if (reading.Refusal is { } refusal)
            return LessonBegun.Refused("Text", refusal);
        var pasted = string.IsNullOrWhiteSpace(text) ? null : text.Replace("\0", "", StringComparison.Ordinal);
        return await Begin(key, classId, date, reading.Plan, reading.Plan.Head, pasted, cancel);
    }

    /// <summary>Begins a lesson with the lines of another; heads and hour are the class's own.</summary>
    public Task<LessonBegun> BeginFrom(
        Guid key,
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        CancellationToken cancel
    ) => Begin(key, classId, date, plan, LessonHead.Empty, null, cancel);

    /// <summary>A sheet as it would be begun, beside the text that it was read from; nothing is kept.</summary>
    public async Task<(SheetLookAhead? Look, FieldErrors Errors)> LookAt(
        Guid classId,
        DateOnly date,
        string? text,
        CancellationToken cancel
    )
    {
        var typed = await quotes.Filled(text ?? "", cancel);
        var reading = (await Reader(cancel)).Read(typed);
        if (reading.Refusal is { } unread)
            return (null, LessonBegun.Refused("Text", unread).Errors);
        var made = await Make(Guid.CreateVersion7(), classId, date, reading.Plan, reading.Plan.Head, null, cancel);
        if (made.Lesson is not { } lesson)
            return (null, made.Errors);
        var facts = await own.Facts(cancel);
        var sheet = OpenSheet.Of(lesson, facts, lesson.Lines, await groups.Of(lesson, facts, cancel));
        return (new SheetLookAhead(sheet, made.Differences, PasteLook.Of(typed, reading)), made.Errors);
    }

    private Task<LessonBegun> Begin(
        Guid key,
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        LessonHead said,
        string? pasted,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            $"sheet {key}",
            async () =>
            {
                if (await db.Lessons.FirstOrDefaultAsync(l => l.Id == key, cancel) is { } already)
                    return new LessonBegun(already, new FieldErrors());
                var made = await Make(key, classId, date, plan, said, pasted, cancel);
                if (made.Lesson is { } lesson)
                {
                    lesson.Class = null;
                    db.Lessons.Add(lesson);
                }
                return made;
            },
            cancel
        );

    private async Task<LessonBegun> Make(
        Guid key,
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        LessonHead said,
        string? pasted,
        CancellationToken cancel
    )
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        if (!LessonDays.MayBePlanned(date, today))
            return LessonBegun.Refused("Date", Say(LessonDays.Refusal));
        var group = await db
            .Classes.AsNoTracking()
            .Include(c => c.Enrolments)
            .FirstOrDefaultAsync(c => c.Id == classId && c.ArchivedAt == null, cancel);
        if (group is null)
            return LessonBegun.Refused("ClassId", Say("Choose a class."));
        var found = await sessions.For(key, classId, date, said.Start, cancel);
        var session = found.Session ?? await Beside(group, date, cancel);
        var lesson = NewLesson(key, group, session, plan, said, pasted);
        lesson.Take(found.Taken);
        var writer = new SheetWriter(await Reader(cancel));
        var places = LinePlace.Between(null, null, plan.Entries.Count);
        foreach (var (entry, place) in plan.Entries.Zip(places))
            lesson.Lines.Add(
                new SheetLine
                {
                    LessonId = key,
                    Place = place,
                    Text = writer.Write(entry),
                }
            );
        return new LessonBegun(lesson, new FieldErrors())
        {
            Differences = [.. HeadDifferences.Of(said, session.Minutes, group.Band, session.Start), .. Standing(found)],
        };
    }

    private static IEnumerable<string> Standing(SessionFound found) =>
        found.IsFree ? [] : [Say("The class has a sheet for this session already; this one stands beside it.")];

    /// <summary>A lesson of a class on a day on which the timetable has none of it.</summary>
    private async Task<Session> Beside(ClassGroup group, DateOnly date, CancellationToken cancel)
    {
        var meeting = (await timetable.Read(cancel)).Meetings.FirstOrDefault(m => m.Class == group.Id);
        var at = meeting?.Start ?? UsualHour;
        return new Session(group.Id, date, at, group.Minutes, group.HallId, group.TeacherId) { Planned = (date, at) };
    }

    /// <summary>When a lesson begins of a class that no timetable has.</summary>
    private static readonly TimeOnly UsualHour = new(18, 0);

    /// <summary>People, hour and length as the sheet says, else as the session has them.</summary>
    private static Lesson NewLesson(
        Guid key,
        ClassGroup group,
        Session session,
        LessonPlan plan,
        LessonHead said,
        string? pasted
    ) =>
        new Lesson
        {
            Id = key,
            ClassId = group.Id,
            Class = group,
            Date = session.Date,
            Start = said.Start ?? session.Start,
            Minutes = said.Minutes is >= 10 and <= 300 and var minutes ? minutes : session.Minutes,
            Heads = said.People ?? Math.Max(1, group.Enrolments.Count),
            HallId = session.Hall,
            TeacherId = session.Teacher,
            Title = plan.Head.Title ?? "",
            Focus = plan.Head.Focus ?? "",
            Pasted = pasted,
        };

    /// <summary>Stops of a lesson that nobody has mended or set aside.</summary>
    public async Task<List<Check>> OpenStops(OpenSheet sheet, CancellationToken cancel) =>
        sheet.OpenStops([]).Any() ? [.. sheet.OpenStops(await SetAsideOf(sheet.Lesson.Id, cancel))] : [];

    public Task<List<CheckOverride>> SetAsideOf(Guid lessonId, CancellationToken cancel) =>
        db.CheckOverrides.AsNoTracking().Where(o => o.LessonId == lessonId).ToListAsync(cancel);
}
