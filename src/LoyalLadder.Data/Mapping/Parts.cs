using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace LoyalLadder.Data.Mapping;

/// <summary>Says of a reference what becomes of a row when the one that it names is deleted; unsaid, that one cannot be.</summary>
internal static class Parts
{
    public const string Annotation = "Ladder:Removal";

    /// <summary>The row is a mere part of the other and goes with it.</summary>
    public static ReferenceCollectionBuilder<TOne, TMany> AsPart<TOne, TMany>(
        this ReferenceCollectionBuilder<TOne, TMany> reference
    )
        where TOne : class
        where TMany : class
    {
        reference.OnDelete(DeleteBehavior.Cascade).HasAnnotation(Annotation, "part");
        return reference;
    }

    /// <summary>The row stays and no longer names the other.</summary>
    public static ReferenceCollectionBuilder<TOne, TMany> AsMention<TOne, TMany>(
        this ReferenceCollectionBuilder<TOne, TMany> reference
    )
        where TOne : class
        where TMany : class
    {
        reference.OnDelete(DeleteBehavior.SetNull).HasAnnotation(Annotation, "mention");
        return reference;
    }
}
