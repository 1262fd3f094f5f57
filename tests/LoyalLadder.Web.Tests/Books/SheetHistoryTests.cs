using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class SheetHistoryTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task As(Desk desk, string email) =>
        desk.Get<SchoolScope>().UserId = await desk
            .Db.Staff.Where(s => s.Email == email)
            .Select(s => s.Id)
            .SingleAsync(Cancel);

    private static async Task Change(Desk desk, Guid lesson, int at, string text)
    {
        var row = (await desk.Rows(lesson))[at];
        Assert.IsType<SheetEdit.Saved>(await desk.Get<SheetEdits>().Edit(lesson, row.Id, row.Version, text, Cancel));
        await desk.Save();
    }

    /// <summary>One key on a sheet that was opened anew took back all that it began with, beside a colleague.</summary>
    [Fact]
    public async Task Undo_never_takes_back_what_a_sheet_began_with()
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1");
        Assert.Null(await history.UndoLast(lesson, Cancel));
        await Change(desk, lesson, 0, "jab x2");
        Assert.NotNull(await history.UndoLast(lesson, Cancel));
        Assert.Null(await history.UndoLast(lesson, Cancel));
        Assert.Equal("jab x1|cross x1|hook x1", await desk.Text(lesson));
    }

    [Theory]
    [InlineData(5, false)]
    [InlineData(6, true)]
    public async Task Many_lines_taken_out_at_once_are_offered_back_until_they_are_back(int lines, bool isOffered)
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin(string.Join('\n', Enumerable.Range(1, 8).Select(n => $"jab x{n}")));
        var rows = await desk.Rows(lesson);
        await desk.Get<PickedLines>().Remove(lesson, [.. rows.Take(lines).Select(r => r.Id)], Cancel);
        await desk.Save();
        var offered = await history.LastTakenOut(lesson, Cancel);
        Assert.Equal(isOffered ? lines : null, offered?.Lines);
        // another step later it is still offered
        await Change(desk, lesson, 0, "cross x9");
        Assert.Equal(offered, await history.LastTakenOut(lesson, Cancel));
        if (offered is null)
            return;
        await history.Undo(lesson, offered.Batch, Cancel);
        await desk.Save();
        Assert.Null(await history.LastTakenOut(lesson, Cancel));
        Assert.Equal(8, (await desk.Rows(lesson)).Count);
    }

    [Fact]
    public async Task What_is_undone_is_ones_own_last_save_and_never_a_colleagues()
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin("jab x1\ncross x1");
        await Change(desk, lesson, 0, "jab x2");
        await As(desk, DemoSchool.Instructor);
        await Change(desk, lesson, 1, "cross x9");
        await As(desk, DemoSchool.Head);
        var back = await history.UndoLast(lesson, Cancel);
        Assert.Equal((1, 0), (back!.Undone, back.Left));
        Assert.Equal("jab x1|cross x9", await desk.Text(lesson));
        await history.RedoLast(lesson, Cancel);
        Assert.Equal("jab x2|cross x9", await desk.Text(lesson));
        // something new: what was taken back is past
        await history.UndoLast(lesson, Cancel);
        await Change(desk, lesson, 0, "jab x7");
        Assert.Null(await history.RedoLast(lesson, Cancel));
        Assert.Equal("jab x7|cross x9", await desk.Text(lesson));
    }

    [Fact]
    public async Task A_line_that_somebody_has_changed_since_stays_as_it_is()
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin("jab x1");
        await Change(desk, lesson, 0, "jab x2");
        var mine = (await history.Of(lesson, Cancel))[0].Batch;
        await As(desk, DemoSchool.Instructor);
        await Change(desk, lesson, 0, "jab x3");
        await As(desk, DemoSchool.Head);
        var back = await history.Undo(lesson, mine, Cancel);
        Assert.Equal((0, 1), (back!.Undone, back.Left));
        Assert.Equal("jab x3", await desk.Text(lesson));
    }

    [Fact]
    public async Task A_sheet_becomes_again_what_it_was_behind_a_save_and_that_is_a_change_of_its_own()
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin("jab x1\ncross x1");
        await Change(desk, lesson, 0, "jab x2");
        var then = (await history.Of(lesson, Cancel))[0].Batch;
        await Change(desk, lesson, 0, "jab x3");
        await desk.Get<SheetEdits>().Add(lesson, Guid.CreateVersion7(), "hook x4", default, null, Cancel);
        await desk.Get<SheetEdits>().Remove(lesson, (await desk.Rows(lesson))[1].Id, null, Cancel);
        await desk.Save();
        Assert.Equal("jab x3|hook x4", await desk.Text(lesson));
        await history.Restore(lesson, then, Cancel);
        await desk.Save();
        Assert.Equal("jab x2|cross x1", await desk.Text(lesson));
        await history.UndoLast(lesson, Cancel);
        Assert.Equal("jab x3|hook x4", await desk.Text(lesson));
    }

    [Fact]
    public async Task A_save_that_never_was_is_neither_undone_nor_restored()
    {
        await using var desk = await loft.Sit();
        var history = desk.Get<SheetHistory>();
        var lesson = await desk.Begin("jab x1");
        Assert.Null(await history.Undo(lesson, Guid.NewGuid(), Cancel));
        Assert.Null(await history.Restore(lesson, Guid.NewGuid(), Cancel));
    }
}
