using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;
using Npgsql.EntityFrameworkCore.PostgreSQL.Infrastructure;

namespace LoyalLadder.Data;

/// <summary>How the database is reached, the same for the application, its tests and the tools.</summary>
public static class LadderDatabase
{
    public static IServiceCollection AddLadderDatabase(this IServiceCollection services, string connection)
    {
        services
            .AddScoped<SchoolScope>()
            .AddScoped<OwnSchool>()
            .AddSingleton<SchoolFactsMemory>()
            .AddSingleton<SchoolMaterials>()
            .AddSingleton<ProgressMemory>()
            .AddScoped<EvidenceBook>()
            .AddScoped<GroupBook>()
            .AddScoped<DrillBook>()
            .AddScoped<TemplateBook>();
        services
            .AddSingleton<SchoolNewsFeed>()
            .AddHostedService<NewsWire>()
            .AddScoped<LineComments>()
            .AddScoped<SheetCompany>()
            .AddScoped<AuditBook>();
        services.AddSingleton(_ => new SchoolWall(connection));
        services.AddDbContext<LadderContext>(
            (services, options) =>
            {
                var wall = services.GetRequiredService<SchoolWall>();
                options.UseNpgsql(wall.Connections, Usual).UseSnakeCaseNamingConvention().AddInterceptors(wall);
            }
        );
        return services;
    }

    /// <summary>The owner's view of the database, before the wall: for migrations, and for tests that must see all.</summary>
    public static LadderContext AsOwner(string connection)
    {
        var options = new DbContextOptionsBuilder<LadderContext>();
        options.UseNpgsql(connection, Usual).UseSnakeCaseNamingConvention();
        return new LadderContext(
            options.Options,
            new SchoolScope(),
            TimeProvider.System,
            new SchoolFactsMemory(TimeProvider.System),
            new ProgressMemory(TimeProvider.System)
        );
    }

    private static void Usual(NpgsqlDbContextOptionsBuilder npgsql) =>
        npgsql
            .EnableRetryOnFailure(2, TimeSpan.FromSeconds(1), null)
            .CommandTimeout(15)
            .UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery);
}

/// <summary>Lets the migration tool make a context without a running application; it never connects.</summary>
public sealed class LadderContextFactory : IDesignTimeDbContextFactory<LadderContext>
{
    public LadderContext CreateDbContext(string[] args) => LadderDatabase.AsOwner("Host=localhost;Database=design");
}
