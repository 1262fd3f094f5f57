using LoyalLadder.Data.Lists;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Lists as text: whatever stands in a cell comes back, and no cell is a formula.</summary>
public sealed class CsvTableTests
{
    private static readonly string[] Columns = ["name", "notes"];

    [Fact]
    public void Any_cell_comes_back_and_none_begins_as_a_formula()
    {
        var random = new Random(3);
        const string signs = "=+-@'\",;\t\nab é1 ";
        var rows = Enumerable
            .Range(0, 400)
            .Select(i =>
                (IReadOnlyList<string>)
                    [
                        $"row {i}",
                        new string([
                            .. Enumerable.Range(0, random.Next(0, 9)).Select(_ => signs[random.Next(signs.Length)]),
                        ])
                            .Trim()
                            .Trim('\t', '\n'),
                    ]
            )
            .ToList();
        var text = CsvTable.Write(Columns, rows);
        var (read, refusal) = CsvTable.Read(text, Columns);
        Assert.Null(refusal);
        Assert.Equal(rows.Select(r => string.Join('|', r)), read.Select(r => string.Join('|', r.Cells)));
        foreach (
            var cell in rows.Select(r => r[1])
                .Where(c => c.Length > 0 && "=+-@\t".Contains(c[0], StringComparison.Ordinal))
        )
            Assert.Matches(
                "^\"?'",
                CsvTable
                    .Write(
                        ["notes"],
                        [
                            [cell],
                        ]
                    )
                    .Split("\r\n", 2)[1]
            );
    }

    [Theory]
    [InlineData("name,colour\na,b", "no column “colour”")]
    [InlineData("", "names the columns")]
    [InlineData("name,notes\na\"b,1", "cannot be read")]
    public void What_is_no_list_is_refused_with_a_reason(string text, string reason) =>
        Assert.Contains(reason, CsvTable.Read(text, Columns).Refusal, StringComparison.Ordinal);

    [Theory]
    [InlineData("notes;name\nx;a")]
    [InlineData("NAME\tNOTES\na\tx")]
    [InlineData("﻿name,notes\r\n\r\na, x \r\n,\r\n")]
    public void Columns_may_stand_in_any_order_and_be_divided_as_spreadsheets_do(string text)
    {
        var (rows, refusal) = CsvTable.Read(text, Columns);
        Assert.Null(refusal);
        Assert.Equal(["a", "x"], Assert.Single(rows).Cells);
    }
}
