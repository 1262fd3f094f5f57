using LoyalLadder.Data;

namespace LoyalLadder.Web.Upkeep;

/// <summary>
/// Answers for whoever watches over the processes: <c>/health/live</c> that this one is up, <c>/health/ready</c> (and <c>/health</c>)
/// that it can serve, which needs the database.
/// </summary>
public static class Health
{
    public static void MapHealth(this WebApplication app)
    {
        var health = app.MapGroup("/health").AllowAnonymous().ExcludeFromDescription();
        health.MapGet("/live", () => Results.Text("up"));
        health.MapGet("/ready", Ready);
        health.MapGet("", Ready);
    }

    private static async Task<IResult> Ready(LadderContext db, CancellationToken cancel) =>
        await db.Database.CanConnectAsync(cancel)
            ? Results.Text("well")
            : Results.StatusCode(StatusCodes.Status503ServiceUnavailable);
}
