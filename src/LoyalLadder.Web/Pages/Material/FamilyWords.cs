using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Headings of the families.</summary>
public static class FamilyWords
{
    public static string Of(TechniqueFamily family) =>
        family switch
        {
            TechniqueFamily.Punch => "Punches",
            TechniqueFamily.OpenHand => "Open hands",
            TechniqueFamily.Elbow => "Elbows",
            TechniqueFamily.Knee => "Knees",
            TechniqueFamily.Kick => "Kicks",
            TechniqueFamily.Block => "Blocks",
            TechniqueFamily.Evasion => "Evasions",
            TechniqueFamily.Footwork => "Footwork",
            TechniqueFamily.Stance => "Stances",
            TechniqueFamily.Grip => "Grips and releases",
            TechniqueFamily.Throw => "Falls and throws",
            TechniqueFamily.Ground => "Ground",
            TechniqueFamily.Conditioning => "Conditioning",
            TechniqueFamily.Mobility => "Mobility",
            _ => "Breath and breaks",
        };
}
