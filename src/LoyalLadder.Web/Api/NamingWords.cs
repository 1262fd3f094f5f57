using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Web.Api;

/// <summary>Naming schools as the JSON interface writes them.</summary>
internal static class NamingWords
{
    public const string Expected = "Send generic, ring, japanese, korean, thai or chinese, or leave it out.";

    /// <summary>What was asked for, the school's own where nothing was; null for an unknown word.</summary>
    public static NamingSchool? Read(string? said, NamingSchool schools) =>
        said switch
        {
            null => schools,
            "generic" => NamingSchool.Generic,
            "ring" => NamingSchool.Ring,
            "japanese" => NamingSchool.Japanese,
            "korean" => NamingSchool.Korean,
            "thai" => NamingSchool.Thai,
            "chinese" => NamingSchool.Chinese,
            _ => null,
        };
}
