using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>Schools, who signs in, halls and kit, and what the school remembers of its own use.</summary>
internal static class SchoolMapping
{
    public static void Map(ModelBuilder builder)
    {
        builder.Entity<School>(e =>
        {
            e.Property(s => s.Name).HasMaxLength(120);
            e.Property(s => s.TimeZone).HasMaxLength(60);
            e.Property(s => s.Policy).HasMaxLength(4000);
            e.Property(s => s.Naming).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Numbers).HasMaxLength(400);
            e.Property(s => s.BuildUp).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Sides).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Counting).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Version).HasColumnName("xmin").IsRowVersion();
        });
        builder.Entity<AppUser>(e =>
        {
            e.Property(u => u.DisplayName).HasMaxLength(80);
            e.Property(u => u.Role).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.Naming).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.Sides).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.OwnLead).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(u => u.SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(u => u.SchoolId);
        });
        builder.Entity<Hall>().Property(h => h.Name).HasMaxLength(80);
        builder.Entity<KitItem>().Property(k => k.Name).HasMaxLength(80);
        builder.Entity<ApiToken>(e =>
        {
            e.Property(t => t.Name).HasMaxLength(80);
            e.Property(t => t.Hash).HasMaxLength(64);
            e.HasIndex(t => t.Hash).IsUnique();
        });
        builder.Entity<Invitation>(e =>
        {
            e.Property(i => i.Hash).HasMaxLength(64);
            e.Property(i => i.Role).HasConversion<string>().HasMaxLength(20);
            e.HasIndex(i => i.Hash).IsUnique();
        });
        Remembered(builder);
    }

    private static void Remembered(ModelBuilder builder)
    {
        builder.Entity<AuditEntry>(e =>
        {
            e.Property(a => a.Kind).HasMaxLength(40);
            e.Property(a => a.Fields).HasMaxLength(600);
            e.Property(a => a.Deed).HasConversion<string>().HasMaxLength(10);
            e.Property(a => a.Number).UseIdentityAlwaysColumn();
            e.HasIndex(a => new { a.SchoolId, a.Number });
        });
        builder.Entity<KeptPost>(e =>
        {
            e.ToTable("kept_posts");
            e.HasKey(p => new { p.SchoolId, p.Id });
            e.HasOne<School>().WithMany().HasForeignKey(p => p.SchoolId);
        });
        builder.Entity<SchoolEdition>(e =>
        {
            e.ToTable("school_editions");
            e.HasKey(x => x.SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(x => x.SchoolId);
        });
    }
}
