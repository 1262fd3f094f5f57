using System.Data.Common;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Upkeep;

/// <summary>
/// Answers for whoever watches over the processes: <c>/health/live</c> that this one is up, <c>/health/ready</c> (and <c>/health</c>)
/// that it can serve, which needs the database.
/// </summary>
public static class Health
{
    public static void MapHealth(this WebApplication app)
    {
        // answered before anybody is looked up: who asks has no sign-in, and up is up without a database
        app.MapGet("/health/live", () => Results.Text("up")).AllowAnonymous().ExcludeFromDescription().ShortCircuit();
        app.MapGet("/health/ready", Ready).AllowAnonymous().ExcludeFromDescription().ShortCircuit();
        app.MapGet("/health", Ready).AllowAnonymous().ExcludeFromDescription().ShortCircuit();
    }

    private static async Task<IResult> Ready(RowSecurityInterceptor wall, CancellationToken cancel)
    {
        try
        {
            await using var ask = wall.Connections.CreateCommand("SELECT 1");
            ask.CommandTimeout = SecondsToAnswer;
            await ask.ExecuteScalarAsync(cancel);
            return Results.Text("well");
        }
        catch (DbException)
        {
            return Results.Text("the database does not answer", statusCode: StatusCodes.Status503ServiceUnavailable);
        }
    }

    private const int SecondsToAnswer = 3;
}
