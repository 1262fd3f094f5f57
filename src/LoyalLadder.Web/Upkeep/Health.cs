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
        app.MapGet("/health/live", () => Results.Text("up")).AllowAnonymous().ExcludeFromDescription();
        app.MapGet("/health/ready", Ready).AllowAnonymous().ExcludeFromDescription();
        app.MapGet("/health", Ready).AllowAnonymous().ExcludeFromDescription();
    }

    private static async Task<IResult> Ready(LadderContext db, CancellationToken cancel) =>
        await db.Database.CanConnectAsync(cancel)
            ? Results.Text("well")
            : Results.StatusCode(StatusCodes.Status503ServiceUnavailable);
}
