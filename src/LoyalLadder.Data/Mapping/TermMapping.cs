using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Mapping;

/// <summary>Terms, the plans in them, and the addresses of calendars.</summary>
internal static class TermMapping
{
    public static void Map(ModelBuilder builder)
    {
        builder.Entity<TermRow>(e =>
        {
            e.ToTable("terms");
            e.Property(t => t.Name).HasMaxLength(TermRow.LongestName);
            e.HasMany(t => t.Gradings).WithOne().HasForeignKey(g => g.TermId).AsPart();
        });
        builder.Entity<TermGradingRow>(e =>
        {
            e.ToTable("term_gradings");
            e.HasIndex(g => new { g.TermId, g.TrackId }).IsUnique();
            e.HasOne(g => g.Track).WithMany().HasForeignKey(g => g.TrackId).AsPart();
        });
        builder.Entity<ClassTermRow>(e =>
        {
            e.ToTable("class_terms");
            e.Ignore(c => c.Limits);
            e.HasIndex(c => new { c.TermId, c.ClassId }).IsUnique();
            e.HasOne(c => c.Term).WithMany().HasForeignKey(c => c.TermId).AsPart();
            e.HasOne(c => c.Class).WithMany().HasForeignKey(c => c.ClassId).AsPart();
            e.HasMany(c => c.Things).WithOne().HasForeignKey(t => t.ClassTermId).AsPart();
            e.HasMany(c => c.Pins).WithOne().HasForeignKey(p => p.ClassTermId).AsPart();
        });
        Said(builder);
        Behind(builder);
    }

    /// <summary>What somebody said of a class's term.</summary>
    private static void Said(ModelBuilder builder)
    {
        builder.Entity<TermThingRow>(e =>
        {
            e.ToTable("term_things");
            e.Property(t => t.Learnable).HasMaxLength(Learnables.Longest);
            e.HasIndex(t => new { t.ClassTermId, t.Learnable }).IsUnique();
        });
        builder.Entity<TermPinRow>(e =>
        {
            e.ToTable("term_pins");
            e.Property(p => p.Learnable).HasMaxLength(Learnables.Longest);
            e.HasIndex(p => new
                {
                    p.ClassTermId,
                    p.Date,
                    p.At,
                    p.Learnable,
                })
                .IsUnique();
        });
    }

    /// <summary>What is worked out, and what opens the timetable to programs.</summary>
    private static void Behind(ModelBuilder builder)
    {
        builder.Entity<TermSolve>(e =>
        {
            e.ToTable("term_solves");
            e.Property(s => s.Language).HasMaxLength(8).HasDefaultValue(AllLanguages.English);
            e.Property(s => s.Id).ValueGeneratedNever();
            e.HasIndex(s => new { s.SchoolId, s.ClassTermId });
            e.HasOne<School>().WithMany().HasForeignKey(s => s.SchoolId);
            e.HasOne(s => s.ClassTerm).WithMany().HasForeignKey(s => s.ClassTermId).AsPart();
        });
        builder.Entity<CalendarAddress>(e =>
        {
            e.ToTable("calendar_addresses");
            e.Property(a => a.Hash).HasMaxLength(64);
            e.HasIndex(a => a.Hash).IsUnique();
            e.HasIndex(a => new { a.PersonId, a.IsOwn }).IsUnique();
            e.HasOne<AppUser>().WithMany().HasForeignKey(a => a.PersonId).AsPart();
        });
    }
}
