using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Syllabus;

/// <summary>
/// What one rank asks of one thing, as a cell of the syllabus grid has it: <c>4</c> is stage 4, <c>30</c> and <c>45 s</c> are
/// repetitions and seconds of a fitness mark, <c>x</c> is what is only signed off, and <c>*</c> behind any of them wants two
/// signatures.
/// </summary>
/// <param name="Stage">1 to 6.</param>
/// <param name="Amount">Of a fitness mark; 0 for everything else.</param>
/// <param name="IsSeconds">The amount is seconds.</param>
/// <param name="Signers">1 or 2.</param>
public readonly partial record struct AskedCell(int Stage, int Amount, bool IsSeconds, int Signers)
{
    private const string Two = "*";

    private static readonly string[] Ticks = ["x", "yes", "y", "✓", "1"];

    public static AskedCell Of(Requirement asked) => new(asked.Stage, asked.Amount, asked.IsSeconds, asked.Signers);

    /// <summary>True for what is taught stage by stage.</summary>
    public static bool HasStages(RequirementKind kind) =>
        kind is RequirementKind.Technique or RequirementKind.Combination or RequirementKind.SelfDefence;

    /// <summary>Reads a cell.</summary>
    /// <param name="kind">What the row is about.</param>
    /// <param name="typed">As typed; nothing where nothing is asked for.</param>
    /// <returns>The cell, or null for nothing asked; and what is wrong, or null.</returns>
    public static (AskedCell? Cell, string? Problem) Read(RequirementKind kind, string typed)
    {
        var words = typed.Trim().ToLowerInvariant();
        if (words is "" or "-" or "–")
            return (null, null);
        var signers = words.EndsWith(Two, StringComparison.Ordinal) ? 2 : 1;
        words = words.TrimEnd('*').Trim();
        if (HasStages(kind))
            return StageOf(words) is { } stage
                ? (new AskedCell(stage, 0, false, signers), null)
                : (null, Say("A stage is 1 to 6; 4* wants two signatures."));
        if (kind != RequirementKind.Fitness)
            return Ticks.Contains(words) || words.Length == 0
                ? (new AskedCell(1, 0, false, signers), null)
                : (null, Say("Type x where it is asked for; x* wants two signatures."));
        if (
            Mark().Match(words) is { Success: true } mark
            && int.TryParse(mark.Groups[1].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var amount)
            && amount is >= 1 and <= Requirement.MostAmount
        )
            return (new AskedCell(1, amount, mark.Groups[2].Success, signers), null);
        return (null, Say("How many, such as 30, or how long, such as 45 s?"));
    }

    private static int? StageOf(string words)
    {
        if (words.Length == 1 && words[0] is >= '1' and <= '6')
            return words[0] - '0';
        var named = Enumerable.Range(Stages.Lowest, Stages.Highest).FirstOrDefault(s => Stages.Word(s) == words);
        return named == 0 ? null : named;
    }

    [GeneratedRegex(@"^(\d{1,5})\s*(s|sec|seconds)?$")]
    private static partial Regex Mark();

    /// <summary>The cell as it is typed.</summary>
    public string Write(RequirementKind kind)
    {
        var amount = Amount.ToString(CultureInfo.InvariantCulture);
        var what =
            HasStages(kind) ? Stage.ToString(CultureInfo.InvariantCulture)
            : kind != RequirementKind.Fitness ? "x"
            : IsSeconds ? $"{amount} s"
            : amount;
        return Signers == 2 ? what + Two : what;
    }
}
