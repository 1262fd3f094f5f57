namespace LoyalLadder.Core.Lessons;

/// <summary>A line of a sheet with its key.</summary>
public readonly record struct KeyedText(Guid Key, string Text);

/// <summary>A line of two versions of a sheet side by side; null where one of them has none.</summary>
/// <param name="Left">As it was.</param>
/// <param name="Right">As it became.</param>
/// <param name="HasMoved">It says the same and stands elsewhere.</param>
public sealed record ComparedLine(string? Left, string? Right, bool HasMoved)
{
    public bool IsSame => Left == Right && !HasMoved;
}

/// <summary>Two versions of a sheet, line beside line.</summary>
public static class SheetComparison
{
    /// <summary>Lines in the order of the later version, with what is gone where it stood.</summary>
    public static IReadOnlyList<ComparedLine> Of(IReadOnlyList<KeyedText> left, IReadOnlyList<KeyedText> right)
    {
        var was = left.ToDictionary(l => l.Key);
        var steady = Steady(left, right);
        var compared = new List<ComparedLine>();
        var at = 0;
        foreach (var line in right)
        {
            if (steady.Contains(line.Key))
                at = TakeGone(left, right, at, line.Key, compared);
            compared.Add(
                was.TryGetValue(line.Key, out var before)
                    ? new ComparedLine(before.Text, line.Text, !steady.Contains(line.Key))
                    : new ComparedLine(null, line.Text, false)
            );
        }
        TakeGone(left, right, at, null, compared);
        return compared;
    }

    /// <summary>Adds the lines that are gone from a place on, up to a line that both have.</summary>
    private static int TakeGone(
        IReadOnlyList<KeyedText> left,
        IReadOnlyList<KeyedText> right,
        int at,
        Guid? until,
        List<ComparedLine> compared
    )
    {
        var stays = right.Select(r => r.Key).ToHashSet();
        for (; at < left.Count && left[at].Key != until; at++)
            if (!stays.Contains(left[at].Key))
                compared.Add(new ComparedLine(left[at].Text, null, false));
        return Math.Min(at + 1, left.Count);
    }

    /// <summary>The most lines that keep their order among each other: all others have moved.</summary>
    private static HashSet<Guid> Steady(IReadOnlyList<KeyedText> left, IReadOnlyList<KeyedText> right)
    {
        var (n, m) = (left.Count, right.Count);
        var longest = new int[n + 1, m + 1];
        for (var i = n - 1; i >= 0; i--)
        for (var j = m - 1; j >= 0; j--)
            longest[i, j] =
                left[i].Key == right[j].Key
                    ? longest[i + 1, j + 1] + 1
                    : Math.Max(longest[i + 1, j], longest[i, j + 1]);
        var steady = new HashSet<Guid>();
        for (int i = 0, j = 0; i < n && j < m; )
        {
            if (left[i].Key == right[j].Key)
            {
                steady.Add(left[i].Key);
                (i, j) = (i + 1, j + 1);
            }
            else if (longest[i + 1, j] >= longest[i, j + 1])
                i++;
            else
                j++;
        }
        return steady;
    }
}
