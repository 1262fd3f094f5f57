using LoyalLadder.Core;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>A drafted line as text, with why it is there.</summary>
public sealed record DraftedText(string Text, string Why, bool IsHeading);

/// <summary>A sheet that was drafted for a session, before anybody has taken it.</summary>
/// <param name="Lesson">The session as the sheet would be begun for it, with its class.</param>
/// <param name="Lines">Its lines.</param>
/// <param name="Plan">The same as a plan.</param>
/// <param name="Seconds">How long it takes by the clock.</param>
/// <param name="EndsAt">When it is likely to end.</param>
/// <param name="Parts">What the lesson was made of.</param>
/// <param name="IsChosen">Somebody chose the parts; else they are what the class's sheets have.</param>
public sealed record DraftedSheet(
    Lesson Lesson,
    IReadOnlyList<DraftedText> Lines,
    LessonPlan Plan,
    int Seconds,
    TimeOnly EndsAt,
    IReadOnlyList<LessonPart> Parts,
    bool IsChosen
)
{
    /// <summary>The sheet as text, without the reasons.</summary>
    public string Text => string.Join('\n', Lines.Select(l => l.Text));
}

/// <summary>Drafts the sheet of a session from what the class had, what it is owed and what is due.</summary>
public sealed class DraftBook(
    LadderContext db,
    LessonSheets sheets,
    OwedLines owed,
    ProgressBook progress,
    TermMaps terms,
    PaceBook paces,
    DrillBook drills,
    LessonPartsBook parts
)
{
    /// <summary>Things that are due are looked at up to so many; the sheet takes what it has room for.</summary>
    private const int MostDue = 10;

    /// <summary>The sheet for a class on a day; the same for the same seed, as long as nothing was taught meanwhile.</summary>
    public async Task<(DraftedSheet? Sheet, FieldErrors Errors)> Write(
        Guid classId,
        DateOnly date,
        int seed,
        CancellationToken cancel
    )
    {
        var (look, errors) = await sheets.LookAt(classId, date, "", cancel);
        if (look is null)
            return (null, errors);
        var (empty, reader) = (look.Sheet, await sheets.Reader(cancel));
        var taken = await paces.TakenFor(empty, cancel);
        var chosen = await parts.Of(classId, cancel);
        var draft = new LessonDrafter(reader).Write(
            new DraftAsk
            {
                Setting = empty.Clock.Setting,
                Limits = empty.Limits,
                Taken = taken,
                Past = await Past(classId, date, empty.Facts, cancel),
                Wanted = await Wanted(empty, date, await Library(reader, cancel), cancel),
                Parts = chosen,
                Activities = ActivityFile.Shipped,
                Day = date,
                Seed = seed,
            }
        );
        var likely = taken(LessonClock.Time(draft.Plan, empty.Clock.Setting).Lines);
        return (Shown(empty, draft, new SheetWriter(reader), likely, chosen.Count > 0), errors);
    }

    private static DraftedSheet Shown(OpenSheet empty, Draft draft, SheetWriter writer, double likely, bool isChosen)
    {
        var around = empty.School.OpeningSeconds + empty.School.ClosingSeconds;
        return new DraftedSheet(
            empty.Lesson,
            [
                .. draft.Entries.Select(e => new DraftedText(
                    writer.Write(e.Entry),
                    WhyOf(e, empty.Facts),
                    e.Entry is Segment
                )),
            ],
            draft.Plan,
            draft.TotalSeconds,
            empty.Lesson.Start.Add(TimeSpan.FromSeconds(likely + around)),
            draft.Parts,
            isChosen
        );
    }

    /// <summary>Why a line is there; a number is said with its name.</summary>
    private static string WhyOf(DraftedEntry drafted, SchoolFacts facts)
    {
        var number = (drafted.Entry as LessonLine)
            ?.Moves.Groups.SelectMany(g => g.Phrases)
            .OfType<StoredCall>()
            .FirstOrDefault()
            ?.Number;
        var kept = facts.Material.Combinations.FirstOrDefault(c => Vocabulary.NumberKey(c.Row.Number) == number);
        return kept is { Row.Name.Length: > 0 } ? $"{kept.Row.Name}: {drafted.Why}" : drafted.Why;
    }

    private async Task<List<PastSheet>> Past(Guid classId, DateOnly date, SchoolFacts facts, CancellationToken cancel)
    {
        var lessons = await db
            .Lessons.AsNoTracking()
            .Where(l => l.ClassId == classId && l.Date < date && l.Lines.Any(x => x.RemovedAt == null))
            .OrderByDescending(l => l.Date)
            .ThenByDescending(l => l.Start)
            .Take(DraftAsk.MostPast)
            .Select(l => new { l.Id, l.Date })
            .ToListAsync(cancel);
        var ids = lessons.ConvertAll(l => l.Id);
        var rows = (
            await db
                .SheetLines.AsNoTracking()
                .Where(l => ids.Contains(l.LessonId) && l.RemovedAt == null)
                .OrderBy(l => l.Place)
                .Select(l => new { l.LessonId, l.Text })
                .ToListAsync(cancel)
        ).ToLookup(r => r.LessonId, r => r.Text);
        return lessons.ConvertAll(l => new PastSheet(
            l.Date,
            new LessonPlan(
                LessonHead.Empty,
                rows[l.Id].SelectMany(t => facts.Material.Row(t, facts.School.Naming)).ToSequence()
            )
        ));
    }

    /// <summary>What the class is owed, what its term has for the session, then what is due, the most pressing first.</summary>
    private async Task<List<WantedLine>> Wanted(
        OpenSheet empty,
        DateOnly date,
        List<LibraryDrill> library,
        CancellationToken cancel
    )
    {
        var (facts, group) = (empty.Facts, empty.Lesson.ClassId);
        var debts = await owed.Of([group], cancel);
        var planned = (await terms.PlannedFor(group, date, empty.Lesson.Start, cancel)).ToList();
        var due = await progress.DueFor(group, date, [.. debts.Select(o => o.Text)], cancel);
        var isMixed = await HasSeveralRanks(group, cancel);
        return
        [
            .. debts.Select(o => new WantedLine(o.Text, Say($"owed since {Day(o.From)}"), true)),
            .. planned.Select(p =>
                LineOf(
                    p.Learnable,
                    p.Stage,
                    p.IsPinned ? Say("pinned to this session on the term's map") : Say("the term's map has it here"),
                    p.IsPinned
                )
            ),
            .. due.Where(d => !d.IsOwed && !planned.Exists(p => p.Learnable == d.Learnable))
                .Take(MostDue)
                .Select(d => LineOf(d.Learnable, d.NextStage, d.Reason, isOwed: false)),
        ];

        // what the school has worked out for it comes before a bare line
        WantedLine LineOf(string learnable, int stage, string why, bool isOwed)
        {
            if (LibraryDrill.For(learnable, stage, empty.Clock.Setting.Band, library) is { } drill)
                return new WantedLine(drill.Text, Say($"{why}; drill “{drill.Name}”"), isOwed);
            return new WantedLine(Bare(facts, learnable, stage, isMixed), why, isOwed);
        }
    }

    /// <summary>The thing by itself; a combination with its versions where the ranks of the class differ.</summary>
    private static string Bare(SchoolFacts facts, string learnable, int stage, bool isMixed)
    {
        var name = facts.Material.OnSheets(learnable, facts.School.Naming);
        var line = Due.Line(name, facts.Material.Catalogue.Find(learnable), stage);
        var kept = facts.Material.Combinations.FirstOrDefault(c => Learnables.OfNumber(c.Row.Number) == learnable);
        return isMixed && kept is not null ? Due.WithVersions(line, kept.Row.Versions) : line;
    }

    private async Task<bool> HasSeveralRanks(Guid classId, CancellationToken cancel) =>
        await db
            .Enrolments.Where(e => e.ClassId == classId && e.Student!.ArchivedAt == null)
            .Select(e => e.Student!.RankId)
            .Distinct()
            .CountAsync(cancel) > 1;

    /// <summary>The library's drills, read.</summary>
    private async Task<List<LibraryDrill>> Library(SheetReader reader, CancellationToken cancel) =>
        (await drills.All(cancel)).ConvertAll(d => new LibraryDrill(
            d.Name,
            d.LeastBand,
            d.Text,
            [.. reader.ReadEntries(d.Text).OfType<LessonLine>()]
        ));

    private static string Day(DateOnly day) => day.ToString("dddd d MMMM", AllLanguages.Now.Dates);
}
