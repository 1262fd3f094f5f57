using System.Threading.RateLimiting;

namespace LoyalLadder.Web.Access;

/// <summary>
/// Addresses that are secrets themselves: whoever has one comes in. They stand in no log, are told to no other site, are kept by
/// nobody on the way, and guessing at them is slowed.
/// </summary>
public static class SecretAddresses
{
    /// <summary>What a route calls the part that is the secret; a test holds every route that has one to <see cref="Places"/>.</summary>
    public const string Part = "secret";

    /// <summary>How often one network address may ask for what is not there, in a minute.</summary>
    private const int GuessesPerMinute = 30;

    /// <summary>What stands before the secret.</summary>
    private static readonly string[] Places = ["wall", "practice", "calendar", "join", "new-password"];

    /// <summary>An address as it may be written down: a secret one as far as it tells nothing.</summary>
    public static string Written(PathString path)
    {
        var asked = path.Value ?? "";
        return PlaceOf(asked) is { } place ? $"/{place}/…" : asked;
    }

    /// <summary>Whether a path leads to a secret address, however its first part is written.</summary>
    public static bool IsOne(PathString path) => PlaceOf(path.Value ?? "") is not null;

    private static string? PlaceOf(string path)
    {
        var parts = path.Split('/', StringSplitOptions.RemoveEmptyEntries);
        return parts.Length < 2
            ? null
            : Array.Find(Places, p => p.Equals(parts[0], StringComparison.OrdinalIgnoreCase));
    }

    /// <summary>Guards secret addresses, before anything is worked out for them and before an error page takes their place.</summary>
    public static IApplicationBuilder UseSecretAddresses(this IApplicationBuilder app)
    {
        var guesses = Guesses(app.ApplicationServices.GetRequiredService<IConfiguration>());
        return app.Use(
            (context, next) => IsOne(context.Request.Path) ? Guarded(context, next, guesses) : next(context)
        );
    }

    private static PartitionedRateLimiter<HttpContext> Guesses(IConfiguration settings)
    {
        var most = settings.GetValue("Limits:GuessesPerMinute", GuessesPerMinute);
        return PartitionedRateLimiter.Create<HttpContext, string>(http =>
            RateLimitPartition.GetSlidingWindowLimiter(
                http.Address(),
                _ => new SlidingWindowRateLimiterOptions
                {
                    PermitLimit = most,
                    Window = TimeSpan.FromMinutes(1),
                    SegmentsPerWindow = 6,
                    QueueLimit = 0,
                }
            )
        );
    }

    private static async Task Guarded(
        HttpContext context,
        RequestDelegate next,
        PartitionedRateLimiter<HttpContext> guesses
    )
    {
        context.Response.OnStarting(
            static state =>
            {
                var headers = ((HttpContext)state).Response.Headers;
                headers["Referrer-Policy"] = "no-referrer";
                headers.CacheControl = "no-store";
                return Task.CompletedTask;
            },
            context
        );
        // asking for nothing tells whether there is room for one more guess
        using (var room = guesses.AttemptAcquire(context, permitCount: 0))
            if (!room.IsAcquired)
            {
                context.Response.Headers.RetryAfter = "60";
                context.Response.StatusCode = StatusCodes.Status429TooManyRequests;
                return;
            }
        await next(context);
        if (context.Response.StatusCode == StatusCodes.Status404NotFound)
            guesses.AttemptAcquire(context).Dispose();
    }
}
