namespace LoyalLadder.Core.Lessons;

/// <summary>
/// Where a line stands in a sheet, as a word: words in the order of their characters are lines in the order of the sheet.
/// Between any two words there is always another, so that inserting never moves what stands around it and never runs out.
/// A word is a fraction written in the 62 digits 0-9, A-Z, a-z behind an unwritten point; none ends in 0.
/// </summary>
public static class LinePlace
{
    private const string Digits = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz";

    /// <summary>Digits that appending counts in: many lines one after the other keep their words short.</summary>
    private const int CountedDigits = 4;

    /// <summary>A place between two others.</summary>
    /// <param name="before">The place that it stands behind; null for the beginning.</param>
    /// <param name="after">The place that it stands in front of; null for the end.</param>
    /// <exception cref="ArgumentException">The second is not behind the first.</exception>
    public static string Between(string? before, string? after)
    {
        if (before is not null && after is not null && string.CompareOrdinal(before, after) >= 0)
            throw new ArgumentException($"'{after}' does not stand behind '{before}'.", nameof(after));
        if (after is null && before is not null)
            return Next(before);
        return Middle(before ?? "", after);
    }

    /// <summary>Places for several lines between two others, in order.</summary>
    public static IReadOnlyList<string> Between(string? before, string? after, int count)
    {
        if (count == 0)
            return [];
        if (after is null)
        {
            var places = new List<string>(count);
            for (var last = before; places.Count < count; places.Add(last))
                last = Between(last, null);
            return places;
        }
        var middle = Between(before, after);
        var left = (count - 1) / 2;
        return [.. Between(before, middle, left), middle, .. Between(middle, after, count - 1 - left)];
    }

    private static string Next(string before)
    {
        var counted = before.PadRight(CountedDigits, '0')[..CountedDigits].ToCharArray();
        for (var i = CountedDigits - 1; i >= 0; i--)
        {
            if (counted[i] != Digits[^1])
            {
                counted[i] = Digits[Digits.IndexOf(counted[i], StringComparison.Ordinal) + 1];
                return new string(counted).TrimEnd('0');
            }
            counted[i] = '0';
        }
        return Middle(before, null);
    }

    /// <summary>Halfway between two fractions; the upper one null stands for one whole.</summary>
    private static string Middle(string low, string? high)
    {
        var same = 0;
        while (high is not null && same < high.Length && DigitAt(low, same) == DigitAt(high, same))
            same++;
        if (same > 0)
            return high![..same] + Middle(low.Length > same ? low[same..] : "", high[same..]);
        var from = DigitAt(low, 0);
        var to = high is null ? Digits.Length : DigitAt(high, 0);
        if (to - from > 1)
            return Digits[(from + to) / 2].ToString();
        // neighbours: what stands behind the lower digit decides
        if (high is { Length: > 1 })
            return high[..1];
        return Digits[from] + Middle(low.Length > 0 ? low[1..] : "", null);
    }

    private static int DigitAt(string place, int index) =>
        index < place.Length ? Digits.IndexOf(place[index], StringComparison.Ordinal) : 0;
}
