using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Papers;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>Ranks and what they ask for, students and classes, signatures and gradings.</summary>
internal static class LadderMapping
{
    public static void Map(ModelBuilder builder)
    {
        Syllabus(builder);
        People(builder);
        Gradings(builder);
        Marks(builder);
        Papers(builder);
    }

    private static void Syllabus(ModelBuilder builder)
    {
        builder.Entity<TrackRow>(e =>
        {
            e.Property(t => t.Name).HasMaxLength(80);
            e.Property(t => t.Band).HasConversion<string>().HasMaxLength(10);
        });
        builder.Entity<RankRow>(e =>
        {
            e.Property(r => r.Name).HasMaxLength(80);
            e.Property(r => r.Colour).HasMaxLength(7);
            e.HasOne(r => r.Track).WithMany(t => t.Ranks).HasForeignKey(r => r.TrackId);
        });
        builder.Entity<RequirementRow>(e =>
        {
            e.Property(r => r.Learnable).HasMaxLength(Learnables.Longest);
            e.Property(r => r.Words).HasMaxLength(Requirement.LongestWords);
            e.Property(r => r.Kind).HasConversion<string>().HasMaxLength(20);
            e.HasIndex(r => new { r.SchoolId, r.Learnable });
            e.HasOne(r => r.Rank).WithMany().HasForeignKey(r => r.RankId);
        });
        builder.Entity<RequirementChange>(e =>
        {
            e.Property(c => c.Words).HasMaxLength(400);
            e.HasOne<RankRow>().WithMany().HasForeignKey(c => c.RankId).AsPart();
        });
    }

    private static void Timetable(ModelBuilder builder)
    {
        builder.Entity<MeetingRow>(e =>
        {
            e.ToTable("meetings");
            e.Property(m => m.Weekday).HasConversion<string>().HasMaxLength(10);
            e.HasOne(m => m.Class).WithMany(c => c.Meetings).HasForeignKey(m => m.ClassId).AsPart();
            e.HasOne(m => m.Hall).WithMany().HasForeignKey(m => m.HallId);
            e.HasOne(m => m.Teacher).WithMany().HasForeignKey(m => m.TeacherId);
        });
        builder.Entity<DateChangeRow>(e =>
        {
            e.ToTable("date_changes");
            e.Property(c => c.Reason).HasMaxLength(DateChangeRow.LongestReason);
            e.HasIndex(c => new
                {
                    c.ClassId,
                    c.Date,
                    c.At,
                })
                .IsUnique();
            e.HasOne(c => c.Class).WithMany().HasForeignKey(c => c.ClassId).AsPart();
            e.HasOne(c => c.Hall).WithMany().HasForeignKey(c => c.HallId);
            e.HasOne(c => c.StandIn).WithMany().HasForeignKey(c => c.StandInId);
        });
        builder.Entity<ClosureRow>(e =>
        {
            e.ToTable("closures");
            e.Property(c => c.Name).HasMaxLength(ClosureRow.LongestName);
            e.HasOne(c => c.Hall).WithMany().HasForeignKey(c => c.HallId);
        });
    }

    private static void People(ModelBuilder builder)
    {
        builder.Entity<ClassGroup>(e =>
        {
            e.ToTable("classes");
            e.Property(c => c.Name).HasMaxLength(80);
            e.Property(c => c.Band).HasConversion<string>().HasMaxLength(10);
            e.HasOne(c => c.LowestRank).WithMany().HasForeignKey(c => c.LowestRankId).AsMention();
            e.HasOne(c => c.HighestRank).WithMany().HasForeignKey(c => c.HighestRankId).AsMention();
            e.HasOne(c => c.Hall).WithMany().HasForeignKey(c => c.HallId);
            e.HasOne(c => c.Teacher).WithMany().HasForeignKey(c => c.TeacherId);
        });
        Timetable(builder);
        builder.Entity<Student>(e =>
        {
            e.Property(s => s.FirstName).HasMaxLength(60);
            e.Property(s => s.Initial).HasMaxLength(4);
            e.HasOne(s => s.Rank).WithMany().HasForeignKey(s => s.RankId);
        });
        builder.Entity<Enrolment>(e =>
        {
            e.HasIndex(x => new { x.ClassId, x.StudentId }).IsUnique();
            e.HasOne(x => x.Class).WithMany(c => c.Enrolments).HasForeignKey(x => x.ClassId).AsPart();
            e.HasOne(x => x.Student).WithMany(s => s.Enrolments).HasForeignKey(x => x.StudentId).AsPart();
        });
        builder.Entity<CareNote>(e =>
        {
            e.Property(n => n.Words).HasMaxLength(CareNote.Longest);
            e.HasOne(n => n.Student).WithMany().HasForeignKey(n => n.StudentId);
        });
        builder.Entity<Award>(e =>
        {
            e.Property(a => a.Words).HasMaxLength(Award.Longest);
            e.HasOne<Student>().WithMany().HasForeignKey(a => a.StudentId);
        });
    }

    private static void Marks(ModelBuilder builder) =>
        builder.Entity<GradingMark>(e =>
        {
            e.HasIndex(m => new
                {
                    m.CandidateId,
                    m.RequirementId,
                    m.ExaminerId,
                })
                .IsUnique();
            e.Property(m => m.Seen).HasConversion<string>().HasMaxLength(10);
            e.Property(m => m.Faults).HasMaxLength(PressedMark.LongestFaults);
            e.HasOne(m => m.Requirement).WithMany().HasForeignKey(m => m.RequirementId);
        });

    private static void Papers(ModelBuilder builder)
    {
        builder.Entity<PaperStyle>(e =>
        {
            e.Property(p => p.Heading).HasMaxLength(CertificateWords.Longest);
            e.Property(p => p.Body).HasMaxLength(CertificateWords.Longest);
            e.Property(p => p.Closing).HasMaxLength(CertificateWords.Longest);
            e.Property(p => p.PictureType).HasMaxLength(20);
            e.HasIndex(p => p.SchoolId).IsUnique();
        });
        builder.Entity<PracticePage>(e =>
        {
            e.Property(p => p.Hash).HasMaxLength(64);
            e.HasIndex(p => p.Hash).IsUnique();
            e.HasOne(p => p.Combination).WithMany().HasForeignKey(p => p.CombinationId).AsPart();
        });
    }

    private static void Gradings(ModelBuilder builder)
    {
        builder.Entity<SignOff>(e =>
        {
            e.HasIndex(s => new
                {
                    s.StudentId,
                    s.RequirementId,
                    s.SignerId,
                })
                .IsUnique();
            e.HasOne<Student>().WithMany().HasForeignKey(s => s.StudentId);
            e.HasOne(s => s.Requirement).WithMany().HasForeignKey(s => s.RequirementId);
        });
        builder.Entity<Grading>(e =>
        {
            e.HasOne(g => g.Track).WithMany().HasForeignKey(g => g.TrackId);
            e.HasMany(g => g.Candidates).WithOne(c => c.Grading!).HasForeignKey(c => c.GradingId);
        });
        builder.Entity<Candidate>(e =>
        {
            e.Property(c => c.Result).HasConversion<string>().HasMaxLength(10);
            e.HasIndex(c => new { c.GradingId, c.StudentId }).IsUnique();
            e.HasOne(c => c.Student).WithMany().HasForeignKey(c => c.StudentId);
            e.HasOne(c => c.FromRank).WithMany().HasForeignKey(c => c.FromRankId);
            e.HasOne(c => c.ToRank).WithMany().HasForeignKey(c => c.ToRankId);
            e.HasMany(c => c.Marks).WithOne().HasForeignKey(m => m.CandidateId);
        });
    }
}
