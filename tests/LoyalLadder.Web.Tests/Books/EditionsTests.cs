using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Edition numbers, and what they make old.</summary>
public sealed class EditionsTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public void What_is_heard_says_what_has_become_old_once()
    {
        var (editions, school) = (new SchoolEditions(), Guid.NewGuid());
        // unknown before: anything may be old
        Assert.Equal(
            [CachedKind.Facts, CachedKind.Material, CachedKind.Progress],
            editions.Advance(school, new EditionNumbers(3, 2, 5))
        );
        Assert.Equal([CachedKind.Progress], editions.Advance(school, new EditionNumbers(3, 2, 6)));
        Assert.Equal([CachedKind.Facts, CachedKind.Progress], editions.Advance(school, new EditionNumbers(4, 2, 6)));
        Assert.Empty(editions.Advance(school, new EditionNumbers(4, 2, 6)));
        // late news are no news
        Assert.Empty(editions.Advance(school, new EditionNumbers(3, 2, 5)));
        Assert.Equal(
            [CachedKind.Facts, CachedKind.Material, CachedKind.Progress],
            editions.Advance(school, new EditionNumbers(5, 3, 6))
        );
    }

    [Fact]
    public void Of_two_readings_the_greater_numbers_are_the_newer() =>
        Assert.Equal(new EditionNumbers(4, 7, 9), new EditionNumbers(4, 2, 9).Newer(new EditionNumbers(3, 7, 9)));

    [Fact]
    public async Task A_change_is_counted_in_the_transaction_that_makes_it_and_read_there_alone()
    {
        await using var desk = await loft.Sit();
        var memory = desk.Get<SchoolCache>();
        var reads = 0;
        Task<string> Of(CachedKind from, string name) =>
            memory.GetOrCreate(name, from, () => Task.FromResult($"{name} {++reads}"), Cancel);
        Assert.Equal("a 1", await Of(CachedKind.Facts, "a"));
        Assert.Equal("a 1", await Of(CachedKind.Facts, "a"));
        Assert.Equal("b 2", await Of(CachedKind.Material, "b"));
        desk.Db.Halls.Add(
            new Hall
            {
                Name = "Shed",
                LengthMetres = 4,
                WidthMetres = 3,
            }
        );
        await desk.Save();
        // a hall is one of the facts and no material
        Assert.Equal("a 3", await Of(CachedKind.Facts, "a"));
        Assert.Equal("b 2", await Of(CachedKind.Material, "b"));
        desk.Db.Words.Add(
            new LoyalLadder.Data.Material.SchoolWord
            {
                Word = "zorble",
                Key = "zorble",
                Means = "jab",
            }
        );
        await desk.Save();
        Assert.Equal("b 4", await Of(CachedKind.Material, "b"));
        Assert.Equal("a 5", await Of(CachedKind.Facts, "a"));
    }

    [Fact]
    public async Task A_name_may_be_as_long_as_what_it_depends_on()
    {
        await using var desk = await loft.Sit();
        var memory = desk.Get<SchoolCache>();
        var (one, other) = (new string('x', 5000) + "1", new string('x', 5000) + "2");
        Assert.Equal("1", await memory.GetOrCreate(one, CachedKind.Facts, () => Task.FromResult("1"), Cancel));
        Assert.Equal("2", await memory.GetOrCreate(other, CachedKind.Facts, () => Task.FromResult("2"), Cancel));
        Assert.Equal("1", await memory.GetOrCreate(one, CachedKind.Facts, () => Task.FromResult("3"), Cancel));
    }
}
