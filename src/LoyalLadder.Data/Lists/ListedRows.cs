using System.Globalization;
using LoyalLadder.Data.Classes;

namespace LoyalLadder.Data.Lists;

/// <summary>What the lists share: numbers, ranks, and what becomes of a row.</summary>
internal static class ListedRows
{
    public static ListedRow Wrong(CsvRow row, string words) => new(row.Line, RowFate.Wrong, words);

    public static ListedRow New(CsvRow row, string words) => new(row.Line, RowFate.New, words);

    public static ListedRow Same(CsvRow row, string words) => new(row.Line, RowFate.Same, words);

    public static ListedRow Changed(CsvRow row, string words) => new(row.Line, RowFate.Changed, words);

    /// <summary>'Kids: Yellow'; empty for none.</summary>
    public static string RankWords(RankRow? rank) => rank is null ? "" : $"{rank.Track!.Name}: {rank.Name}";

    /// <summary>A whole number as it stands in a cell.</summary>
    public static string N(int number) => number.ToString(CultureInfo.InvariantCulture);

    /// <summary>A whole number within bounds; null for anything else.</summary>
    public static int? Number(string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : null;

    /// <summary>A word of an enumeration, however it is cased or hyphenated; null for anything else.</summary>
    public static T? Word<T>(string text)
        where T : struct, Enum =>
        Enum.TryParse<T>(text.Replace("-", "", StringComparison.Ordinal), ignoreCase: true, out var word)
        && Enum.IsDefined(word)
            ? word
            : null;
}
