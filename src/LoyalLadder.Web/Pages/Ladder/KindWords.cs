using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>What a rank asks for, kind by kind.</summary>
public static class KindWords
{
    public static string Of(RequirementKind kind) =>
        kind switch
        {
            RequirementKind.SelfDefence => "self-defence",
            RequirementKind.Fitness => "fitness mark",
            RequirementKind.Challenge => "home challenge",
            RequirementKind.Terms => "terms to know",
            _ => kind.ToString().ToLowerInvariant(),
        };
}
