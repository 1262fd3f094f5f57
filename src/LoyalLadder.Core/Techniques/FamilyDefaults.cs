namespace LoyalLadder.Core.Techniques;

/// <summary>What a technique takes from its family when its own line of the catalogue is silent.</summary>
/// <param name="BaseSeconds">Length of one at full speed.</param>
/// <param name="Effort">1 to 5.</param>
/// <param name="Limb">The limb that is busy.</param>
public readonly record struct FamilyDefaults(decimal BaseSeconds, int Effort, Limb Limb = Limb.None)
{
    public static FamilyDefaults Of(TechniqueFamily family) =>
        family switch
        {
            TechniqueFamily.Punch => new(0.30m, 2, Limb.Hand),
            TechniqueFamily.OpenHand => new(0.30m, 2, Limb.Hand),
            TechniqueFamily.Elbow => new(0.35m, 3, Limb.Hand),
            TechniqueFamily.Knee => new(0.50m, 3, Limb.Leg),
            TechniqueFamily.Kick => new(0.60m, 3, Limb.Leg),
            TechniqueFamily.Block => new(0.25m, 2, Limb.Hand),
            TechniqueFamily.Evasion => new(0.25m, 2),
            TechniqueFamily.Footwork => new(0.35m, 2),
            TechniqueFamily.Stance => new(0.35m, 1),
            TechniqueFamily.Grip => new(0.40m, 2, Limb.Hand),
            TechniqueFamily.Throw => new(1.50m, 3),
            TechniqueFamily.Ground => new(1.50m, 3),
            TechniqueFamily.Conditioning => new(2.00m, 3),
            TechniqueFamily.Mobility => new(1.50m, 1),
            TechniqueFamily.Breath => new(4.00m, 1),
            _ => throw new ArgumentOutOfRangeException(
                nameof(family),
                family,
                Say("A family of the catalogue is expected.")
            ),
        };
}
