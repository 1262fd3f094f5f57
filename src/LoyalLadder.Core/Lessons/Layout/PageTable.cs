using System.Text;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>A row of a table as a line of a lesson.</summary>
/// <param name="Label">What it is for.</param>
/// <param name="Heading">The part that it begins; empty where it goes on with the one above.</param>
/// <param name="Work">What is done and how much, as one would type it.</param>
/// <param name="Minutes">Booked for it; null where the table does not say.</param>
internal sealed record TableRow(LineLabel Label, string Heading, string Work, int? Minutes);

/// <summary>
/// Tables on a page: cells divided by bars, tabs, commas or aligned blanks. Columns are known by their heads, and where there
/// is none by what stands in them.
/// </summary>
internal static partial class PageTable
{
    /// <summary>Fewer rows are no table.</summary>
    private const int LeastRows = 3;

    private enum Column
    {
        What,
        Part,
        Clock,
        Minutes,
        Amount,
        Sets,
        Remark,
    }

    /// <summary>The rows of all tables, by the number of their line from 1; null for a mere rule.</summary>
    public static Dictionary<int, TableRow?> Rows(IReadOnlyList<string> lines)
    {
        var rows = new Dictionary<int, TableRow?>();
        foreach (var table in Bars(lines).Concat(Tabs(lines)).Concat(Commas(lines)).Concat(Aligned(lines)))
            if (!table.Any(r => rows.ContainsKey(r.Number)))
                foreach (var (number, row) in Read(table))
                    rows[number] = row;
        return rows;
    }

    private sealed record Row(int Number, string[] Cells);

    private static IEnumerable<List<Row>> Bars(IReadOnlyList<string> lines) =>
        Runs(lines, line => line.Count(c => c == '|') >= 2 ? line.Trim().Trim('|').Split('|') : null);

    private static IEnumerable<List<Row>> Tabs(IReadOnlyList<string> lines) =>
        Runs(lines, line => line.TrimEnd().TrimStart(' ').Count(c => c == '\t') >= 2 ? line.Split('\t') : null);

    private static IEnumerable<List<Row>> Commas(IReadOnlyList<string> lines) =>
        Runs(lines, Separated)
            .Where(run =>
                run.Count > LeastRows && run.GroupBy(r => r.Cells.Length).Count() == 1 && IsHead(run[0].Cells)
            );

    private const int LeastCommas = 3;

    /// <summary>The cells of a line of comma-separated values; null where it has too few.</summary>
    private static string[]? Separated(string line)
    {
        var cells = new List<StringBuilder> { new() };
        var isQuoted = false;
        foreach (var c in line)
        {
            if (c == '"')
                isQuoted = !isQuoted;
            else if (c is ',' or ';' && !isQuoted)
                cells.Add(new StringBuilder());
            else
                cells[^1].Append(c);
        }
        return cells.Count > LeastCommas ? [.. cells.Select(c => c.ToString())] : null;
    }

    private static IEnumerable<List<Row>> Runs(IReadOnlyList<string> lines, Func<string, string[]?> cut)
    {
        var run = new List<Row>();
        for (var i = 0; i <= lines.Count; i++)
        {
            if (i < lines.Count && cut(lines[i]) is { } cells)
            {
                run.Add(new Row(i + 1, [.. cells.Select(c => c.Replace('\t', ' ').Trim())]));
                continue;
            }
            if (run.Count >= LeastRows)
                yield return run;
            run = [];
        }
    }

    /// <summary>Columns set out by blanks below a row of heads.</summary>
    private static IEnumerable<List<Row>> Aligned(IReadOnlyList<string> lines)
    {
        for (var head = 0; head < lines.Count; head++)
        {
            var starts = Gaps().Split(lines[head].TrimEnd()).Length > 2 ? Starts(lines[head]) : [];
            if (starts.Count < LeastRows || !IsHead(Cut(lines[head], starts)))
                continue;
            var table = new List<Row>();
            for (var i = head; i < lines.Count && lines[i].Trim().Length > 0; i++)
                table.Add(new Row(i + 1, Cut(lines[i], starts)));
            if (table.Count >= LeastRows)
                yield return table;
            head += table.Count;
        }
    }

    private static List<int> Starts(string head)
    {
        var starts = new List<int>();
        for (var i = 0; i < head.Length; i++)
            if (head[i] != ' ' && (i == 0 || (i >= 2 && head[i - 1] == ' ' && head[i - 2] == ' ')))
                starts.Add(i);
        return starts;
    }

    private static string[] Cut(string line, List<int> starts)
    {
        var cells = new string[starts.Count];
        Array.Fill(cells, "");
        foreach (Match piece in Piece().Matches(line))
        {
            // figures are set to the right of their column, words to the left
            var at = starts.FindLastIndex(s =>
                s <= piece.Index + (piece.Value.All(char.IsAsciiDigit) ? piece.Length : 1)
            );
            at = Math.Max(at, 0);
            cells[at] = cells[at].Length == 0 ? piece.Value.Trim() : $"{cells[at]} {piece.Value.Trim()}";
        }
        return cells;
    }

    private static IEnumerable<(int Number, TableRow? Row)> Read(List<Row> table)
    {
        var head = table.FindIndex(r => IsHead(r.Cells));
        var columns = head >= 0 ? Heads(table[head].Cells) : ByContent(table);
        for (var i = 0; i < table.Count; i++)
        {
            var row = table[i];
            if (!row.Cells.Any(c => c.Any(char.IsLetterOrDigit)))
                yield return (row.Number, null);
            else if (i == head)
                yield return (row.Number, new TableRow(LineLabel.Note, "", string.Join(", ", row.Cells), null));
            else
                yield return (row.Number, Read(row.Cells, columns));
        }
    }

    private static TableRow Read(string[] cells, Column[] columns)
    {
        var part = Cell(Column.Part);
        var what = Cell(Column.What);
        var remark = Cell(Column.Remark);
        var minutes = Minutes(Cell(Column.Minutes));
        var filled = string.Join(", ", cells.Where(c => c.Length > 0));
        if (PageWords.SumsUp(cells.FirstOrDefault(c => c.Any(char.IsLetter)) ?? "") && what.Length == 0)
            return new TableRow(LineLabel.Note, "", filled, null);
        if (what.Length == 0 && part.Length == 0 && Cell(Column.Amount).Length == 0)
            return new TableRow(LineLabel.Note, "", filled, null);
        if (what.Length == 0)
            what = part;
        var amount = Amount(Cell(Column.Sets), Cell(Column.Amount), ref remark);
        var work = amount.Length == 0 ? what : $"{what}, {amount}";
        if (amount.Length == 0 && minutes is not null)
            work = $"{work}, {minutes} min";
        if (remark.Length > 0)
            work = SaysHow().IsMatch(remark) ? $"{work}, {remark}" : $"{work} -- {remark}";
        var label =
            part.Length > 0 ? LineLabel.HeadingWork
            : PageWords.GroupAt(what) is not null ? LineLabel.Version
            : LineLabel.Work;
        return new TableRow(label, part, work, minutes);

        string Cell(Column column)
        {
            var found = cells.Where((c, i) => i < columns.Length && columns[i] == column && c.Length > 0);
            return string.Join(", ", found);
        }
    }

    private static string Amount(string sets, string amount, ref string remark)
    {
        if (!int.TryParse(sets, System.Globalization.CultureInfo.InvariantCulture, out var count))
            return sets.Length > 0 && amount.Length > 0 ? $"{sets} x {amount}" : sets + amount;
        if (amount.Length > 0)
            return count > 1 ? $"{count} x {amount}" : amount;
        if (BeginsWithTime().Match(remark) is { Success: true } time)
        {
            remark = remark[time.Length..].Trim(' ', ',');
            return count > 1 ? $"{count} x {time.Value.Trim()}" : time.Value.Trim();
        }
        return count > 1 ? $"{count} sets" : "";
    }

    private static int? Minutes(string cell) =>
        BareMinutes().Match(cell) is { Success: true } match
            ? int.Parse(match.Groups["n"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture)
            : null;

    private static bool IsHead(string[] cells) =>
        cells.Count(c => HeadOf(c) is not null) is >= 2 and var heads && heads * 2 > cells.Count(c => c.Length > 0);

    private static Column[] Heads(string[] cells)
    {
        var columns = cells.Select(c => HeadOf(c) ?? Column.Remark).ToArray();
        // where nothing says what is done, the first of the others does
        if (!columns.Contains(Column.What))
            columns[Math.Max(0, Array.FindIndex(columns, c => c is Column.Remark or Column.Part))] = Column.What;
        return columns;
    }

    private static Column? HeadOf(string cell) =>
        HeadWords.FirstOrDefault(h => h.Pattern.IsMatch(cell)) is { Pattern: not null } found ? found.Column : null;

    private static readonly (Column Column, Regex Pattern)[] HeadWords =
    [
        (Column.Minutes, MinutesHead()),
        (Column.Clock, ClockHead()),
        (Column.Part, PartHead()),
        (Column.Sets, SetsHead()),
        (Column.Amount, AmountHead()),
        (Column.What, WhatHead()),
        (Column.Remark, RemarkHead()),
    ];

    /// <summary>Figures are minutes, hours the clock, what is filled seldom a part; the first words left are what is done.</summary>
    private static Column[] ByContent(List<Row> table)
    {
        var width = table.Max(r => r.Cells.Length);
        var columns = new Column[width];
        Array.Fill(columns, Column.Remark);
        var isWhatFound = false;
        for (var i = 0; i < width; i++)
        {
            var cells = table.Select(r => i < r.Cells.Length ? r.Cells[i] : "").ToList();
            var filled = cells.Where(c => c.Length > 0).ToList();
            if (filled.Count == 0)
                continue;
            if (Most(c => ClockCell().IsMatch(c)))
                columns[i] = Column.Clock;
            else if (Most(c => BareMinutes().IsMatch(c)))
                columns[i] = Column.Minutes;
            else if (
                !isWhatFound
                && i + 1 < width
                && (filled.Count * 4 < cells.Count * 3 || Most(c => SegmentKinds.Of(c) != SegmentKind.Other))
            )
                columns[i] = Column.Part;
            else if (!isWhatFound)
                (columns[i], isWhatFound) = (Column.What, true);
            else if (Most(c => c.Any(char.IsAsciiDigit)))
                columns[i] = Column.Amount;

            bool Most(Func<string, bool> isSo) => filled.Count(isSo) * 2 > filled.Count;
        }
        return columns;
    }

    private const RegexOptions Plainly = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    [GeneratedRegex(@"\s{2,}", RegexOptions.CultureInvariant)]
    private static partial Regex Gaps();

    [GeneratedRegex(@"\S+(?:\s\S+)*", RegexOptions.CultureInvariant)]
    private static partial Regex Piece();

    [GeneratedRegex(@"^\s*(?<n>\d{1,3})\s*(?:'|min|mins|minutes)?\s*$", Plainly)]
    private static partial Regex BareMinutes();

    [GeneratedRegex(@"^\s*\d{1,2}[:.h]\d{2}", Plainly)]
    private static partial Regex ClockCell();

    [GeneratedRegex(@"^\d{1,3}\s*(?:s|sec|secs|seconds|min|mins|minutes|')\b", Plainly)]
    private static partial Regex BeginsWithTime();

    [GeneratedRegex(@"\b(?:each|per|both|every|side|leg|arm|way|ways|swap|change|slow|fast|rest|\d+)\b", Plainly)]
    private static partial Regex SaysHow();

    [GeneratedRegex(@"^(?:mins?|minutes?|dur(?:ation)?|length|time\s*\(m\w*\))\.?$", Plainly)]
    private static partial Regex MinutesHead();

    [GeneratedRegex(@"^(?:time|clock|when|start|from|at|hour)$", Plainly)]
    private static partial Regex ClockHead();

    [GeneratedRegex(@"^(?:part|block|section|segment|phase|stage|theme|unit)$", Plainly)]
    private static partial Regex PartHead();

    [GeneratedRegex(@"^(?:sets?|series|rounds?|rds|times)$", Plainly)]
    private static partial Regex SetsHead();

    [GeneratedRegex(
        @"^(?:how(?:\s+(?:much|many|long))?|amount|reps?|repetitions|dose|number|quantity|how\s+often)$",
        Plainly
    )]
    private static partial Regex AmountHead();

    [GeneratedRegex(
        @"^(?:what|exercises?|drills?|activity|activities|technique|techniques|content|work|item|task|skill|moves?)$",
        Plainly
    )]
    private static partial Regex WhatHead();

    [GeneratedRegex(
        @"^(?:remarks?|notes?|watch\s+for|watch|focus|comments?|points?|coaching(?:\s+points?)?|kit|equipment|"
            + @"who|cues?|look\s+for|detail|details)$",
        Plainly
    )]
    private static partial Regex RemarkHead();
}
