using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.PadRounds;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>What the school teaches: numbered combinations, techniques of its own, drills, kept sheets, limits.</summary>
internal static class MaterialMapping
{
    public static void Map(ModelBuilder builder)
    {
        builder.Entity<NumberedCombination>(e =>
        {
            e.Property(c => c.Number).HasMaxLength(12);
            e.HasIndex(c => new { c.SchoolId, c.Number }).IsUnique();
            e.Property(c => c.Kind).HasConversion<string>().HasMaxLength(20);
            e.Property(c => c.LeastBand).HasConversion<string>().HasMaxLength(10);
            e.Property(c => c.Name).HasMaxLength(80);
            e.Property(c => c.Notation).HasMaxLength(NumberedCombination.LongestNotation);
            e.Property(c => c.OtherReading).HasMaxLength(NumberedCombination.LongestNotation);
            e.Property(c => c.Versions).HasMaxLength(NumberedCombination.LongestNotation * 2);
            e.Property(c => c.Tradition).HasMaxLength(NumberedCombination.LongestTradition).HasDefaultValue("");
            e.Property(c => c.Readings).HasMaxLength(NumberedCombination.LongestNotation * 2).HasDefaultValue("");
            e.Property(c => c.ControlRule).HasMaxLength(NumberedCombination.LongestWords);
            e.Property(c => c.Cautions).HasMaxLength(NumberedCombination.LongestWords);
            e.Property(c => c.Notes).HasMaxLength(NumberedCombination.LongestWords);
            e.HasOne(c => c.Rank).WithMany().HasForeignKey(c => c.RankId).AsMention();
            e.HasMany(c => c.Changes).WithOne().HasForeignKey(c => c.CombinationId).AsPart();
        });
        Words(builder);
        Kept(builder);
    }

    /// <summary>What combinations were before, techniques and words of the school's own.</summary>
    private static void Words(ModelBuilder builder)
    {
        builder.Entity<CombinationChange>(e =>
        {
            e.Property(c => c.Name).HasMaxLength(80);
            e.Property(c => c.Notation).HasMaxLength(NumberedCombination.LongestNotation);
            e.Property(c => c.OtherReading).HasMaxLength(NumberedCombination.LongestNotation);
            e.Property(c => c.Versions).HasMaxLength(NumberedCombination.LongestNotation * 2);
        });
        builder.Entity<SchoolTechnique>(e =>
        {
            e.Property(t => t.TechniqueId).HasMaxLength(Learnables.Longest);
            e.Property(t => t.Row).HasColumnType("jsonb");
            e.HasIndex(t => new { t.SchoolId, t.TechniqueId }).IsUnique();
        });
        builder.Entity<SchoolWord>(e =>
        {
            e.ToTable("school_words");
            e.Property(w => w.Word).HasMaxLength(SchoolWord.LongestWord);
            e.Property(w => w.Key).HasMaxLength(SchoolWord.LongestWord * 2);
            e.Property(w => w.Means).HasMaxLength(SchoolWord.LongestMeaning);
            e.HasIndex(w => new { w.SchoolId, w.Key }).IsUnique();
        });
    }

    private static void Kept(ModelBuilder builder)
    {
        builder.Entity<Drill>(e =>
        {
            e.Property(d => d.Name).HasMaxLength(Drill.LongestName);
            e.HasIndex(d => new { d.SchoolId, d.Name }).IsUnique();
            e.Property(d => d.Kind).HasConversion<string>().HasMaxLength(20);
            e.Property(d => d.LeastBand).HasConversion<string>().HasMaxLength(10);
            e.Property(d => d.Text).HasMaxLength(Drill.LongestText);
            e.Property(d => d.Notes).HasMaxLength(2000);
        });
        builder.Entity<KeptSheet>(e =>
        {
            e.ToTable("kept_sheets");
            e.Property(t => t.Title).HasMaxLength(300);
            e.Property(t => t.Band).HasConversion<string>().HasMaxLength(10);
            e.Property(t => t.Text).HasMaxLength(KeptSheet.LongestText);
        });
        builder.Entity<KeptRounds>(e =>
        {
            e.ToTable("kept_rounds");
            e.Property(r => r.Name).HasMaxLength(KeptRounds.LongestName);
            e.Property(r => r.Ask).HasColumnType("jsonb");
            e.Property(r => r.Calls).HasColumnType("jsonb");
            e.HasIndex(r => new { r.SchoolId, r.Name }).IsUnique();
        });
        builder.Entity<BandLimits>(e =>
        {
            e.Property(l => l.Band).HasConversion<string>().HasMaxLength(10);
            e.Property(l => l.Limits).HasColumnType("jsonb");
            e.HasIndex(l => new { l.SchoolId, l.Band }).IsUnique();
        });
    }
}
