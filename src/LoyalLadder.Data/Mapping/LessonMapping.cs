using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>Lessons with their sheets, runs on the mat, and what instructors say to each other in them.</summary>
internal static class LessonMapping
{
    public static void Map(ModelBuilder builder)
    {
        builder.Entity<Lesson>(e =>
        {
            e.Property(l => l.Title).HasMaxLength(600);
            e.Property(l => l.Focus).HasMaxLength(600);
            e.HasIndex(l => new { l.SchoolId, l.Date });
            e.HasIndex(l => new { l.ClassId, l.Date });
            e.HasIndex(l => new
                {
                    l.ClassId,
                    l.SessionDate,
                    l.SessionAt,
                })
                .IsUnique()
                .HasFilter("session_at IS NOT NULL");
            e.HasOne(l => l.Class).WithMany().HasForeignKey(l => l.ClassId);
            e.HasOne(l => l.Hall).WithMany().HasForeignKey(l => l.HallId);
            e.HasOne(l => l.Teacher).WithMany().HasForeignKey(l => l.TeacherId);
            e.HasMany(l => l.Lines).WithOne().HasForeignKey(x => x.LessonId);
            e.HasOne(l => l.Run).WithOne().HasForeignKey<LessonRun>(r => r.LessonId);
            e.HasOne(l => l.Log).WithOne(x => x.Lesson!).HasForeignKey<Logs.LessonLog>(x => x.LessonId);
        });
        builder.Entity<SheetLine>(e =>
        {
            e.Property(l => l.Text).HasMaxLength(SheetLine.LongestText);
            // words are compared as the core compares them, character by character
            e.Property(l => l.Place).UseCollation("C");
            e.HasIndex(l => new { l.LessonId, l.Place }).IsUnique();
            e.HasOne<Drill>().WithMany().HasForeignKey(l => l.DrillId).AsMention();
        });
        Edited(builder);
        Together(builder);
        Runs(builder);
    }

    /// <summary>What was done to a sheet, and what of its checks was set aside.</summary>
    private static void Edited(ModelBuilder builder)
    {
        builder.Entity<SheetChange>(e =>
        {
            e.Property(c => c.Before).HasMaxLength(SheetLine.LongestText);
            e.Property(c => c.After).HasMaxLength(SheetLine.LongestText);
            e.Property(c => c.Number).UseIdentityAlwaysColumn();
            e.HasIndex(c => new { c.LessonId, c.Number });
            e.HasOne<Lesson>().WithMany().HasForeignKey(c => c.LessonId);
        });
        builder.Entity<CheckOverride>(e =>
        {
            e.Property(o => o.Code).HasMaxLength(40);
            e.Property(o => o.Reason).HasMaxLength(CheckOverride.LongestReason);
            e.HasIndex(o => new
                {
                    o.LessonId,
                    o.Code,
                    o.LineId,
                })
                .IsUnique()
                .AreNullsDistinct(false);
            e.HasOne<Lesson>().WithMany().HasForeignKey(o => o.LessonId);
        });
    }

    private static void Together(ModelBuilder builder)
    {
        builder.Entity<LineComment>(e =>
        {
            e.Property(c => c.Words).HasMaxLength(LineComment.Longest);
            e.HasIndex(c => c.LessonId);
            e.HasOne<Lesson>().WithMany().HasForeignKey(c => c.LessonId);
            e.HasOne<SheetLine>().WithMany().HasForeignKey(c => c.LineId);
        });
        builder.Entity<SheetVisit>(e =>
        {
            e.HasIndex(v => v.LessonId);
            e.HasOne<Lesson>().WithMany().HasForeignKey(v => v.LessonId).AsPart();
        });
    }

    private static void Runs(ModelBuilder builder)
    {
        builder.Entity<LessonRun>(e =>
        {
            e.ToTable("runs");
            e.Property(r => r.Program).HasColumnType("jsonb");
            e.HasMany(r => r.Events).WithOne().HasForeignKey("RunId");
        });
        builder.Entity<RunEvent>(e =>
        {
            e.Property<Guid>("RunId");
            e.Property(x => x.Id).ValueGeneratedNever();
            e.Property(x => x.Kind).HasConversion<string>().HasMaxLength(10);
            e.Property(x => x.Text).HasMaxLength(RunEvent.LongestText);
            e.Property<Guid>(LadderContext.SchoolKey);
            e.HasOne<School>().WithMany().HasForeignKey(LadderContext.SchoolKey);
        });
    }
}
