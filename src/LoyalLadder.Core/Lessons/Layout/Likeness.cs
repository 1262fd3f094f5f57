namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>Lines of a page that begin and end in the same way: headings look alike, and unlike what stands under them.</summary>
/// <param name="Lines">How many there are.</param>
/// <param name="Dosed">The share of them that say how much.</param>
/// <param name="Gap">Lines from one to the next on average; 1 for a list.</param>
/// <param name="IsOutmost">None of the page is less indented.</param>
/// <param name="Named">The share of them that name a part of a lesson.</param>
internal sealed record Likeness(int Lines, double Dosed, double Gap, bool IsOutmost, double Named)
{
    /// <summary>The same in a word.</summary>
    public string Kind =>
        $"{(Lines == 1 ? "one" : Lines <= 3 ? "few" : "many")} "
        + $"{(Dosed < 0.2 ? "bare" : Dosed < 0.6 ? "mixed" : "dosed")} "
        + $"{(Lines == 1 ? "" : Gap < 1.4 ? "list" : Gap < 2.5 ? "loose" : "apart")}";

    public IEnumerable<string> Features()
    {
        yield return $"like {Kind}";
        yield return $"like {Kind} {(IsOutmost ? "out" : "in")}";
        yield return $"named {(Named < 0.15 ? 0 : Named < 0.5 ? 1 : 2)}";
        yield return $"gap {(Lines == 1 ? 0 : Gap < 1.4 ? 1 : Gap < 2.5 ? 2 : 3)} named {(Named < 0.15 ? 0 : Named < 0.5 ? 1 : 2)}";
    }

    public static Dictionary<string, Likeness> Of(
        IReadOnlyList<PageLine> page,
        IReadOnlyList<LineLook> looks,
        IReadOnlyList<string> signs
    )
    {
        var least = page.Count == 0 ? 0 : page.Min(l => l.Indent);
        return Enumerable
            .Range(0, page.Count)
            .GroupBy(i => signs[i])
            .ToDictionary(
                g => g.Key,
                g =>
                {
                    var at = g.ToList();
                    return new Likeness(
                        at.Count,
                        (double)at.Count(i => looks[i].HasDose) / at.Count,
                        at.Count == 1 ? page.Count : (double)(at[^1] - at[0]) / (at.Count - 1),
                        page[at[0]].Indent == least,
                        (double)at.Count(i => SegmentKinds.Of(HeadingName.Of(page[i]).Name) != SegmentKind.Other)
                            / at.Count
                    );
                },
                StringComparer.Ordinal
            );
    }
}
