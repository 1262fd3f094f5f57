namespace LoyalLadder.Web.Access;

/// <summary>A device in two or three words, for a list in which somebody looks for their own.</summary>
public static class Devices
{
    private static readonly (string Sign, string Word)[] Kinds =
    [
        ("iPad", MarkForTranslation("tablet")),
        ("iPhone", MarkForTranslation("phone")),
        ("Android", "Android"),
        ("Windows", "Windows"),
        ("Macintosh", "Mac"),
        ("CrOS", "Chromebook"),
        ("Linux", "Linux"),
    ];

    private static readonly (string Sign, string Word)[] Programs =
    [
        ("Firefox/", "Firefox"),
        ("Edg/", "Edge"),
        ("Chrome/", MarkForTranslation("Chromium")),
        ("Safari/", "Safari"),
    ];

    /// <summary>What a browser says of itself, shortened to kind and program: 'phone, Safari'. It is kept so for every reader.</summary>
    public static string Words(string userAgent)
    {
        var kind = Array.Find(Kinds, k => userAgent.Contains(k.Sign, StringComparison.Ordinal)).Word;
        var program = Array.Find(Programs, p => userAgent.Contains(p.Sign, StringComparison.Ordinal)).Word;
        return (kind, program) switch
        {
            (null, null) => MarkForTranslation("some program"),
            (null, _) => program,
            (_, null) => kind,
            _ => $"{kind}, {program}",
        };
    }

    /// <summary>The same as its reader says it.</summary>
    public static string Shown(string kept) => string.Join(", ", kept.Split(", ").Select(Say));
}
