namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>A line that brings a drill in by its name: 'drill: wall of jabs' links it, 'copy: wall of jabs' copies its lines.</summary>
/// <param name="Name">What was typed behind the word, trimmed; it may be the beginning of a name.</param>
/// <param name="IsLink">True where the sheet follows the drill from then on.</param>
public sealed record DrillCall(string Name, bool IsLink)
{
    private const string Link = "drill:",
        Copy = "copy:";

    /// <summary>The call that a typed line is; null for every other line.</summary>
    public static DrillCall? Read(string? typed)
    {
        var text = typed?.Trim() ?? "";
        if (text.Contains('\n', StringComparison.Ordinal))
            return null;
        if (text.StartsWith(Link, StringComparison.OrdinalIgnoreCase))
            return new DrillCall(text[Link.Length..].Trim(), true);
        return text.StartsWith(Copy, StringComparison.OrdinalIgnoreCase)
            ? new DrillCall(text[Copy.Length..].Trim(), false)
            : null;
    }

    /// <summary>The call as it is typed.</summary>
    public string Write() => $"{(IsLink ? Link : Copy)} {Name}";
}
