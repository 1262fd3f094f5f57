using LoyalLadder.Data.Lists;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Lists out and in again, whole or not at all.</summary>
public sealed class ListsTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static ListKind Kind(string key) => SchoolLists.Kind(key)!;

    [Theory]
    [InlineData("students")]
    [InlineData("kit")]
    [InlineData("drills")]
    [InlineData("ladder")]
    public async Task What_went_out_changes_nothing_when_it_comes_in_again(string key)
    {
        await using var desk = await loft.Sit();
        var lists = desk.Get<SchoolLists>();
        var text = await lists.Write(Kind(key), Cancel);
        var look = await lists.Look(Kind(key), text, Cancel);
        Assert.Null(look.Refusal);
        Assert.True(look.Rows.Count > 4);
        Assert.All(look.Rows, r => Assert.Equal((RowFate.Same, r.Words), (r.Fate, r.Words)));
        Assert.False(look.CanBeTaken);
    }

    [Theory]
    [InlineData("combinations", "#14|14")]
    [InlineData("classes", "Limpets")]
    [InlineData("ranks", "First steps")]
    public async Task Lists_that_are_only_given_out_hold_the_school(string key, string holds)
    {
        await using var desk = await loft.Sit();
        var text = await desk.Get<SchoolLists>().Write(Kind(key), Cancel);
        Assert.Contains(holds.Split('|')[^1], text, StringComparison.Ordinal);
        Assert.False(Kind(key).CanBeTaken);
    }

    [Fact]
    public async Task One_wrong_row_keeps_all_others_out()
    {
        await using var desk = await loft.Sit();
        var lists = desk.Get<SchoolLists>();
        const string text = "name,how many,seconds to fetch\nropes,4,20\nbells,many,10\n";
        var look = await lists.Look(Kind("kit"), text, Cancel);
        Assert.Equal((1, 1, false), (look.Count(RowFate.New), look.Count(RowFate.Wrong), look.CanBeTaken));
        await lists.Take(Kind("kit"), text, Guid.CreateVersion7(), Cancel);
        Assert.False(await desk.Db.KitItems.AnyAsync(k => k.Name == "ropes", Cancel));
    }

    [Fact]
    public async Task Taken_twice_with_the_same_key_a_list_adds_once()
    {
        await using var desk = await loft.Sit();
        var (lists, key) = (desk.Get<SchoolLists>(), Guid.CreateVersion7());
        const string text = "first name,initial,rank,classes\nQuill,A,Kids: Yellow,Little Gulls\nQuill,B,,\n";
        var before = await desk.Db.Students.CountAsync(Cancel);
        var first = await lists.Take(Kind("students"), text, key, Cancel);
        Assert.Equal(2, first.Count(RowFate.New));
        await lists.Take(Kind("students"), text, key, Cancel);
        desk.Db.ChangeTracker.Clear();
        Assert.Equal(before + 2, await desk.Db.Students.CountAsync(Cancel));
        var enrolled = await desk.Db.Students.CountAsync(
            s => s.FirstName == "Quill" && desk.Db.Enrolments.Any(e => e.StudentId == s.Id),
            Cancel
        );
        Assert.Equal(1, enrolled);
    }

    [Theory]
    [InlineData("", "")]
    [InlineData("colour,size\nred,4\n", "")]
    [InlineData("name\n", "")]
    public async Task What_is_no_such_list_is_refused_with_a_reason(string text, string _)
    {
        await using var desk = await loft.Sit();
        var look = await desk.Get<SchoolLists>().Look(Kind("kit"), text, Cancel);
        Assert.False(look.CanBeTaken);
        Assert.True(look.Refusal is not null || look.Rows.Count == 0, look.Refusal);
    }

    [Fact]
    public async Task Terms_to_know_are_asked_for_by_their_words()
    {
        await using var desk = await loft.Sit();
        var lists = desk.Get<SchoolLists>();
        const string text =
            "track,rank,kind,what,stage,amount,unit,signers\nKids,Yellow,Terms,The parts of the "
            + "hall,,,,1\nKids,Yellow,Wonder,Anything,,,,1\n";
        var look = await lists.Look(Kind("ladder"), text, Cancel);
        Assert.Equal([RowFate.New, RowFate.Wrong], look.Rows.Select(r => r.Fate));
        Assert.Contains("Terms", look.Rows[1].Words, StringComparison.Ordinal);
    }
}
