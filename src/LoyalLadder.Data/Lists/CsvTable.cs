using System.Buffers;
using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace LoyalLadder.Data.Lists;

/// <summary>
/// Comma-separated text with a heading row. A cell that a spreadsheet would run as a formula is written with an apostrophe in
/// front, which reading takes off again.
/// </summary>
public static class CsvTable
{
    public const int MostRows = 5000,
        MostBytes = 2_000_000;

    private static readonly SearchValues<char> Quoted = SearchValues.Create("\",;\t\r\n");

    private static readonly char[] Dangerous = ['=', '+', '-', '@', '\t', '\r'];

    public static string Write(IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" });
        foreach (var row in rows.Prepend(columns))
        {
            foreach (var cell in row)
                csv.WriteField(
                    IsDangerous(cell) ? $"'{cell}" : cell,
                    cell.AsSpan().ContainsAny(Quoted) || cell != cell.Trim()
                );
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }

    /// <summary>Reads rows whose headings are these columns, in any order; columns that are left out are empty.</summary>
    /// <returns>Each row with its line in the text, cells in the order of <paramref name="columns"/>; or why it cannot be read.</returns>
    public static (IReadOnlyList<CsvRow> Rows, string? Refusal) Read(string text, IReadOnlyList<string> columns)
    {
        if (text.Length > MostBytes)
            return ([], Say($"A list may have {MostBytes / 1_000_000} MB."));
        // an open quote would swallow the rest of the list without a word
        if (text.Count(c => c == '"') % 2 == 1)
            return ([], Say(OpenQuote));
        try
        {
            using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), Forgiving);
            return Read(csv, columns);
        }
        catch (CsvHelperException e)
        {
            return (
                [],
                Say(
                    $"Row {e.Context?.Parser?.RawRow ?? 1} cannot be read: a quote is opened and not closed, or stands inside a word."
                )
            );
        }
    }

    private const string OpenQuote =
        "The list cannot be read: a quote is opened and not closed. A quote within a cell is written twice, and the cell in quotes.";

    private static readonly CsvConfiguration Forgiving = new(CultureInfo.InvariantCulture)
    {
        TrimOptions = TrimOptions.Trim,
        DetectDelimiter = true,
        DetectDelimiterValues = [",", ";", "\t"],
    };

    private static (IReadOnlyList<CsvRow> Rows, string? Refusal) Read(CsvReader csv, IReadOnlyList<string> columns)
    {
        var named = string.Join(", ", columns);
        if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } header)
            return ([], Say($"The first row names the columns: {named}."));
        var strange = Array.Find(header, h => h.Length > 0 && !columns.Contains(h, StringComparer.OrdinalIgnoreCase));
        if (strange is not null)
            return ([], Say($"There is no column “{strange}”. Columns are: {named}."));
        var places = columns
            .Select(c => Array.FindIndex(header, h => h.Equals(c, StringComparison.OrdinalIgnoreCase)))
            .ToList();
        var rows = new List<CsvRow>();
        while (csv.Read())
        {
            if (rows.Count == MostRows)
                return ([], Say($"A list may have {MostRows:N0} rows."));
            var cells = places.ConvertAll(p => CellAt(csv, p));
            if (cells.Exists(c => c.Length > 0))
                rows.Add(new CsvRow(csv.Parser.RawRow, cells));
        }
        return (rows, null);
    }

    private static string CellAt(CsvReader csv, int place) =>
        place >= 0 && csv.TryGetField<string>(place, out var cell) ? Plain(cell ?? "") : "";

    private static bool IsDangerous(string cell) =>
        cell.Length > 0
        && (
            Dangerous.Contains(cell[0])
            || (cell[0] == '\'' && cell.Length > 1 && (cell[1] == '\'' || Dangerous.Contains(cell[1])))
        );

    private static string Plain(string cell) =>
        cell.Length > 1 && cell[0] == '\'' && (cell[1] == '\'' || Dangerous.Contains(cell[1]))
            ? cell[1..]
            : cell.Replace("\0", "", StringComparison.Ordinal);
}
