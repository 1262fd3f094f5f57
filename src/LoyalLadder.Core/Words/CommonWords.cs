namespace LoyalLadder.Core.Words;

/// <summary>
/// Ordinary words of teaching, read from a table that says of each what it is (people, things, acts, manners, little words):
/// whoever types one has not mistyped the name of a move.
/// </summary>
internal static class CommonWords
{
    /// <summary>All of them.</summary>
    public static IReadOnlySet<string> All { get; } = Read();

    private static HashSet<string> Read()
    {
        using var file = new StreamReader(typeof(CommonWords).Assembly.GetManifestResourceStream("common-words.tsv")!);
        var words = new HashSet<string>(StringComparer.Ordinal);
        file.ReadLine();
        while (file.ReadLine() is { } row)
            words.Add(row.Split('\t')[0]);
        return words;
    }
}
