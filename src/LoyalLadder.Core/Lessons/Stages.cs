using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>
/// How far along something is done: 1 parts, 2 whole in the air, 3 moving, 4 on a target, 5 with a partner, 6 under
/// pressure.
/// </summary>
public static class Stages
{
    public const int Lowest = 1,
        Highest = Technique.HighestStage;

    /// <summary>The stage of a line: as written, else what its form and kit say.</summary>
    public static int Of(LessonLine line) =>
        line.Stage
        ?? line switch
        {
            { Moves: var moves } when moves.Elements.Any(e => e.Technique is { Round: RoundWork.Sparring }) => 6,
            { Dose: BagLinesDose } => 4,
            { Kit.IsEmpty: false, Dose: SoloDose } when line.Kit.Any(k => KitIsTarget(k.Name)) => 4,
            { Dose: SoloDose { IsShared: true } } => 5,
            { Dose: FloorDose or RunsDose } => 3,
            { Teach.Kind: TeachingKind.New, Dose: CountedDose { Steps: var steps } }
                when steps.All(s => s.Pace is Pace.Walk or Pace.Slow) => 1,
            _ => 2,
        };

    /// <summary>As people read it; <see cref="Word"/> is how files and addresses name it.</summary>
    public static string Said(int stage) => Say(Word(stage));

    /// <summary>'on a target' and the like.</summary>
    public static string Word(int stage) =>
        stage switch
        {
            1 => MarkForTranslation("in parts"),
            2 => MarkForTranslation("whole in the air"),
            3 => MarkForTranslation("moving"),
            4 => MarkForTranslation("on a target"),
            5 => MarkForTranslation("with a partner"),
            6 => MarkForTranslation("under pressure"),
            _ => throw new ArgumentOutOfRangeException(nameof(stage), stage, "A stage is 1 to 6."),
        };

    /// <summary>Spots and cones lie on the floor; whatever else is fetched is hit.</summary>
    private static bool KitIsTarget(string kit) =>
        !NameKey
            .Words(kit)
            .Exists(w =>
                w
                    is "spot"
                        or "spots"
                        or "marker"
                        or "markers"
                        or "cone"
                        or "cones"
                        or "ladder"
                        or "rope"
                        or "mat"
                        or "mats"
            );
}
