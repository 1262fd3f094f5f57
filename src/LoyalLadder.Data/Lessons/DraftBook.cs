using LoyalLadder.Core;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
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
public sealed record DraftedText(string Text, string Why, bool IsHeading)
{
    /// <summary>The text with the name behind a number: '#17 Turned back 6/side'.</summary>
    public string Named { get; init; } = Text;

    /// <summary>Its heading, and how many lines stand above it there.</summary>
    public (string Heading, int Place) At { get; init; }

    public bool IsOfTheme { get; init; }
    public bool IsHeld { get; init; }

    /// <summary>What could stand there instead.</summary>
    public IReadOnlyList<DraftedText> Instead { get; init; } = [];
}

/// <summary>What somebody asks of a draft beside the session.</summary>
public sealed record DraftWish
{
    /// <summary>Another seed gives another sheet.</summary>
    public int Seed { get; init; } = 1;

    /// <summary>The learnable that it should be about; null for what helps most.</summary>
    public string? Theme { get; init; }

    /// <summary>Lines that are kept, and lines that are not wanted.</summary>
    public IReadOnlyList<HeldLine> Held { get; init; } = [];

    public IReadOnlyList<string> Out { get; init; } = [];
}

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
    /// <summary>What it is about; null where nothing is due.</summary>
    public DraftTheme? Theme { get; init; }

    /// <summary>What the evening may be about, the best first.</summary>
    public IReadOnlyList<DraftTheme> Themes { get; init; } = [];

    /// <summary>Minutes of each part, in order.</summary>
    public IReadOnlyList<(string Name, int Seconds)> Times { get; init; } = [];

    /// <summary>The sheet as text with its head, without the reasons.</summary>
    public string Text { get; init; } = "";
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
        DraftWish wish,
        CancellationToken cancel
    )
    {
        var (look, errors) = await sheets.LookAt(classId, date, "", cancel);
        if (look is null)
            return (null, errors);
        var (empty, reader) = (look.Sheet, await sheets.Reader(cancel));
        var taken = await paces.TakenFor(empty, cancel);
        var chosen = await parts.Of(classId, cancel);
        var past = await Past(classId, date, empty.Facts, cancel);
        var needs = await Needs(empty, date, cancel);
        List<DraftTheme> themes = [.. DraftTheme.Ranked(ThemesOf(needs, empty), past)];
        var draft = new LessonDrafter(reader).Write(
            new DraftAsk
            {
                Setting = empty.Clock.Setting,
                Limits = empty.Limits,
                Taken = taken,
                Past = past,
                Wanted = await Wanted(empty, needs, reader, cancel),
                Themes = [.. themes.OrderByDescending(t => t.Learnable == wish.Theme)],
                Held = wish.Held,
                Out = wish.Out,
                Parts = chosen,
                Activities = ActivityFile.Shipped,
                Day = date,
                Seed = wish.Seed,
            }
        );
        var shown = Shown(empty, draft, new SheetWriter(reader), taken, chosen.Count > 0);
        return (shown with { Themes = themes }, errors);
    }

    /// <summary>What a class is owed, what its term has for the session, and what is due.</summary>
    private sealed record ClassNeeds(List<OwedLine> Debts, List<PlannedThing> Planned, List<DueItem> Due);

    private async Task<ClassNeeds> Needs(OpenSheet empty, DateOnly date, CancellationToken cancel)
    {
        var group = empty.Lesson.ClassId;
        var debts = await owed.Of([group], cancel);
        return new ClassNeeds(
            debts,
            [.. await terms.PlannedFor(group, date, empty.Lesson.Start, cancel)],
            await progress.DueFor(group, date, [.. debts.Select(o => o.Text)], cancel)
        );
    }

    /// <summary>What is due and can be taught by steps, with whom it helps.</summary>
    private static IEnumerable<DraftTheme> ThemesOf(ClassNeeds needs, OpenSheet empty)
    {
        var (material, naming) = (empty.Facts.Material, empty.Facts.School.Naming);
        return needs
            .Due.Where(d => material.Catalogue.Find(d.Learnable) is null or { IsExercise: false })
            .Select(d => new DraftTheme(
                d.Learnable,
                material.NameOf(d.Learnable, naming),
                material.OnSheets(d.Learnable, naming),
                d.Stage,
                Math.Max(1, d.NextStage)
            )
            {
                Helps = d.Blocks,
                Helped = d.Whom,
                IsOwed = d.IsOwed,
                IsPlanned = needs.Planned.Exists(p => p.Learnable == d.Learnable),
                Due = d.Score,
            });
    }

    private static DraftedSheet Shown(OpenSheet empty, Draft draft, SheetWriter writer, TakenFor taken, bool isChosen)
    {
        var clock = LessonClock.Time(draft.Plan, empty.Clock.Setting);
        var headings = draft.Plan.Headings();
        var likely = taken(clock.Lines);
        var around = empty.School.OpeningSeconds + empty.School.ClosingSeconds;
        return new DraftedSheet(
            empty.Lesson,
            Texts(draft, empty.Facts, writer),
            draft.Plan with
            {
                Head = LessonHead.Empty with { Focus = draft.Theme?.Name },
            },
            draft.TotalSeconds,
            empty.Lesson.Start.Add(TimeSpan.FromSeconds(likely + around)),
            draft.Parts,
            isChosen
        )
        {
            Theme = draft.Theme,
            Times = [.. clock.Lines.GroupBy(l => headings[l.Entry]).Select(g => (g.Key, g.Sum(l => l.Seconds)))],
            Text = writer.Write(
                draft.Plan with
                {
                    Head = empty.Plan.Head with
                    {
                        Title = empty.Plan.Head.Title ?? $"{empty.Lesson.Class!.Name} {empty.Lesson.Date:yyyy-MM-dd}",
                        Focus = draft.Theme?.Name ?? empty.Plan.Head.Focus,
                    },
                }
            ),
        };
    }

    private static List<DraftedText> Texts(Draft draft, SchoolFacts facts, SheetWriter writer)
    {
        var texts = new List<DraftedText>();
        var (heading, place) = ("", -1);
        foreach (var entry in draft.Entries)
        {
            (heading, place) = entry.Entry is Segment part ? (part.Name, -1) : (heading, place + 1);
            texts.Add(
                Text(entry) with
                {
                    At = (heading, place),
                    IsOfTheme = entry.IsOfTheme,
                    IsHeld = entry.IsHeld,
                    Instead = [.. entry.Instead.Select(Text)],
                }
            );
        }
        return texts;

        DraftedText Text(DraftedEntry entry) =>
            new(writer.Write(entry.Entry), entry.Why, entry.Entry is Segment)
            {
                Named = Named(writer.Write(entry.Entry), entry.Entry, facts),
            };
    }

    /// <summary>A line's text with the name behind its number.</summary>
    private static string Named(string text, SheetEntry entry, SchoolFacts facts)
    {
        var number = (entry as LessonLine)
            ?.Moves.Groups.SelectMany(g => g.Phrases)
            .OfType<StoredCall>()
            .FirstOrDefault()
            ?.Number;
        var kept = facts.Material.Combinations.FirstOrDefault(c => Vocabulary.NumberKey(c.Row.Number) == number);
        return kept is { Row.Name.Length: > 0 } && text.StartsWith($"#{number}", StringComparison.OrdinalIgnoreCase)
            ? text.Insert(number!.Length + 1, $" {kept.Row.Name}")
            : text;
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
        ClassNeeds needs,
        SheetReader reader,
        CancellationToken cancel
    )
    {
        var library = await Library(reader, cancel);
        var (facts, group) = (empty.Facts, empty.Lesson.ClassId);
        var (debts, planned, due) = (needs.Debts, needs.Planned, needs.Due);
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
                return new WantedLine(drill.Text, Say($"{why}; drill “{drill.Name}”"), isOwed) { IsMetByTheme = true };
            return new WantedLine(Bare(facts, reader, learnable, stage, isMixed), why, isOwed) { IsMetByTheme = true };
        }
    }

    /// <summary>The thing by itself; a combination with its versions where the ranks of the class differ.</summary>
    private static string Bare(SchoolFacts facts, SheetReader reader, string learnable, int stage, bool isMixed)
    {
        var name = facts.Material.OnSheets(learnable, facts.School.Naming);
        var kept = facts.Material.Combinations.FirstOrDefault(c => Learnables.OfNumber(c.Row.Number) == learnable);
        var isForm = reader.ReadEntries($"\"{name}\"") is [LessonLine { Moves.FormSeconds: not null }];
        var line = Due.Line(name, facts.Material.Catalogue.Find(learnable), stage, isForm);
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
