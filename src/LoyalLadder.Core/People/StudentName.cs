namespace LoyalLadder.Core.People;

/// <summary>What is kept of a student's name: a first name and an initial, and nothing more.</summary>
/// <param name="First">The first name.</param>
/// <param name="Initial">At most a few letters; empty where there is none.</param>
public readonly record struct StudentName(string First, string Initial)
{
    public const int LongestFirst = 60,
        LongestInitial = 4;

    /// <summary>'Wren A' is a first name and an initial; a last word of more than two letters belongs to the first name.</summary>
    public static StudentName Read(string typed)
    {
        var name = typed.Trim();
        var blank = name.LastIndexOf(' ');
        return blank > 0 && name.Length - blank <= 3
            ? new StudentName(name[..blank].Trim(), name[(blank + 1)..].TrimEnd('.'))
            : new StudentName(name, "");
    }

    /// <summary>One name a line; blank lines are none.</summary>
    public static IReadOnlyList<StudentName> ReadLines(string typed) =>
        [.. typed.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(Read)];

    /// <summary>'Wren A'.</summary>
    public override string ToString() => Initial.Length == 0 ? First : $"{First} {Initial}";
}
