namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>A line of a page and what it is for.</summary>
/// <param name="Line">As it stands.</param>
/// <param name="Label">What it is for.</param>
internal sealed record LaidLine(PageLine Line, LineLabel Label)
{
    /// <summary>The cells of a row of a table; null for any other line.</summary>
    public TableRow? Row { get; init; }
}

/// <summary>
/// Tells for a whole page at once which lines are headings, work, notes, versions of groups or pieces of the line above. A line
/// by itself tells little; headings look like one another and unlike what stands under them.
/// </summary>
internal static class SheetLayout
{
    /// <param name="lines">Physical lines; tabs as typed.</param>
    /// <param name="look">What the reader of lines makes of one.</param>
    /// <param name="model">What speaks for what.</param>
    public static IReadOnlyList<LaidLine> Of(
        IReadOnlyList<string> lines,
        Func<PageLine, LineLook> look,
        LayoutModel model
    )
    {
        var rows = PageTable.Rows(lines);
        var page = Page(lines, rows);
        var looks = page.Select(look).ToList();
        var given = Given(page, rows);
        var labels = model.Best(LineForms.Of(page, looks), given);
        return
        [
            .. page.Select((line, i) => new LaidLine(line, labels[i]) { Row = rows.GetValueOrDefault(line.Number) }),
        ];
    }

    /// <summary>The lines of a page, a mere rule inside a table left out.</summary>
    public static IReadOnlyList<PageLine> Page(IReadOnlyList<string> lines, Dictionary<int, TableRow?> rows) =>
        PageLines.Of([
            .. lines.Select(
                (l, i) =>
                    rows.TryGetValue(i + 1, out var row) && row is null
                        ? ""
                        : l.Replace("\t", "    ", StringComparison.Ordinal)
            ),
        ]);

    /// <summary>
    /// Signs that say by themselves what a line is: two hashes head a part, a single one above all others names the lesson, and a
    /// row of a table is what its cells say.
    /// </summary>
    public static List<LineLabel?> Given(IReadOnlyList<PageLine> page, Dictionary<int, TableRow?> rows)
    {
        var isTitled = page.Count > 1 && page.Count(IsTitle) == 1 && IsTitle(page[0]);
        return
        [
            .. page.Select(
                (line, i) =>
                    rows.TryGetValue(line.Number, out var row) ? row?.Label
                    : line.Whole.StartsWith("## ", StringComparison.Ordinal) ? LineLabel.Heading
                    : i == 0 && isTitled ? LineLabel.Note
                    : (LineLabel?)null
            ),
        ];
    }

    private static bool IsTitle(PageLine line) => line.Whole.StartsWith("# ", StringComparison.Ordinal);
}
