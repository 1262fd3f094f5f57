using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace LoyalLadder.Web.Tests;

/// <summary>Databases for tests on the server that ./test started: each is a copy of a template that is made once.</summary>
internal static class TestDatabase
{
    public const string Password = "a loft full of nets";

    private static readonly Lazy<Task<string>> Demo = new(() => MakeTemplate("template_of_demo", withDemo: true));
    private static readonly Lazy<Task<string>> Empty = new(() => MakeTemplate("template_of_empty", withDemo: false));

    private static string Server =>
        Environment.GetEnvironmentVariable("LOYALLADDER_TEST_DB")
        ?? throw new InvalidOperationException(
            "Set LOYALLADDER_TEST_DB to a PostgreSQL server without database name, or use ./test."
        );

    /// <summary>A connection string to a fresh copy of the demo school or of an empty installation.</summary>
    public static async Task<string> Fresh(bool withDemo)
    {
        var template = await (withDemo ? Demo : Empty).Value;
        var name = $"test_{Guid.NewGuid():N}";
        await Admin($"CREATE DATABASE {name} TEMPLATE {template}");
        return Connection(name);
    }

    /// <summary>A connection string to a database with nothing in it, not even a schema.</summary>
    public static async Task<string> Bare()
    {
        var name = $"test_{Guid.NewGuid():N}";
        await Admin($"CREATE DATABASE {name}");
        return Connection(name);
    }

    private static string Connection(string database) => $"{Server};Database={database};Timeout=4;Maximum Pool Size=20";

    private static async Task<string> MakeTemplate(string name, bool withDemo)
    {
        await Admin($"DROP DATABASE IF EXISTS {name}");
        await Admin($"CREATE DATABASE {name}");
        var unpooled = Connection(name) + ";Pooling=false";
        await using (var db = LadderDatabase.AsOwner(unpooled))
            await db.Database.MigrateAsync();
        if (!withDemo)
            return name;
        await using var application = new LadderServer(unpooled);
        await using var scope = application.Services.CreateAsyncScope();
        await scope.ServiceProvider.GetRequiredService<DemoSchool>().LoadIntoEmpty();
        return name;
    }

    /// <summary>The names are made here and nowhere else.</summary>
    private static async Task Admin(string sql)
    {
        await using var connection = new NpgsqlConnection($"{Server};Database=postgres;Pooling=false");
        await connection.OpenAsync();
#pragma warning disable CA2100 // databases cannot be parameters
        await using var command = new NpgsqlCommand(sql, connection);
#pragma warning restore CA2100
        await command.ExecuteNonQueryAsync();
    }
}
