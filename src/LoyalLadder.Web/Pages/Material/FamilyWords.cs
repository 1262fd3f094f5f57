using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Headings of the families.</summary>
public static class FamilyWords
{
    public static string Of(TechniqueFamily family) =>
        family switch
        {
            TechniqueFamily.Punch => Say("Punches"),
            TechniqueFamily.OpenHand => Say("Open hands"),
            TechniqueFamily.Elbow => Say("Elbows"),
            TechniqueFamily.Knee => Say("Knees"),
            TechniqueFamily.Kick => Say("Kicks"),
            TechniqueFamily.Block => Say("Blocks"),
            TechniqueFamily.Evasion => Say("Evasions"),
            TechniqueFamily.Footwork => Say("Footwork"),
            TechniqueFamily.Stance => Say("Stances"),
            TechniqueFamily.Grip => Say("Grips and releases"),
            TechniqueFamily.Throw => Say("Falls and throws"),
            TechniqueFamily.Ground => Say("Ground"),
            TechniqueFamily.Conditioning => Say("Conditioning"),
            TechniqueFamily.Mobility => Say("Mobility"),
            _ => Say("Breath and breaks"),
        };
}
