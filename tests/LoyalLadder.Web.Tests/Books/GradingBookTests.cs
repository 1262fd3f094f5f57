using LoyalLadder.Core.Gradings;
using LoyalLadder.Data;
using LoyalLadder.Data.Gradings;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class GradingBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>The demo's grading with three candidates.</summary>
    private static async Task<(Guid Grading, List<Candidate> Candidates)> WithThree(Desk desk)
    {
        var book = desk.Get<GradingBook>();
        var grading = await desk.Db.Gradings.AsNoTracking().SingleAsync(Cancel);
        var may = (await book.MayJoin(grading, Cancel)).Take(3).Select(s => s.Student.Id).ToList();
        Assert.True(await book.Join(grading.Id, may, Cancel));
        desk.Db.ChangeTracker.Clear();
        var candidates = await desk.Db.Candidates.AsNoTracking().OrderBy(c => c.Id).ToListAsync(Cancel);
        Assert.Equal(3, candidates.Count);
        return (grading.Id, candidates);
    }

    /// <summary>The grading is today.</summary>
    private static Task<int> OnItsDay(Desk desk, Guid grading) =>
        desk
            .Db.Gradings.Where(g => g.Id == grading)
            .ExecuteUpdateAsync(
                g => g.SetProperty(x => x.On, DateOnly.FromDateTime(LadderServer.Tuesday.Date)),
                Cancel
            );

    /// <summary>What was marked and cleared again broke the page when the candidate was taken out.</summary>
    [Fact]
    public async Task A_candidate_whose_marks_were_cleared_can_be_taken_out()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var (grading, three) = await WithThree(desk);
        var (_, asked) = (await book.Find(grading, Cancel))!.Value;
        var first = asked[three[0].ToRankId].First().Id;
        await Mark(desk, grading, three[0].Id, GradingResult.Open, met: [first]);
        Assert.NotNull(await book.Leave(grading, three[0].Id, Cancel));
        await Mark(desk, grading, three[0].Id, GradingResult.Open, met: [], seen: [first]);
        Assert.Null(await book.Leave(grading, three[0].Id, Cancel));
        Assert.DoesNotContain(
            three[0].Id,
            (await book.Find(grading, Cancel))!.Value.Grading.Candidates.Select(c => c.Id)
        );
    }

    [Fact]
    public async Task A_result_that_somebody_gave_meanwhile_is_told_instead_of_overwritten()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var (grading, three) = await WithThree(desk);
        await book.Decide(grading, three[0].Id, GradingResult.Open, GradingResult.Passed, Cancel);
        var second = await book.Decide(grading, three[0].Id, GradingResult.Open, GradingResult.NotYet, Cancel);
        Assert.Equal(GradingResult.Passed, second!.TheirResult);
        Assert.Null(
            (await book.Decide(grading, three[0].Id, GradingResult.Passed, GradingResult.NotYet, Cancel))!.TheirResult
        );
    }

    private static Task<MarksSaved?> Mark(
        Desk desk,
        Guid grading,
        Guid candidate,
        GradingResult result,
        IReadOnlyCollection<Guid>? met = null,
        IReadOnlyCollection<Guid>? seen = null,
        GradingResult resultSeen = GradingResult.Open
    ) => desk.Get<GradingBook>().Mark(grading, candidate, seen ?? [], met ?? [], resultSeen, result, Cancel);

    [Fact]
    public async Task Who_passed_moves_up_and_a_day_long_all_can_be_taken_back()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var (grading, three) = await WithThree(desk);
        await Mark(desk, grading, three[0].Id, GradingResult.Passed);
        await Mark(desk, grading, three[1].Id, GradingResult.NotYet);
        // somebody without a result keeps it open
        Assert.NotNull((await book.Close(grading, Cancel)).Problem);
        await Mark(desk, grading, three[2].Id, GradingResult.Passed);
        // not before its day: somebody would have a rank that was not shown yet
        Assert.Contains("not before", (await book.Close(grading, Cancel)).Problem, StringComparison.Ordinal);
        desk.Db.ChangeTracker.Clear();
        await OnItsDay(desk, grading);
        Assert.Equal((2, null), await book.Close(grading, Cancel));
        Assert.NotNull((await book.Close(grading, Cancel)).Problem);
        Assert.Equal(
            [three[0].ToRankId, three[1].FromRankId, three[2].ToRankId],
            [await RankOf(desk, three[0]), await RankOf(desk, three[1]), await RankOf(desk, three[2])]
        );
        // closed: no more marks, nobody leaves
        Assert.Null(await Mark(desk, grading, three[1].Id, GradingResult.Passed, resultSeen: GradingResult.NotYet));
        Assert.NotNull(await book.Leave(grading, three[1].Id, Cancel));
        Assert.True(await book.Reopen(grading, Cancel));
        Assert.Equal(three[0].FromRankId, await RankOf(desk, three[0]));
        Assert.False(await book.Reopen(grading, Cancel));
    }

    [Fact]
    public async Task Whoever_was_moved_by_hand_since_keeps_that()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var (grading, three) = await WithThree(desk);
        foreach (var candidate in three)
            await Mark(desk, grading, candidate.Id, GradingResult.Passed);
        await OnItsDay(desk, grading);
        await book.Close(grading, Cancel);
        var byHand = await desk.Db.Ranks.Where(r => r.Position == 0).Select(r => r.Id).FirstAsync(Cancel);
        var student = await desk.Db.Students.SingleAsync(s => s.Id == three[1].StudentId, Cancel);
        student.RankId = byHand;
        await desk.Save();
        Assert.True(await book.Reopen(grading, Cancel));
        Assert.Equal([three[0].FromRankId, byHand], [await RankOf(desk, three[0]), await RankOf(desk, three[1])]);
    }

    [Fact]
    public async Task Two_examiners_marks_come_together_and_a_result_of_the_other_is_told()
    {
        await using var desk = await loft.Sit();
        var (grading, three) = await WithThree(desk);
        var asked = await desk
            .Db.Requirements.Where(r => r.RankId == three[0].ToRankId)
            .Select(r => r.Id)
            .Take(3)
            .ToListAsync(Cancel);
        var first = await Mark(desk, grading, three[0].Id, GradingResult.Passed, met: [asked[0]]);
        Assert.Equal((null, false), (first!.TheirResult, first.HasTheirMarks));
        // the other had opened the sheet before anything was marked
        var second = await Mark(desk, grading, three[0].Id, GradingResult.NotYet, met: [asked[1]]);
        Assert.Equal((GradingResult.Passed, true), (second!.TheirResult, second.HasTheirMarks));
        Assert.Equal(
            [asked[0], asked[1]],
            (
                await desk
                    .Db.GradingMarks.Where(m => m.CandidateId == three[0].Id && m.Seen == MarkSeen.Met)
                    .Select(m => m.RequirementId)
                    .ToListAsync(Cancel)
            )
                .Order()
                .Intersect([asked[0], asked[1]])
                .OrderBy(id => asked.IndexOf(id))
        );
        // taken back by whoever saw it
        await Mark(
            desk,
            grading,
            three[0].Id,
            GradingResult.Passed,
            seen: [asked[0], asked[1]],
            met: [asked[1]],
            resultSeen: GradingResult.Passed
        );
        Assert.Equal(
            [asked[1]],
            await desk
                .Db.GradingMarks.Where(m => m.CandidateId == three[0].Id && m.Seen == MarkSeen.Met)
                .Select(m => m.RequirementId)
                .ToListAsync(Cancel)
        );
    }

    [Fact]
    public async Task Marks_that_come_late_twice_and_in_any_order_are_there_once_in_each_examiners_name()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var scope = desk.Get<SchoolScope>();
        var (grading, three) = await WithThree(desk);
        var asked = await desk
            .Db.Requirements.Where(r => r.RankId == three[0].ToRankId && r.ArchivedAt == null)
            .Select(r => r.Id)
            .FirstAsync(Cancel);
        var now = loft.Clock.GetUtcNow();
        PressedMark At(int minute, MarkSeen seen, string faults = "") =>
            new(three[0].Id, asked, seen, faults, now.AddMinutes(minute - 30));
        await book.Press(grading, [At(3, MarkSeen.NotYet, "hand drops"), At(1, MarkSeen.Met)], Cancel);
        await book.Press(grading, [At(2, MarkSeen.Met), At(3, MarkSeen.NotYet, "hand drops")], Cancel);
        scope.UserId = await desk.Db.Users.Where(u => u.Id != scope.UserId).Select(u => u.Id).FirstAsync(Cancel);
        await book.Press(grading, [At(0, MarkSeen.Met)], Cancel);
        // neither what nobody asks for nor who is no candidate
        await book.Press(grading, [At(5, MarkSeen.Met) with { Requirement = Guid.NewGuid() }], Cancel);
        await book.Press(grading, [At(5, MarkSeen.Met) with { Candidate = Guid.NewGuid() }], Cancel);
        desk.Db.ChangeTracker.Clear();
        var marks = await desk.Db.GradingMarks.Where(m => m.CandidateId == three[0].Id).ToListAsync(Cancel);
        Assert.Equal(2, marks.Count);
        Assert.Equal(Verdict.Differ, Verdicts.Of(1, marks.Select(m => m.Seen)));
        Assert.Equal("hand drops", marks.Single(m => m.Seen == MarkSeen.NotYet).Faults);
        // a clock that runs ahead rules no longer than until now
        await book.Press(grading, [At(600, MarkSeen.NotYet)], Cancel);
        loft.Clock.Pass(TimeSpan.FromMinutes(1));
        await book.Press(grading, [At(31, MarkSeen.Met)], Cancel);
        desk.Db.ChangeTracker.Clear();
        Assert.Equal(
            MarkSeen.Met,
            (await desk.Db.GradingMarks.SingleAsync(m => m.ExaminerId == scope.UserId, Cancel)).Seen
        );
        foreach (var candidate in three)
            Assert.Null((await book.Decide(grading, candidate.Id, null, GradingResult.Passed, Cancel))!.TheirResult);
        await OnItsDay(desk, grading);
        await book.Close(grading, Cancel);
        Assert.False(await book.Press(grading, [At(32, MarkSeen.NotYet)], Cancel));
        Assert.Null(await book.Decide(grading, three[0].Id, null, GradingResult.NotYet, Cancel));
    }

    [Fact]
    public async Task Who_has_been_marked_does_not_leave_and_who_has_not_does()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<GradingBook>();
        var (grading, three) = await WithThree(desk);
        var asked = await desk
            .Db.Requirements.Where(r => r.RankId == three[0].ToRankId)
            .Select(r => r.Id)
            .FirstAsync(Cancel);
        await Mark(desk, grading, three[0].Id, GradingResult.Open, met: [asked]);
        Assert.Contains("not yet", await book.Leave(grading, three[0].Id, Cancel), StringComparison.Ordinal);
        Assert.Null(await book.Leave(grading, three[1].Id, Cancel));
        Assert.Equal(2, await desk.Db.Candidates.CountAsync(Cancel));
    }

    [Theory]
    [InlineData(null, "On")]
    [InlineData(-90, "On")]
    [InlineData(900, "On")]
    public async Task A_day_that_cannot_be_is_refused(int? days, string field)
    {
        await using var desk = await loft.Sit();
        var track = await desk.Db.Tracks.Select(t => t.Id).FirstAsync(Cancel);
        var today = DateOnly.FromDateTime(loft.Clock.GetUtcNow().UtcDateTime);
        var opened = await desk.Get<GradingBook>()
            .Open(Guid.CreateVersion7(), track, days is { } d ? today.AddDays(d) : null, Cancel);
        Assert.Equal([field], opened.Errors.All.Select(e => e.Field));
    }

    [Fact]
    public async Task Sent_twice_a_grading_is_opened_once_and_one_of_a_strange_track_never()
    {
        await using var desk = await loft.Sit();
        var (book, key) = (desk.Get<GradingBook>(), Guid.CreateVersion7());
        var track = await desk.Db.Tracks.Select(t => t.Id).FirstAsync(Cancel);
        var today = DateOnly.FromDateTime(loft.Clock.GetUtcNow().UtcDateTime);
        Assert.NotNull((await book.Open(key, track, today, Cancel)).Row);
        Assert.NotNull((await book.Open(key, track, today, Cancel)).Row);
        Assert.Equal(1, await desk.Db.Gradings.CountAsync(g => g.Id == key, Cancel));
        Assert.True((await book.Open(Guid.CreateVersion7(), Guid.NewGuid(), today, Cancel)).Errors.Any);
    }

    private static async Task<Guid?> RankOf(Desk desk, Candidate candidate)
    {
        desk.Db.ChangeTracker.Clear();
        return await desk.Db.Students.Where(s => s.Id == candidate.StudentId).Select(s => s.RankId).SingleAsync(Cancel);
    }
}
