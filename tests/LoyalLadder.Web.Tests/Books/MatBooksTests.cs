using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.People;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Runs;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>What stands behind a hall's wall, the timer and kept rounds.</summary>
public sealed class MatBooksTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static readonly DateOnly Today = new(2041, 5, 7);

    private static Task<Guid> HallOf(Desk desk, Guid lesson) =>
        desk.Db.Lessons.Where(l => l.Id == lesson).Select(l => l.HallId!.Value).SingleAsync(Cancel);

    /// <summary>A lesson of today that runs, with events so many minutes ago.</summary>
    private async Task<(Guid Lesson, Guid Hall)> Running(
        Desk desk,
        params (RunEventKind Kind, int MinutesAgo, string? Text)[] pressed
    )
    {
        var lesson = await desk.Begin("## Warm-up\njog 2:00\n## Pads\njab, cross 10/side", Today);
        await desk.Get<LessonRuns>().Open(lesson, Cancel);
        await desk.Save();
        var now = loft.Clock.GetUtcNow();
        var events = pressed.Select(p => new RunEvent(
            Guid.NewGuid(),
            now.AddMinutes(-p.MinutesAgo),
            p.Kind,
            p.Kind == RunEventKind.Roll ? Guid.NewGuid() : null,
            p.Kind == RunEventKind.Roll ? (int)RollMark.There : 0,
            p.Text
        ));
        await desk.Get<LessonRuns>().Keep(lesson, [.. events], Cancel);
        await desk.Save();
        return (lesson, await HallOf(desk, lesson));
    }

    [Fact]
    public async Task A_guest_of_the_roll_can_be_made_a_student_and_is_none_any_more_then()
    {
        await using var desk = await loft.Sit();
        var (lesson, _) = await Running(desk, (RunEventKind.Roll, 6, "Remi D"), (RunEventKind.Roll, 5, " remi d "));
        var group = await desk.Db.Lessons.Where(l => l.Id == lesson).Select(l => l.ClassId).SingleAsync(Cancel);
        var enrol = desk.Get<EnrolBook>();
        var guest = Assert.Single(await enrol.Guests(group, Cancel));
        Assert.Equal(("Remi D", Today, 1), (guest.Name, guest.Last, guest.Times));
        var lines = new StudentLineReader(await enrol.There(Cancel)).Read(guest.Name, group);
        Assert.Empty(Assert.Single(lines).Questions);
        Assert.Equal(1, await enrol.Take(lines, Guid.NewGuid(), Cancel));
        await desk.Save();
        Assert.Empty(await enrol.Guests(group, Cancel));
    }

    [Fact]
    public async Task The_wall_follows_what_runs_in_its_hall_and_is_told_no_name_and_no_note()
    {
        await using var desk = await loft.Sit();
        var (_, hall) = await Running(
            desk,
            (RunEventKind.Roll, 6, "Remi D"),
            (RunEventKind.Start, 5, null),
            (RunEventKind.Note, 4, "Remi D was sore"),
            (RunEventKind.Pause, 3, "by Remi D")
        );
        var wall = await desk.Get<WallBook>().Now(hall, Cancel);
        Assert.Equal("Kites", wall.ClassName);
        Assert.Equal(45, wall.Minutes);
        Assert.Equal([RunEventKind.Start, RunEventKind.Pause], wall.Events.OrderBy(e => e.At).Select(e => e.Kind));
        Assert.All(wall.Events, e => Assert.Null(e.Text));
    }

    [Fact]
    public async Task What_is_over_or_was_never_ended_is_off_the_wall_and_the_next_class_is_on_it()
    {
        await using var desk = await loft.Sit();
        var (_, hall) = await Running(desk, (RunEventKind.Start, 50, null), (RunEventKind.End, 5, null));
        var over = await desk.Get<WallBook>().Now(hall, Cancel);
        Assert.Null(over.Run);
        Assert.Empty(over.Events);
        Assert.Equal(("Kites", new TimeOnly(18, 0)), over.Next);
        await Running(desk, (RunEventKind.Start, 5 * 60, null));
        Assert.Null((await desk.Get<WallBook>().Now(hall, Cancel)).Run);
    }

    [Fact]
    public async Task Another_halls_wall_shows_nothing_of_it()
    {
        await using var desk = await loft.Sit();
        var (_, hall) = await Running(desk, (RunEventKind.Start, 5, null));
        var other = await desk.Db.Halls.Where(h => h.Id != hall).Select(h => h.Id).FirstAsync(Cancel);
        Assert.Null((await desk.Get<WallBook>().Now(other, Cancel)).Run);
    }

    [Fact]
    public async Task The_walls_version_changes_with_every_event_and_not_without_one()
    {
        await using var desk = await loft.Sit();
        var (lesson, hall) = await Running(desk, (RunEventKind.Start, 5, null));
        var before = (await desk.Get<WallBook>().Now(hall, Cancel)).Version;
        Assert.Equal(before, (await desk.Get<WallBook>().Now(hall, Cancel)).Version);
        await desk.Get<LessonRuns>()
            .Keep(lesson, [new RunEvent(Guid.NewGuid(), loft.Clock.GetUtcNow(), RunEventKind.Pause)], Cancel);
        await desk.Save();
        Assert.NotEqual(before, (await desk.Get<WallBook>().Now(hall, Cancel)).Version);
    }

    [Fact]
    public async Task A_new_address_ends_the_old_one_and_a_hall_that_was_put_away_has_none()
    {
        await using var desk = await loft.Sit();
        var hall = await desk.Db.Halls.FirstAsync(Cancel);
        var first = await desk.Get<WallBook>().Renew(hall.Id, Cancel);
        var second = await desk.Get<WallBook>().Renew(hall.Id, Cancel);
        Assert.NotEqual(first, second);
        Assert.True(second!.Length >= 32, $"{second.Length} characters");
        await desk.Save();
        var kept = await desk.Db.Halls.AsNoTracking().SingleAsync(h => h.Id == hall.Id, Cancel);
        Assert.DoesNotContain(second, kept.WallHash!, StringComparison.Ordinal);
        await desk
            .Db.Halls.Where(h => h.Id == hall.Id)
            .ExecuteUpdateAsync(s => s.SetProperty(h => h.ArchivedAt, loft.Clock.GetUtcNow()), Cancel);
        Assert.Null(await desk.Get<WallBook>().Renew(hall.Id, Cancel));
        Assert.Null(await desk.Get<WallBook>().Renew(Guid.NewGuid(), Cancel));
    }

    [Theory]
    [InlineData("pads with Bo", "3 x 2:00 rest 30s", "pads with Bo 3 x 2:00 rest 30s")]
    [InlineData("  ", "5:00", "pad rounds 5:00")]
    [InlineData("two\nlines", "5:00", "two lines 5:00")]
    public async Task A_quick_clock_becomes_a_lesson_of_one_line(string what, string dose, string line)
    {
        await using var desk = await loft.Sit();
        var group = (await desk.Get<QuickClock>().Classes(Cancel)).First(c => c.Name == "Kites");
        var begun = await desk.Get<QuickClock>().Begin(Guid.CreateVersion7(), group.Id, what, dose, Cancel);
        await desk.Save();
        Assert.Equal(Today, begun.Lesson!.Date);
        Assert.EndsWith(line, await desk.Text(begun.Lesson.Id), StringComparison.Ordinal);
    }

    private static readonly RoundRequest Asked = new()
    {
        AgeBand = "adults",
        Rounds = 2,
        WorkSeconds = 60,
        Seed = 4,
    };

    private static async Task<KeptRounds?> Keep(Desk desk, string name, RoundRequest request)
    {
        var saved = await desk.Get<RoundsBook>()
            .Keep(Guid.CreateVersion7(), null, name, request, NamingSchool.Generic, Cancel);
        await desk.Save();
        return saved.Row;
    }

    [Fact]
    public async Task Kept_rounds_stay_as_they_were_until_others_take_their_name()
    {
        await using var desk = await loft.Sit();
        var kept = await Keep(desk, "Thursday pads", Asked);
        var again = await Keep(desk, "thursday  PADS", Asked with { Rounds = 1 });
        Assert.Equal(kept!.Id, again!.Id);
        var only = Assert.Single(await desk.Get<RoundsBook>().All(Cancel));
        Assert.Single(only.ReadCalls().Rounds);
        Assert.Equal(1, only.ReadAsk().Rounds);
    }

    [Theory]
    [InlineData("")]
    [InlineData("say \"one\"")]
    [InlineData("...")]
    [InlineData("this name goes on and on, far longer than anybody would ever say on a mat")]
    public async Task A_name_that_no_sheet_could_call_is_refused(string name)
    {
        await using var desk = await loft.Sit();
        var saved = await desk.Get<RoundsBook>().Keep(Guid.NewGuid(), null, name, Asked, NamingSchool.Generic, Cancel);
        Assert.Null(saved.Row);
        Assert.Equal(["Name"], saved.Errors.All.Select(e => e.Field));
    }

    [Fact]
    public async Task A_sheet_that_names_kept_rounds_has_their_calls_until_they_are_taken_out()
    {
        await using var desk = await loft.Sit();
        var kept = await Keep(desk, "Thursday pads", Asked);
        var lesson = await desk.Begin("## Pads\nrounds \"thursday pads\" 2 x 1:00 rest 30s\njog 1:00", Today);
        var run = await desk.Get<LessonRuns>().Open(lesson, Cancel);
        var beside = run!.ReadProgram().Steps.Select(s => s.Beside.Rounds.Count).ToList();
        Assert.Equal([2, 0], beside);
        await desk.Save();
        Assert.True(await desk.Get<RoundsBook>().Remove(kept!.Id, Cancel));
        await desk.Save();
        Assert.False(await desk.Get<RoundsBook>().Remove(kept.Id, Cancel));
        desk.Db.ChangeTracker.Clear();
        Assert.Empty((await desk.Get<LessonRuns>().Open(lesson, Cancel))!.ReadProgram().Steps[0].Beside.Rounds);
    }
}
