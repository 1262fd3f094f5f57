using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>One thing done to several lines at once, in transactions that are never committed.</summary>
public sealed class PickedLinesTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<List<Guid>> Lines(Desk desk, Guid lesson, params int[] at)
    {
        var rows = await desk.Rows(lesson);
        return [.. at.Select(i => rows[i].Id)];
    }

    [Theory]
    [InlineData("0", 2, "cross x1|hook x1|jab x1|slip x1")]
    [InlineData("0 1", 2, "hook x1|jab x1|cross x1|slip x1")]
    [InlineData("0 2", 3, "cross x1|slip x1|jab x1|hook x1")]
    [InlineData("3", -1, "slip x1|jab x1|cross x1|hook x1")]
    [InlineData("1 3", -1, "cross x1|slip x1|jab x1|hook x1")]
    [InlineData("0 1", 1, "jab x1|cross x1|hook x1|slip x1")]
    public async Task Lines_are_moved_behind_another_together(string which, int behind, string becomes)
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1\nslip x1");
        var rows = await desk.Rows(lesson);
        await desk.Get<PickedLines>()
            .MoveBehind(
                lesson,
                [.. which.Split(' ').Select(i => rows[int.Parse(i, null)].Id)],
                behind < 0 ? null : rows[behind].Id,
                Cancel
            );
        Assert.Equal(becomes, await desk.Text(lesson));
    }

    [Fact]
    public async Task Picked_lines_move_past_a_neighbour_as_one_and_stay_at_the_ends()
    {
        await using var desk = await loft.Sit();
        var picked = desk.Get<PickedLines>();
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1\nslip x1");
        var two = await Lines(desk, lesson, 0, 1);
        await picked.MoveBy(lesson, two, -1, Cancel);
        Assert.Equal("jab x1|cross x1|hook x1|slip x1", await desk.Text(lesson));
        await picked.MoveBy(lesson, two, 1, Cancel);
        Assert.Equal("hook x1|jab x1|cross x1|slip x1", await desk.Text(lesson));
        await picked.MoveBy(lesson, two, 1, Cancel);
        await picked.MoveBy(lesson, two, 1, Cancel);
        Assert.Equal("hook x1|slip x1|jab x1|cross x1", await desk.Text(lesson));
    }

    [Fact]
    public async Task Picked_lines_are_copied_taken_out_and_taken_back_as_one_step()
    {
        await using var desk = await loft.Sit();
        var (picked, history) = (desk.Get<PickedLines>(), desk.Get<SheetHistory>());
        var lesson = await desk.Begin("jab x1\ncross x1\nhook x1");
        var two = await Lines(desk, lesson, 0, 1);
        var key = Guid.CreateVersion7();
        await picked.Copy(lesson, key, two, Cancel);
        await picked.Copy(lesson, key, two, Cancel);
        Assert.Equal("jab x1|cross x1|jab x1|cross x1|hook x1", await desk.Text(lesson));
        await picked.Remove(lesson, two, Cancel);
        Assert.Equal("jab x1|cross x1|hook x1", await desk.Text(lesson));
        await history.UndoLast(lesson, Cancel);
        await history.UndoLast(lesson, Cancel);
        Assert.Equal("jab x1|cross x1|hook x1", await desk.Text(lesson));
    }

    [Fact]
    public async Task Picked_lines_become_one_circuit_where_all_have_an_amount()
    {
        await using var desk = await loft.Sit();
        var picked = desk.Get<PickedLines>();
        var lesson = await desk.Begin("push-up x10\nplank 30s\nplank\nnote: quiet");
        foreach (var other in new[] { 2, 3 })
            Assert.IsType<SheetEdit.Refused>(
                await picked.Circuit(lesson, await Lines(desk, lesson, 0, other), 3, Cancel)
            );
        await picked.Circuit(lesson, await Lines(desk, lesson, 0, 1), 3, Cancel);
        Assert.StartsWith(
            "circuit x3: push-up x10 | plank 30s|plank",
            await desk.Text(lesson),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Picked_lines_are_kept_as_a_drill_under_a_name_of_its_own()
    {
        await using var desk = await loft.Sit();
        var picked = desk.Get<PickedLines>();
        var lesson = await desk.Begin("## Fitness\npush-up x10\nplank 30s");
        var lines = await Lines(desk, lesson, 1, 2);
        Assert.Contains(
            "name",
            await picked.KeepAsDrill(lesson, Guid.CreateVersion7(), lines, " ", Cancel),
            StringComparison.Ordinal
        );
        Assert.Null(await picked.KeepAsDrill(lesson, Guid.CreateVersion7(), lines, "Two and hold", Cancel));
        Assert.Contains(
            "already",
            await picked.KeepAsDrill(lesson, Guid.CreateVersion7(), lines, "two and hold", Cancel),
            StringComparison.Ordinal
        );
        var drill = (await desk.Get<DrillBook>().Named("Two and hold", Cancel))!;
        Assert.Equal(("push-up x10\nplank 30s", Core.Lessons.SegmentKind.Fitness), (drill.Text, drill.Kind));
    }

    [Fact]
    public async Task Nothing_marked_and_lines_that_are_gone_are_told_apart()
    {
        await using var desk = await loft.Sit();
        var picked = desk.Get<PickedLines>();
        var lesson = await desk.Begin("jab x1");
        Assert.IsType<SheetEdit.Refused>(await picked.Remove(lesson, [], Cancel));
        Assert.IsType<SheetEdit.Gone>(await picked.Remove(lesson, [Guid.NewGuid()], Cancel));
        Assert.IsType<SheetEdit.Gone>(
            await picked.MoveBehind(lesson, await Lines(desk, lesson, 0), Guid.NewGuid(), Cancel)
        );
    }
}
