using System.Globalization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lists;

public enum RowFate
{
    Same,
    New,
    Changed,
    Wrong,
}

/// <summary>What becomes of one row of a list.</summary>
/// <param name="Line">Its line in the text, from 1.</param>
/// <param name="Fate">What taking it does.</param>
/// <param name="Words">Which row it is and what is different or wrong.</param>
public sealed record ListedRow(int Line, RowFate Fate, string Words);

/// <summary>What taking a list would do, or has done.</summary>
public sealed record ListOutcome(IReadOnlyList<ListedRow> Rows, string? Refusal)
{
    /// <summary>Taken whole or not at all: one wrong row stops it.</summary>
    public bool CanBeTaken =>
        Refusal is null
        && Rows.Any(r => r.Fate is RowFate.New or RowFate.Changed)
        && Rows.All(r => r.Fate != RowFate.Wrong);

    public int Count(RowFate fate) => Rows.Count(r => r.Fate == fate);
}

/// <summary>A list of the school.</summary>
/// <param name="Key">As it stands in addresses and file names.</param>
/// <param name="Name">As people say it.</param>
/// <param name="Columns">Its headings.</param>
/// <param name="CanBeTaken">False for lists that are only given out.</param>
public sealed record ListKind(string Key, string Name, IReadOnlyList<string> Columns, bool CanBeTaken);

/// <summary>The school's lists as CSV, out and, for most, in again.</summary>
public sealed class SchoolLists(LadderContext db, OwnSchool own, DrillBook drillBook, RequirementBook requirementBook)
{
    public static IReadOnlyList<ListKind> Kinds { get; } =
    [
        new("students", "Students", ["key", "first name", "initial", "rank", "classes"], true),
        new("kit", "Kit", ["name", "how many", "seconds to fetch"], true),
        new("drills", "Drills", ["name", "part", "from age", "lines", "notes"], true),
        new(
            "combinations",
            "Numbered combinations",
            ["number", "name", "kind", "from age", "notation", "rank", "control", "cautions"],
            false
        ),
        new("classes", "Classes", ["name", "age", "day", "start", "minutes", "hall", "teacher", "students"], false),
        new(
            "ladder",
            "What the ranks ask for",
            ["track", "rank", "kind", "what", "stage", "amount", "unit", "signers"],
            true
        ),
        new("ranks", "Tracks and ranks", ["track", "rank", "colour", "stripes"], false),
    ];

    public static ListKind? Kind(string? key) => Kinds.FirstOrDefault(k => k.Key == key);

    public async Task<string> Write(ListKind kind, CancellationToken cancel) =>
        CsvTable.Write(kind.Columns, await Rows(kind.Key, cancel));

    /// <summary>What a list would change.</summary>
    public Task<ListOutcome> Look(ListKind kind, string text, CancellationToken cancel) =>
        Through(kind, text, take: false, cancel);

    /// <summary>Takes a list, all of it or nothing.</summary>
    public Task<ListOutcome> Take(ListKind kind, string text, CancellationToken cancel) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                db.ChangeTracker.Clear();
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                var outcome = await Through(kind, text, take: true, cancel);
                if (!outcome.CanBeTaken)
                    return outcome;
                await db.SaveChangesAsync(cancel);
                await transaction.CommitAsync(cancel);
                return outcome;
            });

    private async Task<IEnumerable<IReadOnlyList<string>>> Rows(string key, CancellationToken cancel) =>
        key switch
        {
            "students" => (await Students(cancel)).Select(s =>
                (IReadOnlyList<string>)
                    [
                        s.Id.ToString(),
                        s.FirstName,
                        s.Initial,
                        RankWords(s.Rank),
                        string.Join("; ", s.Enrolments.Select(e => e.Class!.Name).Order()),
                    ]
            ),
            "kit" => (await db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(cancel)).Select(k =>
                (IReadOnlyList<string>)[k.Name, N(k.Count), N(k.FetchSeconds)]
            ),
            "drills" => (await drillBook.All(cancel)).Select(d =>
                (IReadOnlyList<string>)[d.Name, d.Kind.ToString(), AgeBands.Word(d.LeastBand), d.Text, d.Notes]
            ),
            "combinations" => (
                await db
                    .NumberedCombinations.AsNoTracking()
                    .Include(c => c.Rank!.Track)
                    .OrderBy(c => c.Number)
                    .ToListAsync(cancel)
            ).Select(c =>
                (IReadOnlyList<string>)
                    [
                        c.Number,
                        c.Name,
                        c.Kind.ToString(),
                        AgeBands.Word(c.LeastBand),
                        c.Notation,
                        RankWords(c.Rank),
                        c.ControlRule,
                        c.Cautions,
                    ]
            ),
            "classes" => (
                await db
                    .Classes.AsNoTracking()
                    .Include(c => c.Hall)
                    .Include(c => c.Teacher)
                    .OrderBy(c => c.Name)
                    .Select(c => new
                    {
                        Class = c,
                        Students = c.Enrolments.Count,
                        Hall = c.Hall!.Name,
                        Teacher = c.Teacher!.DisplayName,
                    })
                    .ToListAsync(cancel)
            ).Select(c =>
                (IReadOnlyList<string>)
                    [
                        c.Class.Name,
                        AgeBands.Word(c.Class.Band),
                        c.Class.Weekday.ToString(),
                        c.Class.Start.ToString("HH:mm", CultureInfo.InvariantCulture),
                        N(c.Class.Minutes),
                        c.Hall ?? "",
                        c.Teacher ?? "",
                        N(c.Students),
                    ]
            ),
            "ladder" => await Ladder(cancel),
            _ => (
                await db
                    .Ranks.AsNoTracking()
                    .Include(r => r.Track)
                    .OrderBy(r => r.Track!.Position)
                    .ThenBy(r => r.Position)
                    .ToListAsync(cancel)
            ).Select(r => (IReadOnlyList<string>)[r.Track!.Name, r.Name, r.Colour, N(r.Stripes)]),
        };

    private async Task<ListOutcome> Through(ListKind kind, string text, bool take, CancellationToken cancel)
    {
        var (rows, refusal) = CsvTable.Read(text, kind.Columns);
        if (refusal is not null)
            return new ListOutcome([], refusal);
        if (!kind.CanBeTaken)
            return new ListOutcome([], "This list is given out only.");
        if (rows.Count == 0)
            return new ListOutcome([], "There are no rows below the headings.");
        return new ListOutcome(
            kind.Key switch
            {
                "students" => await TakeStudents(rows, take, cancel),
                "kit" => await TakeKit(rows, take, cancel),
                "ladder" => await TakeLadder(rows, take, cancel),
                _ => await TakeDrills(rows, take, cancel),
            },
            null
        );
    }

    private async Task<List<ListedRow>> TakeStudents(
        List<(int Line, string[] Cells)> rows,
        bool take,
        CancellationToken cancel
    )
    {
        var known = (
            await db
                .Students.Where(s => !s.IsErased)
                .Include(s => s.Rank!.Track)
                .Include(s => s.Enrolments)
                .ToListAsync(cancel)
        ).ToDictionary(s => s.Id);
        var ranks = await db.Ranks.AsNoTracking().Include(r => r.Track).ToListAsync(cancel);
        var classes = await db.Classes.AsNoTracking().ToListAsync(cancel);
        var seen = new HashSet<Guid>();
        return [.. rows.Select(r => One(r.Line, r.Cells))];

        ListedRow One(int line, string[] cells)
        {
            var (key, first, initial, rankWords, classWords) = (
                cells[0],
                cells[1],
                cells[2].TrimEnd('.'),
                cells[3],
                cells[4]
            );
            var who = $"{first} {initial}".Trim();
            if (first.Length is 0 or > 60)
                return new ListedRow(line, RowFate.Wrong, "A first name of at most 60 characters is wanted.");
            if (initial.Length > 4)
                return new ListedRow(
                    line,
                    RowFate.Wrong,
                    $"{who}: an initial has at most 4 characters; more of a name is not kept here."
                );
            Student? student = null;
            if (key.Length > 0 && !(Guid.TryParse(key, out var id) && known.TryGetValue(id, out student)))
                return new ListedRow(
                    line,
                    RowFate.Wrong,
                    $"{who}: there is no student with this key. Leave the key empty to add somebody."
                );
            if (student is not null && !seen.Add(student.Id))
                return new ListedRow(line, RowFate.Wrong, $"{who}: this key stands twice in the list.");
            var rank = ranks.Find(r => RankWords(r).Equals(rankWords, StringComparison.OrdinalIgnoreCase));
            if (rankWords.Length > 0 && rank is null)
                return new ListedRow(
                    line,
                    RowFate.Wrong,
                    $"{who}: there is no rank “{rankWords}”. Write track and rank, such as “{(ranks.Count > 0 ? RankWords(ranks[0]) : "Kids: White")}”."
                );
            var names = classWords.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
            var wanted = names
                .Select(n => classes.Find(c => c.Name.Equals(n, StringComparison.OrdinalIgnoreCase)))
                .ToList();
            if (wanted.IndexOf(null) is >= 0 and var missing)
                return new ListedRow(line, RowFate.Wrong, $"{who}: there is no class “{names[missing]}”.");
            var ids = wanted.Select(c => c!.Id).ToHashSet();
            if (student is null)
            {
                if (take)
                {
                    db.Students.Add(
                        student = new Student
                        {
                            FirstName = first,
                            Initial = initial,
                            RankId = rank?.Id,
                        }
                    );
                    db.Enrolments.AddRange(ids.Select(c => new Enrolment { ClassId = c, StudentId = student.Id }));
                }
                return new ListedRow(line, RowFate.New, who);
            }
            var changes = new List<string>();
            if (student.ShownName != who)
                changes.Add($"name, now {student.ShownName}");
            if (student.RankId != rank?.Id)
                changes.Add($"rank, now {(student.Rank is null ? "none" : RankWords(student.Rank))}");
            if (!student.Enrolments.Select(e => e.ClassId).ToHashSet().SetEquals(ids))
                changes.Add("classes");
            if (changes.Count == 0)
                return new ListedRow(line, RowFate.Same, who);
            if (take)
            {
                (student.FirstName, student.Initial, student.RankId) = (first, initial, rank?.Id);
                db.Enrolments.RemoveRange(student.Enrolments.Where(e => !ids.Contains(e.ClassId)));
                db.Enrolments.AddRange(
                    ids.Where(c => !student.Enrolments.Exists(e => e.ClassId == c))
                        .Select(c => new Enrolment { ClassId = c, StudentId = student.Id })
                );
            }
            return new ListedRow(line, RowFate.Changed, $"{who}: {string.Join(", ", changes)}");
        }
    }

    private async Task<List<ListedRow>> TakeKit(
        List<(int Line, string[] Cells)> rows,
        bool take,
        CancellationToken cancel
    )
    {
        var known = await db.KitItems.ToListAsync(cancel);
        var seen = new HashSet<string>();
        return [.. rows.Select(r => One(r.Line, r.Cells))];

        ListedRow One(int line, string[] cells)
        {
            var name = cells[0];
            if (name.Length is 0 or > 80)
                return new ListedRow(line, RowFate.Wrong, "A name of at most 80 characters is wanted.");
            if (!seen.Add(NameKey.Of(name)))
                return new ListedRow(line, RowFate.Wrong, $"{name} stands twice in the list.");
            if (Number(cells[1], 0, 999) is not { } count)
                return new ListedRow(line, RowFate.Wrong, $"{name}: how many? 0 to 999.");
            if (Number(cells[2].Length == 0 ? N(KitTime.Unlisted) : cells[2], 0, 600) is not { } seconds)
                return new ListedRow(line, RowFate.Wrong, $"{name}: 0 to 600 seconds to fetch.");
            var item = known.Find(k => NameKey.Of(k.Name) == NameKey.Of(name));
            if (item is not null && (item.Count, item.FetchSeconds) == (count, seconds))
                return new ListedRow(line, RowFate.Same, name);
            var words = item is null
                ? $"{name}: {count}, {seconds} s"
                : $"{name}: {item.Count} becomes {count}, {item.FetchSeconds} s becomes {seconds} s";
            var fate = item is null ? RowFate.New : RowFate.Changed;
            if (take)
            {
                if (item is null)
                    db.KitItems.Add(item = new KitItem { Name = name });
                (item.Count, item.FetchSeconds) = (count, seconds);
            }
            return new ListedRow(line, fate, words);
        }
    }

    private async Task<List<ListedRow>> TakeDrills(
        List<(int Line, string[] Cells)> rows,
        bool take,
        CancellationToken cancel
    )
    {
        var known = await drillBook.All(cancel);
        var reader = (await own.Facts(cancel)) is var facts ? facts.Material.Sheets(facts.School.Naming) : null!;
        var (seen, listed) = (new HashSet<string>(), new List<ListedRow>());
        foreach (var (line, cells) in rows)
        {
            var drill = known.Find(d => NameKey.Of(d.Name) == NameKey.Of(cells[0]));
            if (
                !Enum.TryParse<SegmentKind>(cells[1].Replace("-", "", StringComparison.Ordinal), true, out var part)
                || !Enum.IsDefined(part)
            )
            {
                Wrong($"the part is one of {string.Join(", ", Enum.GetNames<SegmentKind>())}.");
                continue;
            }
            if (AgeBands.Read(cells[2]) is not { } band)
            {
                Wrong("the age is kids, teens or adults.");
                continue;
            }
            if (!seen.Add(NameKey.Of(cells[0])))
            {
                Wrong("it stands twice in the list.");
                continue;
            }
            var draft = new DrillDraft(
                cells[0],
                part,
                band,
                cells[3].ReplaceLineEndings("\n"),
                cells[4].ReplaceLineEndings("\n")
            );
            var (lines, errors) = await drillBook.Check(drill?.Id, draft, cancel);
            if (errors.Count > 0)
            {
                Wrong(errors[0].Message);
                continue;
            }
            var same =
                drill is not null
                && (drill.Name, drill.Kind, drill.LeastBand, drill.Notes, drill.Text)
                    == (draft.Name.Trim(), part, band, draft.Notes.Trim(), string.Join('\n', lines));
            if (take && !same)
                await drillBook.Save(drill?.Id, draft, cancel);
            listed.Add(
                new ListedRow(
                    line,
                    drill is null ? RowFate.New
                        : same ? RowFate.Same
                        : RowFate.Changed,
                    $"{cells[0]}: {Entries(reader, draft.Text)}"
                )
            );

            void Wrong(string why) =>
                listed.Add(
                    new ListedRow(line, RowFate.Wrong, $"{(cells[0].Length > 0 ? cells[0] : "no name")}: {why}")
                );
        }
        return listed;
    }

    private async Task<List<IReadOnlyList<string>>> Ladder(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var rows = await db
            .Requirements.AsNoTracking()
            .Include(r => r.Rank!.Track)
            .OrderBy(r => r.Rank!.Track!.Position)
            .ThenBy(r => r.Rank!.Position)
            .ThenBy(r => r.Position)
            .ThenBy(r => r.Id)
            .ToListAsync(cancel);
        return rows.ConvertAll(r =>
            (IReadOnlyList<string>)
                [
                    r.Rank!.Track!.Name,
                    r.Rank.Name,
                    r.Kind.ToString(),
                    r.Words.Length > 0 ? r.Words : facts.Material.OnSheets(r.Learnable, facts.School.Naming),
                    N(r.Stage),
                    r.Amount == 0 ? "" : N(r.Amount),
                    r.Amount == 0 ? ""
                    : r.IsSeconds ? "seconds"
                    : "reps",
                    N(r.Signers),
                ]
        );
    }

    private async Task<List<ListedRow>> TakeLadder(
        List<(int Line, string[] Cells)> rows,
        bool take,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var ranks = await db.Ranks.AsNoTracking().Include(r => r.Track).ToListAsync(cancel);
        var known = await db.Requirements.AsNoTracking().ToListAsync(cancel);
        var (seen, listed) = (new HashSet<(Guid, string)>(), new List<ListedRow>());
        foreach (var (line, cells) in rows)
        {
            var where = $"{cells[0]}: {cells[1]}, {cells[3]}";
            var rank = ranks.Find(r =>
                r.Track!.Name.Equals(cells[0], StringComparison.OrdinalIgnoreCase)
                && r.Name.Equals(cells[1], StringComparison.OrdinalIgnoreCase)
            );
            if (rank is null)
            {
                Wrong("there is no such rank.");
                continue;
            }
            if (
                !Enum.TryParse<RequirementKind>(cells[2].Replace("-", "", StringComparison.Ordinal), true, out var kind)
                || !Enum.IsDefined(kind)
            )
            {
                Wrong($"the kind is one of {string.Join(", ", Enum.GetNames<RequirementKind>())}.");
                continue;
            }
            if (Number(cells[4], 1, 6) is not { } stage)
            {
                Wrong("a stage is 1 to 6.");
                continue;
            }
            if (Number(cells[5].Length == 0 ? "0" : cells[5], 0, RequirementBook.MostAmount) is not { } amount)
            {
                Wrong($"an amount is 0 to {RequirementBook.MostAmount}.");
                continue;
            }
            if (Number(cells[7].Length == 0 ? "1" : cells[7], 1, 2) is not { } signers)
            {
                Wrong("one or two sign it off.");
                continue;
            }
            var draft = new RequirementDraft(rank.Id, kind, cells[3], stage, amount, cells[6].StartsWith('s'), signers);
            // what the rank asks for already is changed, not asked for twice
            var row = known.Find(k => k.RankId == rank.Id && Is(k, cells[3]));
            var (made, errors) = await requirementBook.Check(row?.Id, draft, cancel);
            if (made is null)
            {
                Wrong(errors[0].Message);
                continue;
            }
            if (!seen.Add((rank.Id, made.Learnable)))
            {
                Wrong("it stands twice in the list.");
                continue;
            }
            var same =
                row is not null
                && (row.Kind, row.Stage, row.Amount, row.IsSeconds, row.Signers, row.Words)
                    == (made.Kind, made.Stage, made.Amount, made.IsSeconds, made.Signers, made.Words);
            if (take && !same)
                await requirementBook.Save(row?.Id, draft, cancel);
            listed.Add(
                new ListedRow(
                    line,
                    row is null ? RowFate.New
                        : same ? RowFate.Same
                        : RowFate.Changed,
                    where
                )
            );

            void Wrong(string why) => listed.Add(new ListedRow(line, RowFate.Wrong, $"{where}: {why}"));
        }
        return listed;

        bool Is(Requirement row, string what) =>
            row.Words.Length > 0
                ? NameKey.Of(row.Words) == NameKey.Of(what)
                : facts.Material.LearnableOf(what, facts.School.Naming).Learnable == row.Learnable;
    }

    private static string Entries(Core.Lessons.Sheets.SheetReader reader, string text) =>
        reader.ReadEntries(text).Count is var n && n == 1 ? "1 line" : $"{n} lines";

    private Task<List<Student>> Students(CancellationToken cancel) =>
        db
            .Students.AsNoTracking()
            .Where(s => !s.IsErased)
            .Include(s => s.Rank!.Track)
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .AsSplitQuery()
            .ToListAsync(cancel);

    /// <summary>'Kids: Yellow'.</summary>
    private static string RankWords(Rank? rank) => rank is null ? "" : $"{rank.Track!.Name}: {rank.Name}";

    private static string N(int number) => number.ToString(CultureInfo.InvariantCulture);

    private static int? Number(string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : null;
}
