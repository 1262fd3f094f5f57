using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Data;

/// <summary>How the database is reached, the same for the application, its tests and the tools.</summary>
public static class LadderDatabase
{
    public static IServiceCollection AddLadderDatabase(this IServiceCollection services, string connection)
    {
        services.AddScoped<SchoolScope>().AddScoped<OwnSchool>().AddSingleton<SchoolFactsMemory>().AddSingleton<SchoolMaterials>().AddSingleton<ProgressMemory>().AddScoped<EvidenceBook>().AddScoped<GroupBook>().AddScoped<DrillBook>().AddScoped<TemplateBook>();
        var walled = SchoolWall.Behind(connection);
        // the same few queries come again and again: PostgreSQL plans each once a connection
        (walled.MaxAutoPrepare, walled.AutoPrepareMinUsages) = (100, 2);
        var (text, wall) = (walled.ConnectionString, new SchoolWall());
        services.AddDbContext<LadderContext>(options => Configure(options, text).AddInterceptors(wall));
        return services;
    }

    /// <summary>The owner's view of the database, before the wall: for migrations, and for tests that must see all.</summary>
    public static LadderContext AsOwner(string connection) =>
        new((DbContextOptions<LadderContext>)Configure(new DbContextOptionsBuilder<LadderContext>(), connection).Options, new SchoolScope(), TimeProvider.System, new SchoolFactsMemory(TimeProvider.System));

    private static DbContextOptionsBuilder Configure(DbContextOptionsBuilder options, string connection) => options
        .UseNpgsql(connection, npgsql => npgsql.EnableRetryOnFailure(2, TimeSpan.FromSeconds(1), null).CommandTimeout(15).UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery))
        .UseSnakeCaseNamingConvention();
}

/// <summary>Lets the migration tool make a context without a running application; it never connects.</summary>
public sealed class LadderContextFactory : IDesignTimeDbContextFactory<LadderContext>
{
    public LadderContext CreateDbContext(string[] args) => LadderDatabase.AsOwner("Host=localhost;Database=design");
}
