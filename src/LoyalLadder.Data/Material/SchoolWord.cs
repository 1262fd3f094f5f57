using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Data.Material;

/// <summary>A word that the school uses for something that the catalogue calls otherwise.</summary>
public sealed class SchoolWord : SchoolRow
{
    public const int LongestWord = LineRepairs.LongestWord,
        LongestMeaning = 200;

    /// <summary>As it was typed.</summary>
    public required string Word { get; set; }

    /// <summary>The form in which it is compared; no two words of a school have the same.</summary>
    public required string Key { get; set; }

    /// <summary>A name of the catalogue, or several moves.</summary>
    public required string Means { get; set; }
}
