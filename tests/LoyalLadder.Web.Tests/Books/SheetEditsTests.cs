using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class SheetEditsTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Sixty_lines_at_one_place_keep_their_order_and_share_no_place()
    {
        await using var desk = await loft.Sit();
        var edits = desk.Get<SheetEdits>();
        var lesson = await desk.Begin("jab x1\ncross x1");
        var first = (await desk.Rows(lesson))[0].Id;
        for (var n = 60; n >= 1; n--)
            Assert.IsType<SheetEdit.Saved>(
                await edits.Add(lesson, Guid.CreateVersion7(), $"hook x{n}", new LineTarget(first), null, Cancel)
            );
        var rows = await desk.Rows(lesson);
        Assert.Equal(62, rows.Select(r => r.Place).Distinct().Count());
        Assert.Equal(Enumerable.Range(1, 60).Select(n => $"hook x{n}"), rows[1..^1].Select(r => r.Text));
    }

    [Fact]
    public async Task Sent_twice_a_line_comes_once()
    {
        await using var desk = await loft.Sit();
        var (edits, key) = (desk.Get<SheetEdits>(), Guid.CreateVersion7());
        var lesson = await desk.Begin("jab x1");
        await edits.Add(lesson, key, "cross x2", default, null, Cancel);
        await edits.Add(lesson, key, "cross x2", default, null, Cancel);
        Assert.Equal("jab x1|cross x2", await desk.Text(lesson));
    }

    [Fact]
    public async Task What_somebody_else_changed_meanwhile_is_shown_and_not_written_over()
    {
        await using var desk = await loft.Sit();
        var edits = desk.Get<SheetEdits>();
        var lesson = await desk.Begin("jab x1");
        var seen = (await desk.Rows(lesson))[0];
        Assert.IsType<SheetEdit.Saved>(await edits.Edit(lesson, seen.Id, seen.Version, "jab x5", Cancel));
        var row = await desk.Db.SheetLines.SingleAsync(l => l.Id == seen.Id, Cancel);
        var clash = await edits.Edit(lesson, seen.Id, row.Version + 1, "jab x9", Cancel);
        Assert.Equal("jab x9", Assert.IsType<SheetEdit.Clash>(clash).Mine);
        Assert.Equal("jab x5", await desk.Text(lesson));
        Assert.IsType<SheetEdit.Gone>(await edits.Edit(lesson, Guid.NewGuid(), 0, "jab x9", Cancel));
    }

    [Fact]
    public async Task A_text_is_given_to_all_lines_alike_and_only_to_them()
    {
        await using var desk = await loft.Sit();
        var edits = desk.Get<SheetEdits>();
        var lesson = await desk.Begin("# A\nclass: -\n\"wibble\" 30s\njab x1\n\"wibble\" 30s\n\"wibble\" 45s");
        var rows = await desk.Rows(lesson);
        await edits.EditAlike(lesson, rows[0].Id, "plank 30s", Cancel);
        Assert.Equal("plank 30s|jab x1|plank 30s|wibble 45s", await desk.Text(lesson));
        Assert.IsType<SheetEdit.Refused>(await edits.EditAlike(lesson, rows[0].Id, " ", Cancel));
    }

    [Fact]
    public async Task A_line_moves_past_its_neighbour_and_no_further_than_the_ends()
    {
        await using var desk = await loft.Sit();
        var edits = desk.Get<SheetEdits>();
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1");
        var middle = (await desk.Rows(lesson))[1].Id;
        await edits.Move(lesson, middle, 1, Cancel);
        Assert.Equal("jab x1|hook x1|cross x1", await desk.Text(lesson));
        await edits.Move(lesson, middle, 1, Cancel);
        Assert.Equal("jab x1|hook x1|cross x1", await desk.Text(lesson));
        await edits.Move(lesson, middle, -1, Cancel);
        await edits.Move(lesson, middle, -1, Cancel);
        await edits.Move(lesson, middle, -1, Cancel);
        Assert.Equal("cross x1|jab x1|hook x1", await desk.Text(lesson));
    }

    [Fact]
    public async Task What_is_taken_out_comes_back_where_it_was()
    {
        await using var desk = await loft.Sit();
        var (edits, history) = (desk.Get<SheetEdits>(), desk.Get<SheetHistory>());
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1");
        var middle = (await desk.Rows(lesson))[1];
        await edits.Remove(lesson, middle.Id, null, Cancel);
        await edits.Add(lesson, Guid.CreateVersion7(), "slip x1", default, null, Cancel);
        Assert.Equal("jab x1|hook x1|slip x1", await desk.Text(lesson));
        await history.UndoLast(lesson, Cancel);
        Assert.Equal("jab x1|hook x1", await desk.Text(lesson));
        await history.UndoLast(lesson, Cancel);
        Assert.Equal("jab x1|cross x1|hook x1", await desk.Text(lesson));
        await history.RedoLast(lesson, Cancel);
        await history.RedoLast(lesson, Cancel);
        Assert.Equal("jab x1|hook x1|slip x1", await desk.Text(lesson));
        Assert.Null(await history.RedoLast(lesson, Cancel));
    }

    [Fact]
    public async Task A_drill_that_is_linked_becomes_the_sheets_own_where_it_is_changed()
    {
        await using var desk = await loft.Sit();
        var edits = desk.Get<SheetEdits>();
        var drill = await desk.Db.Drills.AsNoTracking().FirstAsync(d => d.Name == "Cold morning", Cancel);
        var lesson = await desk.Begin("jab x1");
        await edits.Add(lesson, Guid.CreateVersion7(), $"drill: {drill.Name}", default, null, Cancel);
        var rows = await desk.Rows(lesson);
        Assert.Equal(drill.Text.Split('\n').Length, rows.Count(r => r.DrillId == drill.Id));
        await edits.Step(lesson, rows[^1].Id, 1, Cancel);
        Assert.All(await desk.Rows(lesson), r => Assert.Null(r.LinkId));
    }

    [Fact]
    public async Task A_word_behind_an_unknown_title_stays_as_typed()
    {
        await using var desk = await loft.Sit(DemoSchool.Instructor);
        var quotes = desk.Get<SheetQuotes>();
        const string text = "jab x5\nas in \"No such sheet\", Pads\ncross x5";
        Assert.Equal(text, await quotes.Filled(text, Cancel));
        var kept = await desk.Db.KeptSheets.AsNoTracking().FirstAsync(k => k.Text.Contains("## Pads"), Cancel);
        var filled = await quotes.Filled($"as in \"{kept.Title}\", Pads", Cancel);
        Assert.DoesNotContain("as in", filled, StringComparison.Ordinal);
        Assert.All(filled.Split('\n'), l => Assert.Contains(l, kept.Text, StringComparison.Ordinal));
    }
}
