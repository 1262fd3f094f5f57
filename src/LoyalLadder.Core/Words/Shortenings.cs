using System.Collections.Frozen;

namespace LoyalLadder.Core.Words;

/// <summary>Usual shortenings and what they stand for, read from a table that says of each what kind of word it is.</summary>
internal static class Shortenings
{
    private static readonly FrozenDictionary<string, (string Means, string Kind)> Table = Read();

    /// <summary>What a word stands for; null for a word that is no shortening.</summary>
    public static string? Of(string word) => Table.GetValueOrDefault(word).Means;

    /// <summary>It only joins words: 'n', whatever names have it in them.</summary>
    public static bool IsJoint(string word) => Table.GetValueOrDefault(word).Kind == "joint";

    private static FrozenDictionary<string, (string Means, string Kind)> Read()
    {
        using var file = new StreamReader(typeof(Shortenings).Assembly.GetManifestResourceStream("shortenings.tsv")!);
        var rows = new Dictionary<string, (string, string)>(StringComparer.Ordinal);
        file.ReadLine();
        while (file.ReadLine() is { } row)
            if (row.Split('\t') is [var word, var means, var kind])
                rows[word] = (means, kind);
        return rows.ToFrozenDictionary(StringComparer.Ordinal);
    }
}
