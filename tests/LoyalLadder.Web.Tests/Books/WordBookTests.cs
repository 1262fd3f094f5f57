using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class WordBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<bool> IsUnderstood(Desk desk, string line)
    {
        var facts = await desk.Get<OwnSchool>().Facts(Cancel);
        return facts.Material.Sheets(facts.School.Naming).ReadEntries(line) is [LessonLine { IsUnderstood: true }];
    }

    [Fact]
    public async Task A_word_is_read_from_the_moment_it_is_kept_until_it_is_forgotten()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<WordBook>();
        Assert.False(await IsUnderstood(desk, "helicopters 30s"));
        Assert.False((await book.Mean("Helicopters", "arm circles", Cancel)).Any);
        Assert.True(await IsUnderstood(desk, "helicopters 30s"));
        Assert.False((await book.Mean("helicopter's", "shoulder circles", Cancel)).Any);
        var kept = Assert.Single(await desk.Db.Words.Where(w => w.Key.StartsWith("helicopter")).ToListAsync(Cancel));
        Assert.Equal(("Helicopters", "shoulder circles"), (kept.Word, kept.Means));
        Assert.Equal(1, await book.Forget(kept.Id, Cancel));
        Assert.False(await IsUnderstood(desk, "helicopters 30s"));
        Assert.Equal(0, await book.Forget(kept.Id, Cancel));
    }

    [Fact]
    public async Task What_was_done_at_one_desk_is_not_there_at_another()
    {
        await using (var desk = await loft.Sit())
            Assert.False((await desk.Get<WordBook>().Mean("windmillers", "arm circles", Cancel)).Any);
        await using var other = await loft.Sit();
        Assert.False(await IsUnderstood(other, "windmillers 30s"));
    }

    [Theory]
    [InlineData("jab", "cross", "Word")]
    [InlineData("ab", "cross", "Word")]
    [InlineData("", "cross", "Word")]
    [InlineData("5 rounds", "cross", "Word")]
    [InlineData("helicopters", "", "Means")]
    [InlineData("helicopters", "wibble", "Means")]
    public async Task What_cannot_be_a_word_or_a_meaning_is_refused(string word, string means, string field)
    {
        await using var desk = await loft.Sit();
        var errors = await desk.Get<WordBook>().Mean(word, means, Cancel);
        Assert.Equal([field], errors.All.Select(e => e.Field).Distinct());
    }
}
