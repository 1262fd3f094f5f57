namespace LoyalLadder.Core.Languages;

/// <summary>The languages that ship: one file each in this folder, 'words.CODE.json'. English is what the program is written in.</summary>
public static class AllLanguages
{
    public const string English = "en";

    private static readonly AsyncLocal<Language?> Chosen = new();

    /// <summary>English first.</summary>
    public static IReadOnlyList<Language> All { get; } = ReadAll();

    /// <summary>
    /// What whoever is being answered reads; English where nobody has said. It goes along with the work that is begun for the
    /// answer and ends with it.
    /// </summary>
    public static Language Now
    {
        get => Chosen.Value ?? All[0];
        set => Chosen.Value = value.Code == English ? null : value;
    }

    /// <summary>What is kept for others to read is put into English, whoever writes it.</summary>
    public static string InEnglish(Func<string> said)
    {
        var reader = Now;
        Now = All[0];
        try
        {
            return said();
        }
        finally
        {
            Now = reader;
        }
    }

    /// <summary>The language to translate into; null for English, where nothing is to be looked up.</summary>
    internal static Language? Foreign => Chosen.Value;

    /// <summary>Null where no file is there for it.</summary>
    /// <param name="code">'nl', or longer such as 'nl-BE'.</param>
    public static Language? Find(string? code) =>
        All.FirstOrDefault(l =>
            code is { Length: >= 2 }
            && code.StartsWith(l.Code, StringComparison.OrdinalIgnoreCase)
            && (code.Length == l.Code.Length || code[l.Code.Length] == '-')
        );

    private static Language[] ReadAll()
    {
        var assembly = typeof(AllLanguages).Assembly;
        return
        [
            .. assembly
                .GetManifestResourceNames()
                .Where(n => n.StartsWith("words.", StringComparison.Ordinal))
                .Select(n =>
                {
                    using var file = assembly.GetManifestResourceStream(n)!;
                    return Language.Read(file);
                })
                .OrderBy(l => l.Code != English)
                .ThenBy(l => l.Code, StringComparer.Ordinal),
        ];
    }
}
