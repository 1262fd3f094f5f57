using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Tests.Books;

public sealed class SheetSettlingTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private const string Barred = "## Partner work\nspinning elbow pairs x5";

    [Fact]
    public async Task A_stop_is_set_aside_with_a_reason_by_name_and_counts_again()
    {
        await using var desk = await loft.Sit();
        var (settling, sheets) = (desk.Get<SheetSettling>(), desk.Get<LessonSheets>());
        var lesson = await desk.Begin(Barred);
        var open = await sheets.OpenStops((await sheets.Open(lesson, Cancel))!, Cancel);
        var stop = Assert.Single(open);
        var line = (await desk.Rows(lesson))[1].Id;
        Assert.NotNull(await settling.SetAside(lesson, stop.Code, line, " ", Cancel));
        Assert.NotNull(await settling.SetAside(lesson, stop.Code, line, new string('x', 2000), Cancel));
        Assert.NotNull(await settling.SetAside(lesson, "no-such-check", line, "Shown slowly", Cancel));
        Assert.Null(await settling.SetAside(lesson, stop.Code, line, "Shown slowly, nobody is hit", Cancel));
        await desk.Save();
        Assert.Empty(await sheets.OpenStops((await sheets.Open(lesson, Cancel))!, Cancel));
        var aside = Assert.Single(await sheets.SetAsideOf(lesson, Cancel));
        Assert.Equal("Shown slowly, nobody is hit", aside.Reason);
        await settling.CountAgain(lesson, aside.Id, Cancel);
        await desk.Save();
        Assert.Single(await sheets.OpenStops((await sheets.Open(lesson, Cancel))!, Cancel));
    }

    [Fact]
    public async Task Set_aside_twice_it_has_one_reason_the_later()
    {
        await using var desk = await loft.Sit();
        var (settling, sheets) = (desk.Get<SheetSettling>(), desk.Get<LessonSheets>());
        var lesson = await desk.Begin(Barred);
        var line = (await desk.Rows(lesson))[1].Id;
        await settling.SetAside(lesson, "age", line, "First", Cancel);
        await settling.SetAside(lesson, "age", line, "Second", Cancel);
        await desk.Save();
        Assert.Equal("Second", Assert.Single(await sheets.SetAsideOf(lesson, Cancel)).Reason);
    }
}
