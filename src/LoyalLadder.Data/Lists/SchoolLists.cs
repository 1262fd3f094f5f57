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

/// <summary>A row of a list as it was read.</summary>
/// <param name="Line">Its line in the text, from 1.</param>
/// <param name="Cells">As many as the list has columns.</param>
public sealed record CsvRow(int Line, IReadOnlyList<string> Cells);

/// <summary>A list of the school that is given out.</summary>
public interface ISchoolList
{
    /// <summary>As it stands in addresses and file names.</summary>
    string Key { get; }

    /// <summary>Its rows as they stand.</summary>
    Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel);
}

/// <summary>A list that is taken in as well.</summary>
public interface ITakenList : ISchoolList
{
    /// <summary>What rows would change; where they are taken, changes what is tracked without saving it.</summary>
    /// <param name="rows">The rows.</param>
    /// <param name="key">The key that new rows' keys follow from; null only to look.</param>
    /// <param name="cancel">Ends the wait.</param>
    Task<IReadOnlyList<ListedRow>> Take(IReadOnlyList<CsvRow> rows, Guid? key, CancellationToken cancel);
}

/// <summary>A list of the school.</summary>
/// <param name="Key">As it stands in addresses and file names.</param>
/// <param name="Name">As people say it.</param>
/// <param name="Columns">Its headings.</param>
/// <param name="CanBeTaken">False for lists that are only given out.</param>
public sealed record ListKind(string Key, string Name, IReadOnlyList<string> Columns, bool CanBeTaken);

/// <summary>The school's lists as CSV, out and, for most, in again.</summary>
public sealed class SchoolLists(LadderContext db, IEnumerable<ISchoolList> lists)
{
    public static IReadOnlyList<ListKind> Kinds { get; } =
    [
        new("students", MarkForTranslation("Students"), ["key", "first name", "initial", "rank", "classes"], true),
        new("kit", MarkForTranslation("Kit"), ["name", "how many", "seconds to fetch"], true),
        new("drills", MarkForTranslation("Drills"), ["name", "part", "from age", "lines", "notes"], true),
        new(
            "combinations",
            MarkForTranslation("Numbered combinations"),
            ["number", "name", "kind", "from age", "notation", "rank", "control", "cautions"],
            false
        ),
        new(
            "classes",
            MarkForTranslation("Classes"),
            ["name", "age", "day", "start", "minutes", "hall", "teacher", "students"],
            false
        ),
        new(
            "ladder",
            MarkForTranslation("What the ranks ask for"),
            ["track", "rank", "kind", "what", "stage", "amount", "unit", "signers"],
            true
        ),
        new("ranks", MarkForTranslation("Tracks and ranks"), ["track", "rank", "colour", "stripes"], false),
    ];

    public static ListKind? Kind(string? key) => Kinds.FirstOrDefault(k => k.Key == key);

    private ISchoolList ListOf(ListKind kind) => lists.Single(l => l.Key == kind.Key);

    private ITakenList Taken(ListKind kind) => (ITakenList)ListOf(kind);

    public async Task<string> Write(ListKind kind, CancellationToken cancel) =>
        CsvTable.Write(kind.Columns, await ListOf(kind).Rows(cancel));

    /// <summary>What a list would change.</summary>
    public async Task<ListOutcome> Look(ListKind kind, string text, CancellationToken cancel)
    {
        var (rows, refusal) = Read(kind, text);
        return refusal is null
            ? new ListOutcome(await Taken(kind).Take(rows, null, cancel), null)
            : new ListOutcome([], refusal);
    }

    /// <summary>Takes a list, all of it or nothing.</summary>
    /// <param name="kind">Which.</param>
    /// <param name="text">As CSV.</param>
    /// <param name="key">The key of the post: sent twice, or carried out again after a lost answer, it is taken once.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<ListOutcome> Take(ListKind kind, string text, Guid key, CancellationToken cancel)
    {
        var (rows, refusal) = Read(kind, text);
        if (refusal is not null)
            return new ListOutcome([], refusal);
        var look = new ListOutcome(await Taken(kind).Take(rows, null, cancel), null);
        return await db.RunExclusive(
            "lists",
            key,
            () => Task.FromResult(look),
            async () =>
            {
                var now = new ListOutcome(await Taken(kind).Take(rows, null, cancel), null);
                return now.CanBeTaken ? new ListOutcome(await Taken(kind).Take(rows, key, cancel), null) : now;
            },
            cancel
        );
    }

    private static (IReadOnlyList<CsvRow> Rows, string? Refusal) Read(ListKind kind, string text)
    {
        if (!kind.CanBeTaken)
            return ([], Say("This list is given out only."));
        var (rows, refusal) = CsvTable.Read(text, kind.Columns);
        if (refusal is not null)
            return ([], refusal);
        return rows.Count == 0 ? ([], Say("There are no rows below the headings.")) : (rows, null);
    }
}
