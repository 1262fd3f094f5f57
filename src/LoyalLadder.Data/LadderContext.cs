using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Mapping;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Saving;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Terms;
using LoyalLadder.Data.Timetables;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data;

/// <summary>The database. Every query sees the rows of the scope's school only, and every saved row is stamped with it.</summary>
public sealed class LadderContext(DbContextOptions<LadderContext> options, SchoolScope scope, TimeProvider time)
    : IdentityUserContext<AppUser, Guid>(options)
{
    internal const string SchoolKey = nameof(SchoolRow.SchoolId);

    private static readonly SheetHistoryInterceptor History = new();
    private static readonly AuditInterceptor Changes = new();
    private static readonly StampInterceptor Stamps = new();

    public DbSet<School> Schools => Set<School>();
    public DbSet<Hall> Halls => Set<Hall>();
    public DbSet<KitItem> KitItems => Set<KitItem>();
    public DbSet<ApiToken> ApiTokens => Set<ApiToken>();
    public DbSet<TrackRow> Tracks => Set<TrackRow>();
    public DbSet<RankRow> Ranks => Set<RankRow>();
    public DbSet<ClassGroup> Classes => Set<ClassGroup>();
    public DbSet<MeetingRow> Meetings => Set<MeetingRow>();
    public DbSet<DateChangeRow> DateChanges => Set<DateChangeRow>();
    public DbSet<ClosureRow> Closures => Set<ClosureRow>();
    public DbSet<TermRow> Terms => Set<TermRow>();
    public DbSet<TermGradingRow> TermGradings => Set<TermGradingRow>();
    public DbSet<ClassTermRow> ClassTerms => Set<ClassTermRow>();
    public DbSet<TermThingRow> TermThings => Set<TermThingRow>();
    public DbSet<TermPinRow> TermPins => Set<TermPinRow>();
    public DbSet<TermSolve> TermSolves => Set<TermSolve>();
    public DbSet<CalendarAddress> CalendarAddresses => Set<CalendarAddress>();
    public DbSet<Enrolment> Enrolments => Set<Enrolment>();
    public DbSet<Student> Students => Set<Student>();
    public DbSet<NumberedCombination> NumberedCombinations => Set<NumberedCombination>();
    public DbSet<CombinationChange> CombinationChanges => Set<CombinationChange>();
    public DbSet<SchoolTechnique> SchoolTechniques => Set<SchoolTechnique>();
    public DbSet<SchoolWord> Words => Set<SchoolWord>();
    public DbSet<RequirementRow> Requirements => Set<RequirementRow>();
    public DbSet<RequirementChange> RequirementChanges => Set<RequirementChange>();
    public DbSet<SignOff> SignOffs => Set<SignOff>();
    public DbSet<Award> Awards => Set<Award>();
    public DbSet<Grading> Gradings => Set<Grading>();
    public DbSet<Candidate> Candidates => Set<Candidate>();
    public DbSet<GradingMark> GradingMarks => Set<GradingMark>();
    public DbSet<PaperStyle> PaperStyles => Set<PaperStyle>();
    public DbSet<PracticePage> PracticePages => Set<PracticePage>();
    public DbSet<CareNote> CareNotes => Set<CareNote>();
    public DbSet<Invitation> Invitations => Set<Invitation>();
    public DbSet<TaughtItem> TaughtItems => Set<TaughtItem>();
    public DbSet<Evidence> Evidence => Set<Evidence>();
    public DbSet<Drill> Drills => Set<Drill>();
    public DbSet<KeptSheet> KeptSheets => Set<KeptSheet>();
    public DbSet<KeptRounds> KeptRounds => Set<KeptRounds>();
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
    public DbSet<SchoolEdition> Editions => Set<SchoolEdition>();
    public DbSet<KeptPost> Posts => Set<KeptPost>();
    public DbSet<SignedIn> Sessions => Set<SignedIn>();
    public DbSet<DoorNote> DoorNotes => Set<DoorNote>();

    /// <summary>The people who sign in at this school.</summary>
    public IQueryable<AppUser> Staff => Users.Where(u => u.SchoolId == SchoolId);

    /// <summary>The school whose rows are seen.</summary>
    public Guid SchoolId => scope.SchoolId;

    /// <summary>Who saves.</summary>
    internal Guid UserId => scope.UserId;

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        SchoolMapping.Map(builder);
        MaterialMapping.Map(builder);
        LadderMapping.Map(builder);
        TermMapping.Map(builder);
        LessonMapping.Map(builder);
        LogMapping.Map(builder);
        foreach (var type in builder.Model.GetEntityTypes().Where(t => t.ClrType.IsAssignableTo(typeof(SchoolRow))))
            GetType()
                .GetMethod(
                    nameof(OwnRows),
                    System.Reflection.BindingFlags.NonPublic | System.Reflection.BindingFlags.Instance
                )!
                .MakeGenericMethod(type.ClrType)
                .Invoke(this, [builder]);
        // what was deleted is nowhere but where it can be restored
        builder.Entity<Lesson>().HasQueryFilter(l => l.SchoolId == SchoolId && l.ArchivedAt == null);
        builder.Entity<TaughtItem>().HasQueryFilter(t => t.SchoolId == SchoolId);
        builder.Entity<SignedIn>().HasQueryFilter(s => s.SchoolId == SchoolId);
        builder.Entity<DoorNote>().HasQueryFilter(n => n.SchoolId == SchoolId);
        builder.Entity<KeptPost>().HasQueryFilter(p => p.SchoolId == SchoolId);
        builder.Entity<TermSolve>().HasQueryFilter(s => s.SchoolId == SchoolId);
        builder.Entity<SchoolEdition>().HasQueryFilter(e => e.SchoolId == SchoolId);
        builder.Entity<Evidence>().HasQueryFilter(x => EF.Property<Guid>(x, SchoolKey) == SchoolId);
        builder.Entity<RunEvent>().HasQueryFilter(x => EF.Property<Guid>(x, SchoolKey) == SchoolId);
        RestrictRemoval(builder);
    }

    /// <summary>What all rows of a school share: the school, the filter, the stamp, and a version that the database counts.</summary>
    private void OwnRows<T>(ModelBuilder builder)
        where T : SchoolRow
    {
        builder.Entity<T>(e =>
        {
            e.Property(x => x.Id).ValueGeneratedNever();
            e.Property(x => x.Version).HasColumnName("xmin").IsRowVersion();
            if (typeof(T).IsAssignableTo(typeof(IArchivable)))
                e.Property(nameof(IArchivable.ArchivedAt)).HasColumnName("put_away_at");
            e.HasQueryFilter(x => x.SchoolId == SchoolId);
            e.HasIndex(x => x.SchoolId);
            e.HasOne<School>().WithMany().HasForeignKey(x => x.SchoolId);
        });
    }

    /// <summary>Nothing is deleted that another row rests on, unless a mapping says that the other is a mere part of it.</summary>
    private static void RestrictRemoval(ModelBuilder builder)
    {
        foreach (var key in builder.Model.GetEntityTypes().SelectMany(t => t.GetForeignKeys()))
            if (
                key.FindAnnotation(Parts.Annotation) is null
                && key.DeclaringEntityType.ClrType.Namespace != "Microsoft.AspNetCore.Identity"
            )
                key.DeleteBehavior = DeleteBehavior.Restrict;
    }

    /// <summary>In this order: what the first ones add is stamped by the last.</summary>
    protected override void OnConfiguring(DbContextOptionsBuilder optionsBuilder) =>
        optionsBuilder.AddInterceptors(History, Changes, Stamps);

    /// <summary>Saving holds no thread: nothing of the application waits for the database by standing still.</summary>
    /// <exception cref="NotSupportedException">Always.</exception>
    public override int SaveChanges(bool acceptAllChangesOnSuccess) =>
        throw new NotSupportedException("Save with SaveChangesAsync.");

    internal DateTimeOffset Now => time.GetUtcNow();

    /// <summary>The row by which a post that is sent again is known.</summary>
    internal KeptPost PostOf(Guid key) =>
        new()
        {
            Id = key,
            SchoolId = scope.SchoolId,
            At = time.GetUtcNow(),
        };

    /// <summary>Removes a row by hand: loaded first, so that the list of changes knows of it.</summary>
    /// <returns>False when it is gone already.</returns>
    public async Task<bool> RemoveOne<T>(IQueryable<T> rows, CancellationToken cancel)
        where T : SchoolRow
    {
        if (await rows.FirstOrDefaultAsync(cancel) is not { } row)
            return false;
        Remove(row);
        try
        {
            await SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            ChangeTracker.Clear();
            return await RemoveOne(rows, cancel);
        }
        return true;
    }

    /// <summary>The save of a sheet that the next one takes back.</summary>
    internal Guid? UndoneSave { get; set; }
}
