using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Finding;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Moving;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Terms;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Npgsql.EntityFrameworkCore.PostgreSQL;
using Npgsql.EntityFrameworkCore.PostgreSQL.Infrastructure;

namespace LoyalLadder.Data;

/// <summary>How the database is reached, the same for the application, its tests and the tools.</summary>
public static class LadderDatabase
{
    /// <summary>The database and everything that is done with it.</summary>
    /// <param name="services">Adds to them.</param>
    /// <param name="connection">How the pages reach it.</param>
    /// <param name="keys">How the keys of sign-ins are reached.</param>
    public static IServiceCollection AddLadderDatabase(this IServiceCollection services, string connection, string keys)
    {
        services.AddDbContext<KeyRing>(
            options => options.UseNpgsql(keys, Usual).UseSnakeCaseNamingConvention(),
            optionsLifetime: ServiceLifetime.Singleton
        );
        services.AddSingleton(_ => new RowSecurityInterceptor(connection)).AddSingleton<EditionInterceptor>();
        services.AddDbContext<LadderContext>(
            (services, options) =>
            {
                var wall = services.GetRequiredService<RowSecurityInterceptor>();
                options
                    .UseNpgsql(wall.Connections, Usual)
                    .UseSnakeCaseNamingConvention()
                    .AddInterceptors(wall, services.GetRequiredService<EditionInterceptor>());
            },
            optionsLifetime: ServiceLifetime.Singleton
        );
        return services.AddMemory().AddDoors().AddSchool().AddLessons().AddProgress().AddTerms();
    }

    private static IServiceCollection AddMemory(this IServiceCollection services)
    {
        services.AddHybridCache().AddSerializer<Held, HeldHere>();
        services
            .AddSingleton<SchoolEditions>()
            .AddSingleton<SchoolNewsFeed>()
            .AddHostedService<ChangeListener>()
            .AddHostedService<Housekeeping>();
        return services.AddScoped<SchoolScope>().AddScoped<SchoolCache>().AddScoped<OwnSchool>();
    }

    private static IServiceCollection AddDoors(this IServiceCollection services) =>
        services
            .AddScoped<SchoolLookup>()
            .AddScoped<TryLimit>()
            .AddScoped<Sessions>()
            .AddScoped<SignInLog>()
            .AddScoped<TokenBook>()
            .AddSingleton<SessionCache>();

    private static IServiceCollection AddSchool(this IServiceCollection services) =>
        services
            .AddScoped<RowBook>()
            .AddScoped<SchoolBook>()
            .AddScoped<Invitations>()
            .AddScoped<SchoolSetup>()
            .AddScoped<StaffChanges>()
            .AddScoped<StudentBook>()
            .AddScoped<StudentRecords>()
            .AddScoped<StudentMentions>()
            .AddScoped<StudentErasure>()
            .AddScoped<AuditBook>()
            .AddScoped<RowNames>()
            .AddScoped<SchoolLists>()
            .AddScoped<SchoolArchive>()
            .AddScoped<SchoolImporter>()
            .AddScoped<ISchoolList, StudentList>()
            .AddScoped<ISchoolList, KitList>()
            .AddScoped<ISchoolList, DrillList>()
            .AddScoped<ISchoolList, LadderList>()
            .AddScoped<ISchoolList, CombinationList>()
            .AddScoped<ISchoolList, ClassList>()
            .AddScoped<ISchoolList, RankList>()
            .AddScoped<SchoolCalendar>()
            .AddScoped<DemoSchool>();

    private static IServiceCollection AddLessons(this IServiceCollection services) =>
        services
            .AddScoped<LessonSheets>()
            .AddScoped<WorkedSheets>()
            .AddScoped<LessonSessions>()
            .AddScoped<SheetQuotes>()
            .AddScoped<WordBook>()
            .AddScoped<SheetEdits>()
            .AddScoped<PickedLines>()
            .AddScoped<RegisterBook>()
            .AddScoped<FirstWeek>()
            .AddScoped<SchoolFinder>()
            .AddScoped<SheetSourceBook>()
            .AddScoped<SheetSettling>()
            .AddScoped<SheetHistory>()
            .AddScoped<LessonHeads>()
            .AddScoped<DeletedSheets>()
            .AddScoped<LineComments>()
            .AddScoped<SheetPresence>()
            .AddScoped<DrillBook>()
            .AddScoped<RoundsBook>()
            .AddScoped<TimetableBook>()
            .AddScoped<DraftBook>()
            .AddScoped<LessonPartsBook>()
            .AddScoped<WeekCopy>()
            .AddScoped<DateChanges>()
            .AddScoped<WeekBook>()
            .AddScoped<WallBook>()
            .AddScoped<QuickClock>()
            .AddScoped<KeptSheetBook>()
            .AddScoped<CombinationBook>()
            .AddScoped<TechniqueBook>()
            .AddScoped<DayPlan>()
            .AddScoped<DayOutlook>()
            .AddScoped<ComingSheets>()
            .AddScoped<LessonRuns>()
            .AddScoped<MatFit>()
            .AddScoped<LessonLogs>()
            .AddScoped<OwedLines>()
            .AddScoped<DiaryBook>();

    private static IServiceCollection AddProgress(this IServiceCollection services) =>
        services
            .AddScoped<EvidenceBook>()
            .AddScoped<GroupBook>()
            .AddScoped<PaceBook>()
            .AddScoped<ProgressBook>()
            .AddScoped<RankProgressBook>()
            .AddScoped<WaitingBook>()
            .AddScoped<SyllabusBook>()
            .AddScoped<SyllabusGridBook>()
            .AddScoped<GradingBook>()
            .AddScoped<EnrolBook>()
            .AddScoped<ChartBook>()
            .AddScoped<AimBook>()
            .AddScoped<TapBook>()
            .AddScoped<PaperBook>()
            .AddScoped<PracticeBook>()
            .AddScoped<SignOffBook>();

    private static IServiceCollection AddTerms(this IServiceCollection services) =>
        services
            .AddScoped<TermBook>()
            .AddScoped<TermMaps>()
            .AddScoped<TermSolves>()
            .AddScoped<TermSheets>()
            .AddScoped<CalendarAddresses>()
            .AddSingleton<TermSolveWorker>()
            .AddHostedService(s => s.GetRequiredService<TermSolveWorker>());

    /// <summary>The owner's view of the database, before the wall: for migrations, and for tests that must see all.</summary>
    public static LadderContext AsOwner(string connection)
    {
        var options = new DbContextOptionsBuilder<LadderContext>();
        options.UseNpgsql(connection, Usual).UseSnakeCaseNamingConvention();
        var owner = new LadderContext(options.Options, new SchoolScope(), TimeProvider.System);
        owner.Database.SetCommandTimeout(WithoutAPage);
        return owner;
    }

    /// <summary>Brings the schema up to date. Of two who do it at once, one waits and then finds nothing to do.</summary>
    /// <exception cref="NotSupportedException">The database took a step that this program does not know; it is left as it is.</exception>
    public static async Task Migrate(string owner, CancellationToken cancel)
    {
        await using var turn = new NpgsqlConnection($"{owner};Pooling=false");
        await turn.OpenAsync(cancel);
        await using (
            var wait = new NpgsqlCommand("SELECT pg_advisory_lock(hashtextextended('ladder migration', 0))", turn)
            {
                CommandTimeout = 0,
            }
        )
            await wait.ExecuteNonQueryAsync(cancel);
        await using var db = AsOwner(owner);
        await Migrations.JoinedSteps.Carry(db, cancel);
        var unknown = (await db.Database.GetAppliedMigrationsAsync(cancel)).Except(db.Database.GetMigrations());
        if (unknown.LastOrDefault() is { } step)
            throw new NotSupportedException(
                $"The database took a step that this program does not know ({step}): a newer program brought it up to date, or one from "
                    + "between two versions. Nothing was changed. Start the program that it worked with, back it up there, and ask for a "
                    + "version that knows this step; or restore a backup of a released version."
            );
        await db.Database.MigrateAsync(cancel);
    }

    /// <summary>
    /// How long a statement of a page may take. A database that has frozen is given up after it, so that the page can say so within
    /// ten seconds.
    /// </summary>
    private const int SecondsOfAPage = 5;

    /// <summary>How long one may take that nobody waits for before a page: an upgrade, a school that is taken in.</summary>
    public static readonly TimeSpan WithoutAPage = TimeSpan.FromMinutes(10);

    private static void Usual(NpgsqlDbContextOptionsBuilder npgsql) =>
        npgsql
            .ExecutionStrategy(dependencies => new AgainUnlessFrozen(dependencies))
            .CommandTimeout(SecondsOfAPage)
            .UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery);

    /// <summary>Tries again what failed for want of a connection, but not what waited in vain: it would only wait again.</summary>
    private sealed class AgainUnlessFrozen(ExecutionStrategyDependencies dependencies)
        : NpgsqlRetryingExecutionStrategy(
            dependencies,
            maxRetryCount: 2,
            TimeSpan.FromSeconds(1),
            errorCodesToAdd: null
        )
    {
        protected override bool ShouldRetryOn(Exception? exception)
        {
            for (var e = exception; e is not null; e = e.InnerException)
                if (e is TimeoutException or PostgresException { SqlState: PostgresErrorCodes.DiskFull })
                    return false;
            return base.ShouldRetryOn(exception);
        }
    }
}

/// <summary>Lets the migration tool make a context without a running application; it never connects.</summary>
public sealed class LadderContextFactory : IDesignTimeDbContextFactory<LadderContext>
{
    public LadderContext CreateDbContext(string[] args) => LadderDatabase.AsOwner("Host=localhost;Database=design");
}
