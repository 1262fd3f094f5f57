using System.Threading.RateLimiting;

namespace LoyalLadder.Web.Access;

/// <summary>
/// How often one address may knock in a minute, before anything is worked out for it. What is counted for an account, across all
/// processes, is counted by the database (<see cref="Data.Doors.TryLimit"/>).
/// </summary>
public static class RateLimits
{
    /// <summary>Sign-in, reset, join, passkeys.</summary>
    public const string Door = nameof(Door);

    /// <summary>The JSON interface.</summary>
    public const string Api = nameof(Api);

    private static readonly TimeSpan Minute = TimeSpan.FromMinutes(1);

    public static void AddLimits(this IServiceCollection services, IConfiguration settings)
    {
        var door = settings.GetValue("Limits:DoorPerMinute", 60);
        var api = settings.GetValue("Limits:ApiPerMinute", 1200);
        services.AddRateLimiter(o =>
        {
            o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            o.OnRejected = (context, _) =>
            {
                context.HttpContext.Response.Headers.RetryAfter = "60";
                return ValueTask.CompletedTask;
            };
            o.AddPolicy(Door, http => ByAddress(http, door));
            o.AddPolicy(Api, http => ByAddress(http, api));
            // only what is sent to the doors counts: looking at them is free
            o.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(http =>
                HttpMethods.IsPost(http.Request.Method) && IsDoor(http.Request.Path)
                    ? ByAddress(http, door)
                    : RateLimitPartition.GetNoLimiter("")
            );
        });
    }

    private static readonly PathString[] Doors = ["/sign-in", "/forgotten", "/new-password", "/join", "/first-run"];

    private static bool IsDoor(PathString path) =>
        Array.Exists(Doors, d => path.StartsWithSegments(d, StringComparison.OrdinalIgnoreCase));

    private static RateLimitPartition<string> ByAddress(HttpContext http, int permits) =>
        RateLimitPartition.GetSlidingWindowLimiter(
            http.Address(),
            _ => new SlidingWindowRateLimiterOptions
            {
                PermitLimit = permits,
                Window = Minute,
                SegmentsPerWindow = 6,
                QueueLimit = 0,
            }
        );
}
