using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons;

/// <summary>Making one circuit of several lines.</summary>
public static class Circuits
{
    /// <summary>True where a line can be a part: reps or a time, and no circuit of its own.</summary>
    public static bool MayBePart(SheetEntry entry) =>
        entry is LessonLine { Dose: not (null or CircuitDose or StationsDose or BagLinesDose), Versions.IsEmpty: true };

    /// <summary>Lines one after another, the whole several times.</summary>
    /// <param name="parts">At least one, at most <see cref="CircuitDose.MostParts"/>.</param>
    /// <param name="times">1 to <see cref="Dose.MostRounds"/>.</param>
    public static LessonLine Of(IReadOnlyList<LessonLine> parts, int times) =>
        new()
        {
            Content = string.Join(" | ", parts.Select(p => p.Content)),
            Moves = new Combination(
                parts.Select(p => new CountGroup(p.Moves.Groups.SelectMany(g => g.Phrases).ToSequence())).ToSequence()
            ),
            Dose = new CircuitDose(parts.Select(p => p.Dose!).ToSequence()) { Times = times },
            Kit = parts.SelectMany(p => p.Kit).Distinct().ToSequence(),
            Priority = parts.Select(p => p.Priority).FirstOrDefault(p => p is not null),
            Remark = string.Join("; ", parts.Select(p => p.Remark).OfType<string>()) is { Length: > 0 } said
                ? said
                : null,
        };
}
