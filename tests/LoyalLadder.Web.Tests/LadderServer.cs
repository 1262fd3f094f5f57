using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace LoyalLadder.Web.Tests;

/// <summary>The application on a free port, with a database of its own and a clock that the tests set.</summary>
public sealed class LadderServer : WebApplicationFactory<Program>
{
    private readonly string _database;
    private bool _retries = true;

    public LadderServer(string database)
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

    /// <summary>The database as its owner sees it, with the rows of all schools.</summary>
    public Data.LadderContext Owner() => Data.LadderDatabase.AsOwner(_database);

    public Uri Address => ClientOptions.BaseAddress;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("LOYALLADDER_DB", _database);
        builder.UseSetting("LOYALLADDER_DEMO_PASSWORD", TestDatabase.Password);
        builder.UseSetting("Serilog:MinimumLevel:Default", "Fatal");
        builder.UseSetting("Serilog:MinimumLevel:Override:Microsoft.EntityFrameworkCore", "Fatal");
        builder.ConfigureTestServices(services =>
        {
            services.AddSingleton<TimeProvider>(Clock);
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
public sealed class QueryCount : Microsoft.EntityFrameworkCore.Diagnostics.DbCommandInterceptor
{
    private int _count;

    public int Taken() => Interlocked.Exchange(ref _count, 0);

    public override ValueTask<Microsoft.EntityFrameworkCore.Diagnostics.InterceptionResult<System.Data.Common.DbDataReader>> ReaderExecutingAsync(
        System.Data.Common.DbCommand command,
        Microsoft.EntityFrameworkCore.Diagnostics.CommandEventData eventData,
        Microsoft.EntityFrameworkCore.Diagnostics.InterceptionResult<System.Data.Common.DbDataReader> result,
        CancellationToken cancellationToken = default
    )
    {
        Interlocked.Increment(ref _count);
        return ValueTask.FromResult(result);
    }
}
