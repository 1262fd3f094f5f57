using CsCheck;

namespace LoyalLadder.Core.Tests;

/// <summary>Two forms over one thing: what only one changed is kept, what both changed is shown.</summary>
public class FormMergeTests
{
    [Theory]
    [InlineData("abc", "abc", "abc", "abc", "")]
    [InlineData("", "ab", "c", "abc", "")]
    [InlineData("ab", "a", "ab", "a", "")]
    [InlineData("ab", "ab", "a", "a", "")]
    public void Additions_and_removals_of_either_are_kept(
        string seen,
        string mine,
        string stands,
        string merged,
        string clashes
    )
    {
        static Dictionary<char, bool> There(string s) => s.ToDictionary(c => c, _ => true);
        var merge = FormMerge<char, bool>.Of(There(seen), There(mine), There(stands));
        Assert.Equal(merged, string.Concat(merge.Merged.Keys.Order()));
        Assert.Equal(clashes, string.Concat(merge.Clashes.Select(c => c.Key)));
    }

    [Fact]
    public void What_both_changed_to_something_else_is_left_and_both_are_shown()
    {
        var merge = FormMerge<string, int>.Of(
            new Dictionary<string, int> { ["x"] = 1 },
            new Dictionary<string, int> { ["x"] = 2 },
            new Dictionary<string, int> { ["x"] = 3 }
        );
        Assert.Equal(3, merge.Merged["x"]);
        Assert.Equal(("x", 3, 2), Assert.Single(merge.Clashes));
    }

    private static readonly Gen<Dictionary<int, int>> AnyForm = Gen.Select(Gen.Int[0, 5], Gen.Int[0, 3])
        .Array[0, 8]
        .Select(all => all.DistinctBy(p => p.Item1).ToDictionary(p => p.Item1, p => p.Item2));

    [Fact]
    public void Nothing_of_mine_is_lost_without_being_shown() =>
        Gen.Select(AnyForm, AnyForm, AnyForm)
            .Sample(
                (seen, mine, stands) =>
                {
                    var merge = FormMerge<int, int>.Of(seen, mine, stands);
                    foreach (var key in mine.Keys.Where(k => !seen.TryGetValue(k, out var was) || was != mine[k]))
                        Assert.True(
                            (merge.Merged.TryGetValue(key, out var kept) && kept == mine[key])
                                || merge.Clashes.Any(c => c.Key == key)
                        );
                    // and nothing of theirs, but where I changed it and they did not
                    foreach (var key in stands.Keys.Where(k => !seen.TryGetValue(k, out var was) || was != stands[k]))
                        Assert.Equal(stands[key], merge.Merged[key]);
                },
                iter: 2000
            );

    [Fact]
    public void Who_changes_nothing_changes_nothing() =>
        Gen.Select(AnyForm, AnyForm)
            .Sample((seen, stands) => Assert.Equal(stands, FormMerge<int, int>.Of(seen, seen, stands).Merged));
}
