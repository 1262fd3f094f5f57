using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace LoyalLadder.Data;

/// <summary>The database. Every query sees the rows of the scope's school only, and every saved row is stamped with it.</summary>
public sealed class LadderContext(
    DbContextOptions<LadderContext> options,
    SchoolScope scope,
    TimeProvider time,
    SchoolFactsMemory facts,
    ProgressMemory progress
) : IdentityUserContext<AppUser, Guid>(options), IDataProtectionKeyContext
{
    private const string SchoolKey = nameof(SchoolRow.SchoolId);

    public DbSet<School> Schools => Set<School>();
    public DbSet<Hall> Halls => Set<Hall>();
    public DbSet<KitItem> KitItems => Set<KitItem>();
    public DbSet<ApiToken> ApiTokens => Set<ApiToken>();
    public DbSet<Track> Tracks => Set<Track>();
    public DbSet<Rank> Ranks => Set<Rank>();
    public DbSet<ClassGroup> Classes => Set<ClassGroup>();
    public DbSet<Enrolment> Enrolments => Set<Enrolment>();
    public DbSet<Student> Students => Set<Student>();
    public DbSet<NumberedCombination> NumberedCombinations => Set<NumberedCombination>();
    public DbSet<CombinationChange> CombinationChanges => Set<CombinationChange>();
    public DbSet<SchoolTechnique> SchoolTechniques => Set<SchoolTechnique>();
    public DbSet<Requirement> Requirements => Set<Requirement>();
    public DbSet<RequirementChange> RequirementChanges => Set<RequirementChange>();
    public DbSet<SignOff> SignOffs => Set<SignOff>();
    public DbSet<Award> Awards => Set<Award>();
    public DbSet<Grading> Gradings => Set<Grading>();
    public DbSet<Candidate> Candidates => Set<Candidate>();
    public DbSet<GradingMark> GradingMarks => Set<GradingMark>();
    public DbSet<CareNote> CareNotes => Set<CareNote>();
    public DbSet<Invitation> Invitations => Set<Invitation>();
    public DbSet<TaughtItem> TaughtItems => Set<TaughtItem>();
    public DbSet<Evidence> Evidence => Set<Evidence>();
    public DbSet<Drill> Drills => Set<Drill>();
    public DbSet<SheetTemplate> Templates => Set<SheetTemplate>();
    public DbSet<CheckOverride> CheckOverrides => Set<CheckOverride>();
    public DbSet<BandLimits> LimitsOfBands => Set<BandLimits>();
    public DbSet<Lesson> Lessons => Set<Lesson>();
    public DbSet<SheetLine> SheetLines => Set<SheetLine>();
    public DbSet<SheetChange> SheetChanges => Set<SheetChange>();
    public DbSet<LessonRun> Runs => Set<LessonRun>();
    public DbSet<RunEvent> RunEvents => Set<RunEvent>();
    public DbSet<LessonLog> Logs => Set<LessonLog>();
    public DbSet<LogLine> LogLines => Set<LogLine>();
    public DbSet<Attendance> Attendances => Set<Attendance>();
    public DbSet<LineComment> LineComments => Set<LineComment>();
    public DbSet<SheetVisit> SheetVisits => Set<SheetVisit>();
    public DbSet<AuditEntry> Audits => Set<AuditEntry>();
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    /// <summary>The people who sign in at this school.</summary>
    public IQueryable<AppUser> Staff => Users.Where(u => u.SchoolId == SchoolId);

    /// <summary>The school whose rows are seen.</summary>
    public Guid SchoolId => scope.SchoolId;

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
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
        Own<Hall>(builder, e => e.Property(h => h.Name).HasMaxLength(80));
        Own<KitItem>(builder, e => e.Property(k => k.Name).HasMaxLength(80));
        Own<ApiToken>(
            builder,
            e =>
            {
                e.Property(t => t.Name).HasMaxLength(80);
                e.Property(t => t.Hash).HasMaxLength(64);
                e.HasIndex(t => t.Hash).IsUnique();
            }
        );
        Own<Track>(
            builder,
            e =>
            {
                e.Property(t => t.Name).HasMaxLength(80);
                e.Property(t => t.Band).HasConversion<string>().HasMaxLength(10);
            }
        );
        Own<Rank>(
            builder,
            e =>
            {
                e.Property(r => r.Name).HasMaxLength(80);
                e.Property(r => r.Colour).HasMaxLength(7);
                e.HasOne(r => r.Track).WithMany(t => t.Ranks).HasForeignKey(r => r.TrackId);
            }
        );
        Own<NumberedCombination>(
            builder,
            e =>
            {
                e.Property(c => c.Number).HasMaxLength(12);
                e.HasIndex(c => new { c.SchoolId, c.Number }).IsUnique();
                e.Property(c => c.Kind).HasConversion<string>().HasMaxLength(20);
                e.Property(c => c.LeastBand).HasConversion<string>().HasMaxLength(10);
                e.Property(c => c.Name).HasMaxLength(80);
                e.Property(c => c.Notation).HasMaxLength(NumberedCombination.LongestNotation);
                e.Property(c => c.OtherReading).HasMaxLength(NumberedCombination.LongestNotation);
                e.Property(c => c.Versions).HasMaxLength(NumberedCombination.LongestNotation * 2);
                e.Property(c => c.ControlRule).HasMaxLength(NumberedCombination.LongestWords);
                e.Property(c => c.Cautions).HasMaxLength(NumberedCombination.LongestWords);
                e.Property(c => c.Notes).HasMaxLength(NumberedCombination.LongestWords);
                e.HasOne(c => c.Rank).WithMany().HasForeignKey(c => c.RankId).OnDelete(DeleteBehavior.SetNull);
                e.HasMany(c => c.Changes).WithOne().HasForeignKey(c => c.CombinationId);
            }
        );
        Own<CombinationChange>(
            builder,
            e =>
            {
                e.Property(c => c.Name).HasMaxLength(80);
                e.Property(c => c.Notation).HasMaxLength(NumberedCombination.LongestNotation);
                e.Property(c => c.OtherReading).HasMaxLength(NumberedCombination.LongestNotation);
                e.Property(c => c.Versions).HasMaxLength(NumberedCombination.LongestNotation * 2);
            }
        );
        Own<SchoolTechnique>(
            builder,
            e =>
            {
                e.Property(t => t.TechniqueId).HasMaxLength(60);
                e.Property(t => t.Row).HasColumnType("jsonb");
                e.HasIndex(t => new { t.SchoolId, t.TechniqueId }).IsUnique();
            }
        );
        Own<Requirement>(
            builder,
            e =>
            {
                e.Property(r => r.Learnable).HasMaxLength(Learnables.Longest);
                e.Property(r => r.Words).HasMaxLength(Requirement.LongestWords);
                e.Property(r => r.Kind).HasConversion<string>().HasMaxLength(20);
                e.HasIndex(r => new { r.SchoolId, r.Learnable });
                e.HasOne(r => r.Rank).WithMany().HasForeignKey(r => r.RankId);
            }
        );
        Own<RequirementChange>(
            builder,
            e =>
            {
                e.Property(c => c.Words).HasMaxLength(400);
                e.HasOne<Rank>().WithMany().HasForeignKey(c => c.RankId);
            }
        );
        Own<SignOff>(
            builder,
            e =>
            {
                e.Property(s => s.Signer).HasMaxLength(80);
                e.HasIndex(s => new
                    {
                        s.StudentId,
                        s.RequirementId,
                        s.SignerId,
                    })
                    .IsUnique();
                e.HasOne<Student>().WithMany().HasForeignKey(s => s.StudentId);
                e.HasOne(s => s.Requirement).WithMany().HasForeignKey(s => s.RequirementId);
            }
        );
        Own<Award>(
            builder,
            e =>
            {
                e.Property(a => a.Words).HasMaxLength(Award.Longest);
                e.HasOne<Student>().WithMany().HasForeignKey(a => a.StudentId);
            }
        );
        Own<Grading>(
            builder,
            e =>
            {
                e.HasOne(g => g.Track).WithMany().HasForeignKey(g => g.TrackId);
                e.HasMany(g => g.Candidates).WithOne(c => c.Grading!).HasForeignKey(c => c.GradingId);
            }
        );
        Own<Candidate>(
            builder,
            e =>
            {
                e.Property(c => c.Result).HasConversion<string>().HasMaxLength(10);
                e.HasIndex(c => new { c.GradingId, c.StudentId }).IsUnique();
                e.HasOne(c => c.Student).WithMany().HasForeignKey(c => c.StudentId);
                e.HasOne(c => c.FromRank).WithMany().HasForeignKey(c => c.FromRankId).OnDelete(DeleteBehavior.SetNull);
                e.HasOne(c => c.ToRank).WithMany().HasForeignKey(c => c.ToRankId);
                e.HasMany(c => c.Marks).WithOne().HasForeignKey(m => m.CandidateId);
            }
        );
        Own<GradingMark>(
            builder,
            e =>
            {
                e.HasIndex(m => new { m.CandidateId, m.RequirementId }).IsUnique();
                e.HasOne(m => m.Requirement).WithMany().HasForeignKey(m => m.RequirementId);
            }
        );
        Own<Invitation>(
            builder,
            e =>
            {
                e.Property(i => i.Hash).HasMaxLength(64);
                e.Property(i => i.Role).HasConversion<string>().HasMaxLength(20);
                e.HasIndex(i => i.Hash).IsUnique();
            }
        );
        Own<CareNote>(
            builder,
            e =>
            {
                e.Property(n => n.Words).HasMaxLength(CareNote.Longest);
                e.HasOne(n => n.Student).WithMany().HasForeignKey(n => n.StudentId);
            }
        );
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
            e.HasQueryFilter(t => t.SchoolId == SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(t => t.SchoolId);
            e.HasOne<LessonLog>().WithMany().HasForeignKey(t => t.LogId);
        });
        builder.Entity<Evidence>(e =>
        {
            e.ToTable("evidence");
            e.HasKey(x => new { x.StudentId, x.Learnable });
            e.Property<Guid>(SchoolKey);
            e.Ignore(x => x.Reps);
            e.Property(x => x.Learnable).HasMaxLength(Learnables.Longest);
            e.HasIndex(SchoolKey, nameof(Core.Progress.Evidence.Learnable));
            e.HasQueryFilter(x => EF.Property<Guid>(x, SchoolKey) == SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(SchoolKey);
            e.HasOne<Student>().WithMany().HasForeignKey(x => x.StudentId);
        });
        Own<Drill>(
            builder,
            e =>
            {
                e.Property(d => d.Name).HasMaxLength(Drill.LongestName);
                e.HasIndex(d => new { d.SchoolId, d.Name }).IsUnique();
                e.Property(d => d.Kind).HasConversion<string>().HasMaxLength(20);
                e.Property(d => d.LeastBand).HasConversion<string>().HasMaxLength(10);
                e.Property(d => d.Text).HasMaxLength(Drill.LongestText);
                e.Property(d => d.Notes).HasMaxLength(2000);
            }
        );
        Own<SheetTemplate>(
            builder,
            e =>
            {
                e.ToTable("sheet_templates");
                e.Property(t => t.Title).HasMaxLength(300);
                e.Property(t => t.Band).HasConversion<string>().HasMaxLength(10);
                e.Property(t => t.Text).HasMaxLength(SheetTemplate.LongestText);
            }
        );
        Own<CheckOverride>(
            builder,
            e =>
            {
                e.Property(o => o.Code).HasMaxLength(40);
                e.Property(o => o.Reason).HasMaxLength(CheckOverride.LongestReason);
                e.HasIndex(o => o.LessonId);
                e.HasOne<Lesson>().WithMany().HasForeignKey(o => o.LessonId);
            }
        );
        Own<BandLimits>(
            builder,
            e =>
            {
                e.Property(l => l.Band).HasConversion<string>().HasMaxLength(10);
                e.Property(l => l.Limits).HasColumnType("jsonb");
                e.HasIndex(l => new { l.SchoolId, l.Band }).IsUnique();
            }
        );
        Own<ClassGroup>(
            builder,
            e =>
            {
                e.ToTable("classes");
                e.Property(c => c.Name).HasMaxLength(80);
                e.Property(c => c.Band).HasConversion<string>().HasMaxLength(10);
                e.Property(c => c.Weekday).HasConversion<string>().HasMaxLength(10);
                e.HasOne(c => c.LowestRank)
                    .WithMany()
                    .HasForeignKey(c => c.LowestRankId)
                    .OnDelete(DeleteBehavior.SetNull);
                e.HasOne(c => c.HighestRank)
                    .WithMany()
                    .HasForeignKey(c => c.HighestRankId)
                    .OnDelete(DeleteBehavior.SetNull);
                e.HasOne(c => c.Hall).WithMany().HasForeignKey(c => c.HallId).OnDelete(DeleteBehavior.SetNull);
                e.HasOne(c => c.Teacher).WithMany().HasForeignKey(c => c.TeacherId).OnDelete(DeleteBehavior.SetNull);
            }
        );
        Own<Student>(
            builder,
            e =>
            {
                e.Property(s => s.FirstName).HasMaxLength(60);
                e.Property(s => s.Initial).HasMaxLength(4);
                e.HasOne(s => s.Rank).WithMany().HasForeignKey(s => s.RankId).OnDelete(DeleteBehavior.SetNull);
            }
        );
        Own<Enrolment>(
            builder,
            e =>
            {
                e.HasIndex(x => new { x.ClassId, x.StudentId }).IsUnique();
                e.HasOne(x => x.Class).WithMany(c => c.Enrolments).HasForeignKey(x => x.ClassId);
                e.HasOne(x => x.Student).WithMany(s => s.Enrolments).HasForeignKey(x => x.StudentId);
            }
        );
        Own<Lesson>(
            builder,
            e =>
            {
                e.Property(l => l.Title).HasMaxLength(600);
                e.Property(l => l.Focus).HasMaxLength(600);
                e.HasIndex(l => new { l.SchoolId, l.Date });
                e.HasIndex(l => new { l.ClassId, l.Date });
                e.HasOne(l => l.Class).WithMany().HasForeignKey(l => l.ClassId);
                e.HasOne(l => l.Hall).WithMany().HasForeignKey(l => l.HallId).OnDelete(DeleteBehavior.SetNull);
                e.HasOne(l => l.Teacher).WithMany().HasForeignKey(l => l.TeacherId).OnDelete(DeleteBehavior.SetNull);
                e.HasMany(l => l.Lines).WithOne().HasForeignKey(x => x.LessonId);
                e.HasOne(l => l.Run).WithOne().HasForeignKey<LessonRun>(r => r.LessonId);
                e.HasOne(l => l.Log).WithOne(x => x.Lesson!).HasForeignKey<LessonLog>(x => x.LessonId);
            }
        );
        Own<SheetLine>(
            builder,
            e =>
            {
                e.Property(l => l.Text).HasMaxLength(SheetLine.LongestText);
                e.Property(l => l.Version).IsConcurrencyToken();
                e.HasOne<Drill>().WithMany().HasForeignKey(l => l.DrillId).OnDelete(DeleteBehavior.SetNull);
            }
        );
        Own<SheetChange>(
            builder,
            e =>
            {
                e.Property(c => c.Before).HasMaxLength(SheetLine.LongestText);
                e.Property(c => c.After).HasMaxLength(SheetLine.LongestText);
                e.Property(c => c.Number).UseIdentityAlwaysColumn();
                e.HasIndex(c => new { c.LessonId, c.Number });
                e.HasOne<Lesson>().WithMany().HasForeignKey(c => c.LessonId);
            }
        );
        Own<LineComment>(
            builder,
            e =>
            {
                e.Property(c => c.Words).HasMaxLength(LineComment.Longest);
                e.Property(c => c.SaidBy).HasMaxLength(80);
                e.HasIndex(c => c.LessonId);
                e.HasOne<Lesson>().WithMany().HasForeignKey(c => c.LessonId);
                e.HasOne<SheetLine>().WithMany().HasForeignKey(c => c.LineId);
            }
        );
        Own<SheetVisit>(
            builder,
            e =>
            {
                e.HasIndex(v => v.LessonId);
                e.HasOne<Lesson>().WithMany().HasForeignKey(v => v.LessonId);
            }
        );
        Own<AuditEntry>(
            builder,
            e =>
            {
                e.Property(a => a.Kind).HasMaxLength(40);
                e.Property(a => a.Fields).HasMaxLength(600);
                e.Property(a => a.Deed).HasConversion<string>().HasMaxLength(10);
                e.Property(a => a.Number).UseIdentityAlwaysColumn();
                e.HasIndex(a => new { a.SchoolId, a.Number });
            }
        );
        Own<LessonRun>(
            builder,
            e =>
            {
                e.ToTable("runs");
                e.Property(r => r.Program).HasColumnType("jsonb");
                e.HasMany(r => r.Events).WithOne().HasForeignKey("RunId");
            }
        );
        builder.Entity<RunEvent>(e =>
        {
            e.Property<Guid>("RunId");
            e.Property(x => x.Id).ValueGeneratedNever();
            e.Property(x => x.Kind).HasConversion<string>().HasMaxLength(10);
            e.Property(x => x.Text).HasMaxLength(2000);
            e.Property<Guid>(SchoolKey);
            e.HasQueryFilter(x => EF.Property<Guid>(x, SchoolKey) == SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(SchoolKey);
        });
        Own<LessonLog>(
            builder,
            e =>
            {
                e.ToTable("logs");
                e.Property(l => l.TaughtBy).HasMaxLength(80);
                e.Property(l => l.Notes).HasMaxLength(4000);
                e.HasMany(l => l.Lines).WithOne(l => l.Log!).HasForeignKey(l => l.LogId);
                e.HasMany(l => l.Attendances).WithOne(a => a.Log!).HasForeignKey(a => a.LogId);
            }
        );
        Own<LogLine>(
            builder,
            e =>
            {
                e.Property(l => l.Text).HasMaxLength(SheetLine.LongestText);
                e.Property(l => l.Outcome).HasConversion<string>().HasMaxLength(10);
                e.Property(l => l.SettledBy).HasMaxLength(80);
            }
        );
        Own<Attendance>(
            builder,
            e =>
            {
                e.Property(a => a.Presence).HasConversion<string>().HasMaxLength(10);
                e.HasIndex(a => new { a.LogId, a.StudentId }).IsUnique();
                e.HasOne(a => a.Student).WithMany().HasForeignKey(a => a.StudentId);
            }
        );
    }

    /// <summary>What all rows of a school share: the school, the filter, the stamp.</summary>
    private void Own<T>(
        ModelBuilder builder,
        Action<Microsoft.EntityFrameworkCore.Metadata.Builders.EntityTypeBuilder<T>> more
    )
        where T : SchoolRow
    {
        builder.Entity<T>(e =>
        {
            e.Property(x => x.Id).ValueGeneratedNever();
            e.Property(x => x.ChangedBy).HasMaxLength(80);
            e.HasQueryFilter(x => x.SchoolId == SchoolId);
            e.HasIndex(x => x.SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(x => x.SchoolId);
            more(e);
        });
    }

    public override async Task<int> SaveChangesAsync(
        bool acceptAllChangesOnSuccess,
        CancellationToken cancellationToken = default
    )
    {
        var (changesFacts, changesProgress) = (false, false);
        RememberSheets();
        // nobody's sign-in that fails, say, is of no school yet
        if (scope.SchoolId != Guid.Empty)
            Audits.AddRange(Audit.Of(ChangeTracker.Entries()).ToList());
        foreach (var entry in ChangeTracker.Entries())
        {
            Stamp(entry);
            changesFacts |=
                entry.Entity
                    is School
                        or Hall
                        or KitItem
                        or AppUser
                        or NumberedCombination
                        or SchoolTechnique
                        or BandLimits
                && entry.State != EntityState.Unchanged;
            changesProgress |=
                entry.Entity is Track or Rank or Requirement or SignOff or Student or Enrolment or LessonLog
                && entry.State != EntityState.Unchanged;
        }
        var saved = await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
        if (changesFacts)
            facts.Forget(SchoolId);
        // what is worked out from logs is told in the words of the material, and timed by halls and kit
        if (changesProgress || changesFacts)
            progress.Forget(SchoolId);
        return saved;
    }

    /// <summary>Removes a row by hand: loaded first, so that the list of changes knows of it.</summary>
    /// <returns>False when it is gone already.</returns>
    public async Task<bool> RemoveOne<T>(IQueryable<T> rows, CancellationToken cancel)
        where T : SchoolRow
    {
        if (await rows.FirstOrDefaultAsync(cancel) is not { } row)
            return false;
        Remove(row);
        await SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Writes down what happens to lines of sheets; moving alone counts, saving the same does not.</summary>
    private void RememberSheets()
    {
        ChangeTracker.DetectChanges();
        var batch = Guid.CreateVersion7();
        foreach (
            var entry in ChangeTracker
                .Entries<SheetLine>()
                .Where(e => e.State is EntityState.Added or EntityState.Modified)
                .ToList()
        )
        {
            var (line, was) = (entry.Entity, entry.OriginalValues);
            var before =
                entry.State == EntityState.Added
                || was.GetValue<DateTimeOffset?>(nameof(SheetLine.RemovedAt)) is not null
                    ? null
                    : was.GetValue<string>(nameof(SheetLine.Text));
            var after = line.RemovedAt is null ? line.Text : null;
            var position =
                entry.State == EntityState.Added ? line.Position : was.GetValue<double>(nameof(SheetLine.Position));
            if (before == after && position == line.Position)
                continue;
            SheetChanges.Add(
                new SheetChange
                {
                    LessonId = line.LessonId,
                    LineId = line.Id,
                    Batch = batch,
                    Before = before,
                    BeforePosition = position,
                    After = after,
                    AfterPosition = line.Position,
                }
            );
        }
    }

    private void Stamp(EntityEntry entry)
    {
        if (entry.State is not (EntityState.Added or EntityState.Modified))
            return;
        if (entry.Entity is SchoolRow row)
        {
            if (entry.State == EntityState.Added)
                row.SchoolId = scope.SchoolId;
            row.ChangedAt = time.GetUtcNow();
            row.ChangedBy = scope.UserName;
        }
        else if (entry.Entity is RunEvent && entry.State == EntityState.Added)
            entry.Property(SchoolKey).CurrentValue = scope.SchoolId;
    }
}
