using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus;

/// <summary>Something that a track asks for, rank by rank.</summary>
/// <param name="Learnable">What.</param>
/// <param name="Kind">What kind of thing.</param>
/// <param name="What">As it is typed: a name, '#14', or the words of a form.</param>
/// <param name="Cells">A cell for each rank of the track, the lowest first; null where that asks nothing of it.</param>
public sealed record GridRow(string Learnable, RequirementKind Kind, string What, IReadOnlyList<AskedCell?> Cells)
{
    /// <summary>A cell as it is typed; empty where nothing is asked for.</summary>
    public string Text(int rank) => Cells[rank]?.Write(Kind) ?? "";
}

/// <summary>A track as a table: ranks across, what they ask for down.</summary>
/// <param name="Ranks">The lowest first.</param>
/// <param name="Rows">In the order in which the track first asks for them.</param>
public sealed record SyllabusGrid(IReadOnlyList<Rank> Ranks, IReadOnlyList<GridRow> Rows)
{
    /// <summary>The headings in front of the ranks.</summary>
    public const string What = "what",
        Kind = "kind";

    /// <summary>The table of a track.</summary>
    /// <param name="track">Which.</param>
    /// <param name="what">How a learnable is typed.</param>
    public static SyllabusGrid Of(Track track, Func<string, string> what) =>
        new(
            [.. track.Ranks],
            [
                .. track
                    .Ranks.SelectMany(r => r.Requirements)
                    .GroupBy(r => r.Learnable)
                    .Select(asked =>
                    {
                        var first = asked.First();
                        return new GridRow(
                            asked.Key,
                            first.Kind,
                            first.Words.Length > 0 ? first.Words : what(asked.Key),
                            [.. track.Ranks.Select(r => CellOf(r, asked.Key))]
                        );
                    }),
            ]
        );

    private static AskedCell? CellOf(Rank rank, string learnable) =>
        rank.Requirements.FirstOrDefault(r => r.Learnable == learnable) is { } asked ? AskedCell.Of(asked) : null;

    /// <summary>As a spreadsheet takes it: cells between tabs, the headings first.</summary>
    public string Write() =>
        string.Join(
            '\n',
            Rows.Select(r =>
                    string.Join('\t', [r.What, r.Kind.ToString(), .. Enumerable.Range(0, Ranks.Count).Select(r.Text)])
                )
                .Prepend(string.Join('\t', [What, Kind, .. Ranks.Select(r => r.Name)]))
        );
}

/// <summary>A row of a pasted table.</summary>
/// <param name="Line">Its line, from 1.</param>
/// <param name="What">What it is about.</param>
/// <param name="Kind">As typed; empty where the name has to tell.</param>
/// <param name="Cells">As typed, a cell for each column of <see cref="PastedGrid.Ranks"/>.</param>
public sealed record PastedRow(int Line, string What, string Kind, IReadOnlyList<string> Cells);

/// <summary>A table as it came out of a spreadsheet.</summary>
/// <param name="Ranks">Names of ranks, from the headings.</param>
/// <param name="Rows">What stands below them.</param>
public sealed record PastedGrid(IReadOnlyList<string> Ranks, IReadOnlyList<PastedRow> Rows)
{
    public const int MostRows = 400,
        MostRanks = 40;

    /// <summary>
    /// Reads cells between tabs. The first line has the headings: what, then kind where there is such a column, then the names of
    /// the ranks.
    /// </summary>
    /// <returns>The table, or why it cannot be read.</returns>
    public static (PastedGrid? Grid, string? Refusal) Read(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        var at = Array.FindIndex(lines, l => l.Trim().Length > 0);
        if (at < 0)
            return (null, Say("Paste a table: what is asked for down, ranks across."));
        var heads = Cells(lines[at]);
        if (heads.Count < 2)
            return (
                null,
                Say("The first line has the headings: what, then the names of the ranks, with a tab between.")
            );
        var hasKind = NameKey.Of(heads[1]) == SyllabusGrid.Kind;
        var ranks = heads.Skip(hasKind ? 2 : 1).ToList();
        while (ranks.Count > 0 && ranks[^1].Length == 0)
            ranks.RemoveAt(ranks.Count - 1);
        if (ranks.Count is 0 or > MostRanks || ranks.Exists(r => r.Length == 0))
            return (null, Say($"Name each rank above its column; there may be {MostRanks}."));
        if (ranks.GroupBy(NameKey.Of).FirstOrDefault(g => g.Count() > 1) is { } twice)
            return (null, Say($"Two columns are called “{twice.First()}”."));
        var rows = lines
            .Select((line, n) => (Line: n + 1, Cells: Cells(line)))
            .Skip(at + 1)
            .Where(r => r.Cells.Exists(c => c.Length > 0))
            .Select(r => RowOf(r.Line, r.Cells, hasKind, ranks.Count))
            .ToList();
        return rows.Count > MostRows
            ? (null, Say($"A table may have {MostRows} rows; this has {rows.Count}."))
            : (new PastedGrid(ranks, rows), null);
    }

    private static PastedRow RowOf(int line, List<string> cells, bool hasKind, int ranks) =>
        new(
            line,
            cells[0],
            hasKind && cells.Count > 1 ? cells[1] : "",
            [.. Enumerable.Range(hasKind ? 2 : 1, ranks).Select(n => n < cells.Count ? cells[n] : "")]
        );

    /// <summary>Spreadsheets put a cell in quotes that holds one.</summary>
    private static List<string> Cells(string line) => [.. line.Split('\t').Select(c => Unquoted(c.Trim()))];

    private static string Unquoted(string cell) =>
        cell.Length > 1 && cell[0] == '"' && cell[^1] == '"'
            ? cell[1..^1].Replace("\"\"", "\"", StringComparison.Ordinal).Trim()
            : cell;
}
