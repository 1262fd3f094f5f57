using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>What a rank asks for, kind by kind.</summary>
public static class KindWords
{
    public static string Of(RequirementKind kind) =>
        kind switch
        {
            RequirementKind.SelfDefence => "self-defence",
            RequirementKind.Fitness => Say("fitness mark"),
            RequirementKind.Challenge => Say("home challenge"),
            RequirementKind.Terms => Say("terms to know"),
            RequirementKind.Technique => Say("technique"),
            RequirementKind.Combination => Say("combination"),
            _ => Say("form"),
        };
}
