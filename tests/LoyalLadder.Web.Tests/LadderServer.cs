using System.Data.Common;
using System.Globalization;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace LoyalLadder.Web.Tests;

/// <summary>The application on a free port, with a database of its own and a clock that the tests set.</summary>
public sealed class LadderServer : WebApplicationFactory<Program>
{
    private readonly TestDatabase _database;
    private bool _retries = true;

    public LadderServer(TestDatabase database)
    {
        _database = database;
        UseKestrel(0);
    }

    /// <summary>Starts a server on a fresh copy of the demo school, or of an empty installation.</summary>
    /// <param name="withDemo">With the demo school in it.</param>
    /// <param name="retries">Whether what fails for want of the database is tried again, as it is outside of tests.</param>
    public static async Task<LadderServer> Start(bool withDemo = true, bool retries = true)
    {
        var server = new LadderServer(await TestDatabase.Fresh(withDemo)) { _retries = retries };
        server.StartServer();
        return server;
    }

    /// <summary>A Tuesday in May long from now, at four in the afternoon; real time plays no part.</summary>
    public static DateTimeOffset Tuesday { get; } = new(2041, 5, 7, 15, 0, 0, TimeSpan.Zero);

    public ShiftedTime Clock { get; } = new(Tuesday);

    public QueryCount Queries { get; } = new();

    /// <summary>Where letters are laid down that would be sent.</summary>
    public string Outbox { get; } = Directory.CreateTempSubdirectory("ladder-outbox-").FullName;

    public int DoorPerMinute { get; init; } = 100_000;

    /// <summary>Leads the pages to their database another way.</summary>
    public Func<string, string>? Through { get; init; }

    /// <summary>One for all, so that a key is made once.</summary>
    public static string Certificate { get; } =
        Path.Combine(Directory.CreateTempSubdirectory("ladder-certificate-").FullName, "certificate.pfx");

    /// <summary>The database as its owner sees it, with the rows of all schools.</summary>
    public Data.LadderContext Owner() => Data.LadderDatabase.AsOwner(_database.Owner);

    public Uri Address => ClientOptions.BaseAddress;

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        _database.LeaveAlone();
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("LOYALLADDER_DB", Through?.Invoke(_database.Web) ?? _database.Web);
        builder.UseSetting("LOYALLADDER_KEYS_DB", _database.Keys);
        builder.UseSetting("LOYALLADDER_CERTIFICATE", Certificate);
        builder.UseSetting("LOYALLADDER_OUTBOX", Outbox);
        // many visitors come from one address here; the limits have tests of their own
        builder.UseSetting("Limits:DoorPerMinute", DoorPerMinute.ToString(CultureInfo.InvariantCulture));
        builder.UseSetting("LOYALLADDER_DEMO_PASSWORD", TestDatabase.Password);
        // fewer than the demo has: each template of the tests would wait for them
        builder.UseSetting("LOYALLADDER_DEMO_WEEKS", "12");
        builder.UseSetting("Serilog:MinimumLevel:Default", "Fatal");
        builder.UseSetting("Serilog:MinimumLevel:Override:Microsoft.EntityFrameworkCore", "Fatal");
        builder.ConfigureTestServices(services =>
        {
            services.AddSingleton<TimeProvider>(Clock);
            // what takes long on purpose is the same with less of it
            services.Configure<PasswordHasherOptions>(o => o.IterationCount = 1_000);
            services.ConfigureDbContext<Data.LadderContext>(o => o.AddInterceptors(Queries));
            // whoever begins a transaction from outside cannot have it begun again
            if (!_retries)
                services.ConfigureDbContext<Data.LadderContext>(o =>
                    o.UseNpgsql(n => n.ExecutionStrategy(d => new NonRetryingExecutionStrategy(d)))
                );
            services.AddLogging(l => l.SetMinimumLevel(LogLevel.Critical));
        });
    }
}

/// <summary>Runs on from a moment that a test chooses.</summary>
public sealed class ShiftedTime(DateTimeOffset start) : TimeProvider
{
    private readonly DateTimeOffset _real = System.GetUtcNow();
    private TimeSpan _shift;

    public override DateTimeOffset GetUtcNow() => start + (System.GetUtcNow() - _real) + _shift;

    public void Pass(TimeSpan span) => _shift += span;
}

/// <summary>Counts what is asked of the database.</summary>
public sealed class QueryCount : DbCommandInterceptor
{
    private int _count;

    public int Taken() => Interlocked.Exchange(ref _count, 0);

    public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
        DbCommand command,
        CommandEventData eventData,
        InterceptionResult<DbDataReader> result,
        CancellationToken cancellationToken = default
    )
    {
        Interlocked.Increment(ref _count);
        return ValueTask.FromResult(result);
    }
}
