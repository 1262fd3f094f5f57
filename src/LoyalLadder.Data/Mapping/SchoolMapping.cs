using LoyalLadder.Core.Combinations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
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
            e.Property(s => s.AimsOfWork).HasMaxLength(140);
            e.Property(s => s.Paces).HasMaxLength(TappedPaces.Longest).HasDefaultValue("");
            e.Property(s => s.Naming).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Numbers).HasMaxLength(400);
            e.Property(s => s.BuildUp).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Sides).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.Counting).HasConversion<string>().HasMaxLength(20);
            e.Property(s => s.MonthsOfChanges).HasDefaultValue(School.UsualMonthsOfChanges);
            e.Property(s => s.Version).HasColumnName("xmin").IsRowVersion();
        });
        builder.Entity<AppUser>(e =>
        {
            e.Property(u => u.DisplayName).HasMaxLength(80);
            e.Property(u => u.Role).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.Naming).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.Sides).HasConversion<string>().HasMaxLength(20);
            e.Property(u => u.OwnLead).HasConversion<string>().HasMaxLength(10);
            e.Property(u => u.Paces).HasMaxLength(TappedPaces.Longest).HasDefaultValue("");
            e.HasIndex(u => u.SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(u => u.SchoolId);
        });
        builder.Entity<Hall>(e =>
        {
            e.Property(h => h.Name).HasMaxLength(80);
            e.Property(h => h.WallHash).HasMaxLength(64);
            e.HasIndex(h => h.WallHash).IsUnique();
        });
        builder.Entity<KitItem>().Property(k => k.Name).HasMaxLength(80);
        Secrets(builder);
        Doors(builder);
        Remembered(builder);
    }

    private static void Secrets(ModelBuilder builder)
    {
        builder.Entity<ApiToken>(e =>
        {
            e.Property(t => t.Name).HasMaxLength(80);
            e.Property(t => t.Hash).HasMaxLength(64);
            e.Property(t => t.Scope).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(t => t.Hash).IsUnique();
        });
        builder.Entity<Invitation>(e =>
        {
            e.Property(i => i.Hash).HasMaxLength(64);
            e.Property(i => i.Role).HasConversion<string>().HasMaxLength(20);
            e.HasIndex(i => i.Hash).IsUnique();
        });
    }

    private static void Doors(ModelBuilder builder)
    {
        builder.Entity<SignedIn>(e =>
        {
            e.ToTable("sessions");
            e.Property(s => s.Device).HasMaxLength(60);
            e.Property(s => s.Address).HasMaxLength(45);
            e.HasIndex(s => new { s.SchoolId, s.UserId });
            e.HasOne<School>().WithMany().HasForeignKey(s => s.SchoolId);
        });
        builder.Entity<DoorNote>(e =>
        {
            e.HasKey(n => n.Number);
            e.Property(n => n.Number).UseIdentityAlwaysColumn();
            e.Property(n => n.Deed).HasConversion<string>().HasMaxLength(20);
            e.Property(n => n.Address).HasMaxLength(45);
            e.HasIndex(n => new { n.SchoolId, n.Number });
            e.HasOne<School>().WithMany().HasForeignKey(n => n.SchoolId);
        });
        builder.Entity<IdentityUserPasskey<Guid>>(e =>
        {
            e.ToTable("AspNetUserPasskeys");
            e.HasKey(p => p.CredentialId);
            e.Property(p => p.CredentialId).HasMaxLength(1024);
            e.OwnsOne(p => p.Data, data => data.ToJson());
            e.HasOne<AppUser>().WithMany().HasForeignKey(p => p.UserId).IsRequired();
        });
        // reached by the key ring alone; mapped here so that upgrades know of it
        builder.Entity<DataProtectionKey>().ToTable("data_protection_keys");
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
