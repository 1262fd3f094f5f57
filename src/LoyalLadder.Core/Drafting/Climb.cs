using System.Globalization;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>What kind of thing is learned: each kind is climbed on a ladder of its own.</summary>
internal enum ClimbKind
{
    Kick,
    Hand,
    Defence,
    Fall,
    Form,
    Combination,
    Other,
}

/// <summary>One step of a climb.</summary>
/// <param name="Stage">See <see cref="Lessons.Stages"/>.</param>
/// <param name="Text">The line, as a sheet reads it.</param>
/// <param name="Why">What is harder than on the step below.</param>
internal readonly record struct Rung(int Stage, string Text, string Why);

/// <summary>
/// How a theme is climbed: in parts, whole and slow, both sides at pace, moving, on a target, with a partner who feeds, chosen. A
/// lesson takes the steps from a little below what the class has up to one beyond it.
/// </summary>
internal static class Climb
{
    /// <summary>A lesson has so many steps of its theme.</summary>
    public const int Fewest = 3,
        Most = 5;

    /// <param name="Stage">See <see cref="Lessons.Stages"/>.</param>
    /// <param name="Amount">'{few}' and '{many}' stand for repetitions of the age, '{kit}' for what catches it.</param>
    /// <param name="Why">What is harder than on the step below.</param>
    /// <param name="Kinds">What is climbed so.</param>
    private sealed record Step(int Stage, string Amount, string Why, params ClimbKind[] Kinds);

    private const string Light = " -- light, tap means stop",
        Decides = " -- holder steps in or waits: answer only when they step";

    private static readonly Step[] Steps =
    [
        new(1, "{few}/side walk", MarkForTranslation("in parts, a word at each count"), ClimbKind.Kick, ClimbKind.Hand),
        new(1, "{few}/side walk", MarkForTranslation("count by count"), ClimbKind.Combination, ClimbKind.Other),
        new(1, "{few}/side walk", MarkForTranslation("without the partner's strength"), ClimbKind.Defence),
        new(1, "{few}/side walk [mats]", MarkForTranslation("from the squat, on mats"), ClimbKind.Fall),
        new(1, "x1 walk", MarkForTranslation("move by move"), ClimbKind.Form),
        new(2, "{few}/side slow", MarkForTranslation("whole and slow, both sides"), ClimbKind.Kick, ClimbKind.Hand),
        new(2, "{few}/side slow", MarkForTranslation("whole and slow"), ClimbKind.Combination, ClimbKind.Other),
        new(
            2,
            "pairs {few}/side slow",
            MarkForTranslation("whole and slow, partner holds on lightly"),
            ClimbKind.Defence
        ),
        new(2, "{few}/side slow [mats]", MarkForTranslation("whole and slow"), ClimbKind.Fall),
        new(2, "x2 slow", MarkForTranslation("whole and slow"), ClimbKind.Form),
        new(2, "{many}/side steady", MarkForTranslation("both sides at pace"), ClimbKind.Kick, ClimbKind.Hand),
        new(2, "{many}/side steady", MarkForTranslation("at pace"), ClimbKind.Combination, ClimbKind.Other),
        new(3, "floor x2 steady", MarkForTranslation("moving: the feet have to follow"), ClimbKind.Kick),
        new(
            3,
            "{many}/side brisk stage 3",
            MarkForTranslation("moving, at speed"),
            ClimbKind.Hand,
            ClimbKind.Combination
        ),
        new(3, "pairs {few}/side steady stage 3", MarkForTranslation("at pace, from a step"), ClimbKind.Defence),
        new(3, "{many}/side steady stage 3 [mats]", MarkForTranslation("from standing"), ClimbKind.Fall),
        new(3, "x2 steady stage 3", MarkForTranslation("at its own pace"), ClimbKind.Form),
        new(4, "pairs {many}/side steady [{kit}]", MarkForTranslation("on a target"), ClimbKind.Kick, ClimbKind.Hand),
        new(4, "pairs {many}/side steady [{kit}]", MarkForTranslation("on a target"), ClimbKind.Combination),
        new(4, "pairs {few}/side steady stage 4", MarkForTranslation("the partner means it"), ClimbKind.Defence),
        new(4, "x2 steady stage 4", MarkForTranslation("one half watches, then change"), ClimbKind.Form),
        new(
            4,
            "pairs {few}/side brisk [{kit}] -- holder moves: find the distance first",
            MarkForTranslation("the same target moves"),
            ClimbKind.Kick,
            ClimbKind.Hand,
            ClimbKind.Combination
        ),
        new(
            5,
            "pairs {few}/side steady stage 5 [{kit}]" + Decides,
            MarkForTranslation("same partners, now the holder decides when"),
            ClimbKind.Kick,
            ClimbKind.Hand,
            ClimbKind.Combination
        ),
        new(
            5,
            "pairs {few}/side slow stage 5" + Light,
            MarkForTranslation("the partner decides when"),
            ClimbKind.Defence
        ),
        new(
            6,
            "pairs {few}/side called stage 6 [{kit}] -- two answers, the holder's step says which",
            MarkForTranslation("two answers, and the partner decides"),
            ClimbKind.Kick,
            ClimbKind.Hand,
            ClimbKind.Combination
        ),
        new(6, "pairs {few}/side called stage 6" + Light, MarkForTranslation("nobody knows when"), ClimbKind.Defence),
    ];

    /// <summary>The steps of tonight, the easiest first: three at least where the ladder of its kind has them.</summary>
    /// <param name="theme">What is learned.</param>
    /// <param name="moves">The same, as it is done.</param>
    /// <param name="ages">The youngest who take part.</param>
    public static IReadOnlyList<Rung> Of(DraftTheme theme, Combination moves, AgeGroup ages)
    {
        var kind = KindOf(moves);
        var all = Steps.Where(s => s.Kinds.Contains(kind)).ToList();
        var top = all.FindLastIndex(s => s.Stage <= Math.Max(1, theme.NextStage));
        // what is new needs a second step to be worth an evening, and no third stage
        if (theme.Stage == 0)
            top = all.FindLastIndex(s => s.Stage <= Math.Max(theme.NextStage, 2));
        top = Math.Max(top, Math.Min(Fewest, all.Count) - 1);
        var from = Math.Max(0, all.FindIndex(s => s.Stage >= Math.Min(theme.Stage, theme.NextStage - 1)));
        from = Math.Clamp(from, Math.Max(0, top + 1 - Most), Math.Max(0, top + 1 - Fewest));
        return [.. all[from..(top + 1)].Select(s => Written(s, theme, moves, ages))];
    }

    private static Rung Written(Step step, DraftTheme theme, Combination moves, AgeGroup ages)
    {
        var (few, many) = Repetitions(ages);
        var amount = step
            .Amount.Replace("{few}", few.ToString(CultureInfo.InvariantCulture), StringComparison.Ordinal)
            .Replace("{many}", many.ToString(CultureInfo.InvariantCulture), StringComparison.Ordinal)
            .Replace("{kit}", KitFor(moves), StringComparison.Ordinal);
        var teach = step.Stage == 1 && theme.Stage == 0 ? " teach new" : "";
        return new Rung(step.Stage, $"\"{theme.SheetName}\" {amount}{teach}", Say(step.Why));
    }

    private static (int Few, int Many) Repetitions(AgeGroup ages) =>
        ages switch
        {
            AgeGroup.From4 => (4, 5),
            AgeGroup.From7 => (4, 6),
            AgeGroup.From10 => (5, 8),
            _ => (6, 10),
        };

    /// <summary>Straight kicks and pushes are caught by a shield, kicks on an arc and knees by kick pads, hands by mitts.</summary>
    private static string KitFor(Combination moves)
    {
        var kicks = moves.Elements.Select(e => e.Technique).OfType<Technique>().Where(t => t.IsKick).ToList();
        return kicks.Count == 0 ? "mitts"
            : kicks.TrueForAll(IsStraight) && moves.Counts.Count == 1 ? "shields"
            : "kick pads";

        static bool IsStraight(Technique t) =>
            t is { Family: TechniqueFamily.Kick, Power: Power.Push or Power.Straight };
    }

    /// <summary>The ladder on which some moves are climbed.</summary>
    public static ClimbKind KindOf(Combination moves)
    {
        var all = moves.Elements.Select(e => e.Technique).OfType<Technique>().ToList();
        return moves.FormSeconds is not null ? ClimbKind.Form
            : all.Exists(t => t.Family == TechniqueFamily.Throw && t.Landings > 0) ? ClimbKind.Fall
            : moves.Elements.Any(e => e.Attack is not null) || all.Exists(IsHeld) ? ClimbKind.Defence
            : moves.Counts.Count > 1 ? ClimbKind.Combination
            : all.Exists(t => t.IsKick) ? ClimbKind.Kick
            : all.Exists(t => t.IsStrike) ? ClimbKind.Hand
            : ClimbKind.Other;

        static bool IsHeld(Technique t) =>
            t.Family is TechniqueFamily.Grip or TechniqueFamily.Throw or TechniqueFamily.Ground;
    }
}
