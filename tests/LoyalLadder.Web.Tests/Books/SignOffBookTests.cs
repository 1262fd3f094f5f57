using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class SignOffBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>A student and a requirement that so many have to sign and nobody has.</summary>
    private static async Task<(Guid Student, Guid Requirement)> Unsigned(Desk desk, int signers)
    {
        var asked = await desk.Db.Requirements.AsNoTracking().FirstAsync(r => r.Signers == signers, Cancel);
        var student = await desk
            .Db.Students.Where(s =>
                s.ArchivedAt == null && !desk.Db.SignOffs.Any(o => o.StudentId == s.Id && o.RequirementId == asked.Id)
            )
            .Select(s => s.Id)
            .FirstAsync(Cancel);
        return (student, asked.Id);
    }

    private static async Task<string?> SignAs(Desk desk, string email, (Guid Student, Guid Requirement) what)
    {
        desk.Get<SchoolScope>().UserId = await desk
            .Db.Staff.Where(s => s.Email == email)
            .Select(s => s.Id)
            .SingleAsync(Cancel);
        var said = await desk.Get<SignOffBook>().Sign(what.Student, what.Requirement, Cancel);
        await desk.Save();
        return said;
    }

    [Fact]
    public async Task Two_signatures_are_two_peoples()
    {
        await using var desk = await loft.Sit();
        var what = await Unsigned(desk, 2);
        Assert.Null(await SignAs(desk, DemoSchool.Head, what));
        Assert.Contains("somebody else's", await SignAs(desk, DemoSchool.Head, what), StringComparison.Ordinal);
        Assert.Null(await SignAs(desk, DemoSchool.Instructor, what));
        Assert.Contains(
            "signed this already",
            await SignAs(desk, DemoSchool.Instructor, what),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "signed off already",
            await SignAs(desk, "tobin@netloft.example", what),
            StringComparison.Ordinal
        );
        Assert.Equal(
            2,
            await desk.Db.SignOffs.CountAsync(
                s => s.StudentId == what.Student && s.RequirementId == what.Requirement,
                Cancel
            )
        );
    }

    [Fact]
    public async Task Ones_own_signature_is_taken_back_and_nobody_elses()
    {
        await using var desk = await loft.Sit();
        var what = await Unsigned(desk, 1);
        Assert.Null(await SignAs(desk, DemoSchool.Instructor, what));
        desk.Get<SchoolScope>().UserId = await desk
            .Db.Staff.Where(s => s.Email == DemoSchool.Head)
            .Select(s => s.Id)
            .SingleAsync(Cancel);
        Assert.False(await desk.Get<SignOffBook>().TakeBack(what.Student, what.Requirement, Cancel));
        desk.Get<SchoolScope>().UserId = await desk
            .Db.Staff.Where(s => s.Email == DemoSchool.Instructor)
            .Select(s => s.Id)
            .SingleAsync(Cancel);
        Assert.True(await desk.Get<SignOffBook>().TakeBack(what.Student, what.Requirement, Cancel));
        Assert.Null(await SignAs(desk, DemoSchool.Head, what));
    }

    [Fact]
    public async Task What_is_gone_is_not_signed()
    {
        await using var desk = await loft.Sit();
        var (student, requirement) = await Unsigned(desk, 1);
        Assert.Equal("It is no longer there.", await SignAs(desk, DemoSchool.Head, (student, Guid.NewGuid())));
        Assert.Equal("It is no longer there.", await SignAs(desk, DemoSchool.Head, (Guid.NewGuid(), requirement)));
        await desk.Get<RowBook>().Remove<RequirementRow>(requirement, Cancel);
        await desk.Save();
        Assert.Equal("It is no longer there.", await SignAs(desk, DemoSchool.Head, (student, requirement)));
    }

    [Theory]
    [InlineData("", false)]
    [InlineData("Best voice of the week", true)]
    public async Task A_prize_has_words_and_is_given_once(string words, bool isGiven)
    {
        await using var desk = await loft.Sit();
        var student = (await Unsigned(desk, 1)).Student;
        var (book, key) = (desk.Get<SignOffBook>(), Guid.CreateVersion7());
        var before = await desk.Db.Awards.CountAsync(Cancel);
        Assert.Equal(isGiven, await book.Give(student, key, words, Cancel) is null);
        Assert.Equal(isGiven, await book.Give(student, key, words, Cancel) is null);
        Assert.Equal(before + (isGiven ? 1 : 0), await desk.Db.Awards.CountAsync(Cancel));
    }
}
