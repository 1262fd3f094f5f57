using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Papers;

/// <summary>What a certificate says of somebody.</summary>
/// <param name="Name">First name and initial, as kept.</param>
/// <param name="Rank">The rank.</param>
/// <param name="Track">Its track.</param>
/// <param name="School">The school's name.</param>
/// <param name="On">The day of the grading.</param>
public sealed record Certified(string Name, string Rank, string Track, string School, DateOnly On);

/// <summary>A school's own wording, with {name}, {rank}, {track}, {day} and {school} where these come in.</summary>
public static partial class CertificateWords
{
    public const int Longest = 140;

    public const string UsualHeading = "{rank}",
        UsualClosing = "{school}";

    /// <summary>In the language of whoever prints, as the day in it is.</summary>
    public static string UsualBody =>
        Say("{name} has shown on {day} what {rank} asks for, alone and without prompting, and holds it from this day.");

    private static readonly string[] Names = ["name", "rank", "track", "day", "school"];

    /// <summary>What is wrong with a wording; null where nothing is.</summary>
    public static string? Problem(string words)
    {
        if (words.Length > Longest)
            return Say($"At most {Longest} characters.");
        var strange = Place().Matches(words).Select(m => m.Groups[1].Value).FirstOrDefault(n => !Names.Contains(n));
        return strange is null
            ? null
            : Say(
                $"There is no {{{strange}}}; what can come in is {string.Join(", ", Names.Select(n => $"{{{n}}}"))}."
            );
    }

    /// <summary>The wording of one certificate.</summary>
    public static string Fill(string words, Certified of) =>
        Place()
            .Replace(
                words,
                m =>
                    m.Groups[1].Value switch
                    {
                        "name" => of.Name,
                        "rank" => of.Rank,
                        "track" => of.Track,
                        "day" => of.On.ToString("d MMMM yyyy", AllLanguages.Now.Dates),
                        "school" => of.School,
                        _ => m.Value,
                    }
            );

    [GeneratedRegex(@"\{([^{}]*)\}")]
    private static partial Regex Place();
}
