using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>Logs of lessons, who was there, and the evidence that follows from both.</summary>
internal static class LogMapping
{
    public static void Map(ModelBuilder builder)
    {
        builder.Entity<LessonLog>(e =>
        {
            e.ToTable("logs");
            e.Property(l => l.Notes).HasMaxLength(LessonLog.LongestNotes);
            e.Property(l => l.Band).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(l => new { l.ClassId, l.On });
            e.HasOne<ClassGroup>().WithMany().HasForeignKey(l => l.ClassId);
            e.HasMany(l => l.Lines).WithOne(l => l.Log!).HasForeignKey(l => l.LogId);
            e.HasMany(l => l.Attendances).WithOne(a => a.Log!).HasForeignKey(a => a.LogId);
        });
        builder.Entity<LogLine>(e =>
        {
            e.Property(l => l.Text).HasMaxLength(SheetLine.LongestText);
            e.Property(l => l.Taught).HasColumnType("jsonb");
            e.Property(l => l.Outcome).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(l => new { l.LogId, l.SheetLineId }).IsUnique();
        });
        builder.Entity<Attendance>(e =>
        {
            e.Property(a => a.Presence).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(a => new { a.LogId, a.StudentId }).IsUnique();
            e.HasOne(a => a.Student).WithMany().HasForeignKey(a => a.StudentId);
        });
        RolledUp(builder);
    }

    private static void RolledUp(ModelBuilder builder)
    {
        builder.Entity<TaughtItem>(e =>
        {
            e.HasKey(t => new
            {
                t.LogId,
                t.Learnable,
                t.Stage,
            });
            e.Property(t => t.Learnable).HasMaxLength(Learnables.Longest);
            e.HasIndex(t => new
            {
                t.SchoolId,
                t.Learnable,
                t.Date,
            });
            e.HasOne<School>().WithMany().HasForeignKey(t => t.SchoolId);
            e.HasOne<LessonLog>().WithMany().HasForeignKey(t => t.LogId).AsPart();
        });
        builder.Entity<Evidence>(e =>
        {
            e.ToTable("evidence");
            e.HasKey(x => new { x.StudentId, x.Learnable });
            e.Property<Guid>(LadderContext.SchoolKey);
            e.Ignore(x => x.Reps);
            e.Property(x => x.Learnable).HasMaxLength(Learnables.Longest);
            e.HasIndex(LadderContext.SchoolKey, nameof(Core.Progress.Evidence.Learnable));
            e.HasOne<School>().WithMany().HasForeignKey(LadderContext.SchoolKey);
            e.HasOne<Student>().WithMany().HasForeignKey(x => x.StudentId).AsPart();
        });
    }
}
