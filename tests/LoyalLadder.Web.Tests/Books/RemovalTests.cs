using LoyalLadder.Data;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Nothing is deleted that somebody else's record rests on.</summary>
public sealed class RemovalTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Removes the first that records rest on; what stays, and whether it comes back.</summary>
    private static async Task PutsAway<T>(Desk desk, IQueryable<T> used)
        where T : SchoolRow, IArchivable
    {
        var book = desk.Get<RowBook>();
        var row = await used.AsNoTracking().FirstAsync(Cancel);
        Assert.Equal(Removal.Archived, await book.Remove<T>(row.Id, Cancel));
        desk.Db.ChangeTracker.Clear();
        Assert.NotNull((await desk.Db.Set<T>().AsNoTracking().SingleAsync(r => r.Id == row.Id, Cancel)).ArchivedAt);
        Assert.True(await book.BringBack<T>(row.Id, Cancel));
        desk.Db.ChangeTracker.Clear();
        Assert.Null((await desk.Db.Set<T>().AsNoTracking().SingleAsync(r => r.Id == row.Id, Cancel)).ArchivedAt);
    }

    [Fact]
    public async Task A_hall_in_which_lessons_were_held_is_put_away()
    {
        await using var desk = await loft.Sit();
        await PutsAway(desk, desk.Db.Halls);
    }

    [Fact]
    public async Task A_class_with_lessons_is_put_away()
    {
        await using var desk = await loft.Sit();
        await PutsAway(desk, desk.Db.Classes);
    }

    [Fact]
    public async Task A_rank_that_people_hold_is_put_away()
    {
        await using var desk = await loft.Sit();
        await PutsAway(desk, desk.Db.Ranks.Where(r => desk.Db.Students.Any(s => s.RankId == r.Id)));
    }

    [Fact]
    public async Task A_requirement_with_signatures_is_put_away()
    {
        await using var desk = await loft.Sit();
        await PutsAway(desk, desk.Db.Requirements.Where(r => desk.Db.SignOffs.Any(s => s.RequirementId == r.Id)));
    }

    [Fact]
    public async Task What_nothing_rests_on_is_deleted_and_what_is_gone_is_told_so()
    {
        await using var desk = await loft.Sit();
        var hall = new Hall
        {
            Name = "Shed",
            LengthMetres = 4,
            WidthMetres = 3,
        };
        desk.Db.Halls.Add(hall);
        await desk.Save();
        var book = desk.Get<RowBook>();
        Assert.Equal(Removal.Removed, await book.Remove<Hall>(hall.Id, Cancel));
        Assert.Equal(Removal.NotThere, await book.Remove<Hall>(hall.Id, Cancel));
        Assert.False(await book.BringBack<Hall>(hall.Id, Cancel));
    }

    [Fact]
    public async Task Erasing_takes_a_day_and_leaves_counts_without_a_name()
    {
        await using var desk = await loft.Sit();
        var (erasure, db) = (desk.Get<StudentErasure>(), desk.Db);
        var student = await db
            .Students.Where(s =>
                db.Attendances.Any(a => a.StudentId == s.Id) && db.SignOffs.Any(o => o.StudentId == s.Id)
            )
            .Select(s => s.Id)
            .FirstAsync(Cancel);
        var attended = await db.Attendances.CountAsync(a => a.StudentId == student, Cancel);
        Assert.True(await erasure.Begin(student, [], Cancel));
        Assert.Equal(0, await erasure.CarryOut(Cancel));
        Assert.True(await erasure.TakeBack(student, Cancel));
        Assert.True(await erasure.Begin(student, [], Cancel));
        var waiting = await db.Students.SingleAsync(s => s.Id == student, Cancel);
        waiting.EraseAt = loft.Clock.GetUtcNow().AddMinutes(-1);
        await desk.Save();
        Assert.Equal(1, await erasure.CarryOut(Cancel));
        Assert.False(await erasure.TakeBack(student, Cancel));
        db.ChangeTracker.Clear();
        var erased = await db.Students.AsNoTracking().SingleAsync(s => s.Id == student, Cancel);
        Assert.Equal(("(erased)", "", null, true), (erased.FirstName, erased.Initial, erased.RankId, erased.IsErased));
        Assert.Equal(attended, await db.Attendances.CountAsync(a => a.StudentId == student, Cancel));
        Assert.Equal(
            (0, 0, 0, 0),
            (
                await db.SignOffs.CountAsync(o => o.StudentId == student, Cancel),
                await db.Evidence.CountAsync(e => e.StudentId == student, Cancel),
                await db.Enrolments.CountAsync(e => e.StudentId == student, Cancel),
                await db.CareNotes.CountAsync(n => n.StudentId == student, Cancel)
            )
        );
    }

    [Fact]
    public async Task The_last_head_stays_one()
    {
        await using var desk = await loft.Sit();
        var staff = desk.Get<StaffChanges>();
        var head = await desk.Db.Staff.AsNoTracking().SingleAsync(s => s.Role == Role.Head, Cancel);
        var other = await desk.Db.Staff.AsNoTracking().FirstAsync(s => s.Role == Role.Instructor, Cancel);
        StaffDraft As(AppUser person, Role role) => new(person.DisplayName, person.Email!, role, null);
        Assert.Equal(
            ["Role"],
            (await staff.Change(head.Id, null, As(head, Role.Instructor), null, Cancel)).All.Select(e => e.Field)
        );
        Assert.False((await staff.Change(other.Id, null, As(other, Role.Head), null, Cancel)).Any);
        Assert.False((await staff.Change(head.Id, null, As(head, Role.Instructor), null, Cancel)).Any);
        Assert.Equal(
            ["Role"],
            (await staff.Change(other.Id, null, As(other, Role.Assistant), null, Cancel)).All.Select(e => e.Field)
        );
        Assert.True((await staff.Change(Guid.NewGuid(), null, As(other, Role.Head), null, Cancel)).Any);
        Assert.Equal(
            ["Email"],
            (
                await staff.Add(
                    Guid.CreateVersion7(),
                    new StaffDraft("Twin", head.Email!, Role.Assistant, TestDatabase.Password),
                    Cancel
                )
            )
                .All.Select(e => e.Field)
                .Distinct()
        );
    }
}
