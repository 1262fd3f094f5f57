using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace LoyalLadder.Web.Tests;

/// <summary>
/// A database of the server that ./test started: a copy of a template that is made once, with the same three logins that an
/// installation has.
/// </summary>
public sealed class TestDatabase
{
    public const string Password = "a loft full of nets";

    private static readonly Lazy<Task<TestDatabase>> Demo = new(() => MakeTemplate("template_of_demo", withDemo: true));
    private static readonly Lazy<Task<TestDatabase>> Empty = new(() =>
        MakeTemplate("template_of_empty", withDemo: false)
    );

    private readonly string _name;

    private TestDatabase(string name) => _name = name;

    /// <summary>Whoever brings the schema up to date; sees the rows of all schools.</summary>
    public string Owner => As("owner");

    /// <summary>Whom the pages work as.</summary>
    public string Web => As("web");

    /// <summary>Who reads and writes the keys of sign-ins.</summary>
    public string Keys => As("keys");

    /// <summary>The same without connections that wait to be used again.</summary>
    public bool IsUnpooled { get; private init; }

    private static string Server => Setting("LOYALLADDER_TEST_DB");

    /// <summary>A fresh copy of the demo school or of an empty installation.</summary>
    public static async Task<TestDatabase> Fresh(bool withDemo)
    {
        var template = await (withDemo ? Demo : Empty).Value;
        var name = $"test_{Guid.NewGuid():N}";
        await Admin($"CREATE DATABASE {name} TEMPLATE {template._name} OWNER ladder_owner");
        return new TestDatabase(name);
    }

    /// <summary>A database with nothing in it, not even a schema.</summary>
    public static async Task<TestDatabase> Bare()
    {
        var name = $"test_{Guid.NewGuid():N}";
        await Admin($"CREATE DATABASE {name} OWNER ladder_owner");
        return new TestDatabase(name);
    }

    /// <summary>Closes what waits to be used again: nobody asks this database any more.</summary>
    public void LeaveAlone()
    {
        foreach (var login in new[] { Owner, Web, Keys })
        {
            using var pooled = new NpgsqlConnection(login);
            NpgsqlConnection.ClearPool(pooled);
        }
    }

    /// <summary>How a login reaches it.</summary>
    /// <param name="login">Its name without <c>ladder_</c>.</param>
    private string As(string login) =>
        $"{Server};Username=ladder_{login};Password={Secret(login)};Database={_name};Timeout=4;Maximum Pool Size=20"
        // a hundred databases come and go within minutes: what nobody uses must not wait for five of them
        + ";Connection Idle Lifetime=15;Connection Pruning Interval=5"
        + (IsUnpooled ? ";Pooling=false" : "");

    private static string Secret(string login) =>
        File.ReadAllText(Path.Combine(Setting("LOYALLADDER_TEST_SECRETS"), login)).Trim();

    private static string Setting(string name) =>
        Environment.GetEnvironmentVariable(name)
        ?? throw new InvalidOperationException($"{name} is not set: run the tests with ./test.");

    private static async Task<TestDatabase> MakeTemplate(string name, bool withDemo)
    {
        await Admin($"DROP DATABASE IF EXISTS {name}");
        await Admin($"CREATE DATABASE {name} OWNER ladder_owner");
        var unpooled = new TestDatabase(name) { IsUnpooled = true };
        await LadderDatabase.Migrate(unpooled.Owner, CancellationToken.None);
        if (!withDemo)
            return unpooled;
        await using var application = new LadderServer(unpooled);
        await using var scope = application.Services.CreateAsyncScope();
        await scope.ServiceProvider.GetRequiredService<DemoSchool>().LoadIntoEmpty();
        return unpooled;
    }

    /// <summary>The names are made here and nowhere else.</summary>
    private static async Task Admin(string sql)
    {
        await using var connection = new NpgsqlConnection(
            $"{Server};Username=ladder;Password={Secret("admin")};Database=postgres;Pooling=false"
        );
        await connection.OpenAsync();
#pragma warning disable CA2100 // databases cannot be parameters
        await using var command = new NpgsqlCommand(sql, connection);
#pragma warning restore CA2100
        await command.ExecuteNonQueryAsync();
    }
}
