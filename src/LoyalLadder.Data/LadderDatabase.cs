using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace LoyalLadder.Data;

/// <summary>How the database is reached, the same for the application, its tests and the tools.</summary>
public static class LadderDatabase
{
    public static IServiceCollection AddLadderDatabase(this IServiceCollection services, string connection)
    {
        services.AddScoped<SchoolScope>().AddScoped<OwnSchool>().AddSingleton<SchoolFactsMemory>().AddSingleton<SchoolMaterials>().AddSingleton<ProgressMemory>().AddScoped<EvidenceBook>().AddScoped<GroupBook>().AddScoped<DrillBook>().AddScoped<TemplateBook>();
        // the same few queries come again and again: PostgreSQL plans each once a connection
        var prepared = new NpgsqlConnectionStringBuilder(connection) { MaxAutoPrepare = 100, AutoPrepareMinUsages = 2 }.ConnectionString;
        services.AddDbContext<LadderContext>(options => Configure(options, prepared));
        return services;
    }

    public static void Configure(DbContextOptionsBuilder options, string connection) => options
        .UseNpgsql(connection, npgsql => npgsql.EnableRetryOnFailure(2, TimeSpan.FromSeconds(1), null).CommandTimeout(15).UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery))
        .UseSnakeCaseNamingConvention();
}

/// <summary>Lets the migration tool make a context without a running application; it never connects.</summary>
public sealed class LadderContextFactory : IDesignTimeDbContextFactory<LadderContext>
{
    public LadderContext CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<LadderContext>();
        LadderDatabase.Configure(options, "Host=localhost;Database=design");
        return new LadderContext(options.Options, new SchoolScope(), TimeProvider.System, new SchoolFactsMemory(TimeProvider.System));
    }
}
