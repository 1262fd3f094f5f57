using System.Data.Common;
using LoyalLadder.Data;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Commands;

/// <summary>
/// What is looked at before the first page is served: that the database answers, that its schema is this program's own, and that
/// the login of the pages is one that the wall between schools holds.
/// </summary>
public static class StartupChecks
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);
    private static readonly TimeSpan Between = TimeSpan.FromSeconds(1);

    /// <summary>Waits for the database and looks.</summary>
    /// <returns>Why nothing is served; null when all is well.</returns>
    public static async Task<string?> WhyNot(IServiceProvider services, CancellationToken cancel)
    {
        var began = TimeProvider.System.GetTimestamp();
        while (true)
        {
            try
            {
                await using var scope = services.CreateAsyncScope();
                var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
                return await OfLogin(db, cancel) ?? await OfSchema(db, cancel);
            }
            catch (Exception e) when (IsAway(e) && TimeProvider.System.GetElapsedTime(began) < Patience)
            {
                Console.WriteLine("The database does not answer yet; waiting for it.");
                await Task.Delay(Between, cancel);
            }
            catch (Exception e) when (IsAway(e))
            {
                return $"The database does not answer: {e.GetBaseException().Message}";
            }
        }
    }

    private static bool IsAway(Exception e) =>
        Access.FailureResponses.IsDatabaseAway(e) || e is DbException { SqlState: null };

    /// <summary>A login that owns what the wall guards, or could become somebody who does, would stand outside of it.</summary>
    private static async Task<string?> OfLogin(LadderContext db, CancellationToken cancel)
    {
        var isOutside = await db
            .Database.SqlQuery<bool>(
                $"""
                SELECT r.rolsuper OR r.rolbypassrls OR r.rolcreaterole OR EXISTS (
                  SELECT FROM pg_class c WHERE c.relname = 'schools' AND c.relnamespace = 'public'::regnamespace
                    AND pg_has_role(current_user, c.relowner, 'MEMBER')) AS "Value"
                FROM pg_roles r WHERE r.rolname = current_user
                """
            )
            .SingleAsync(cancel);
        return isOutside
            ? "The pages' login owns the tables, or may become somebody who does: the wall between schools would not hold. "
                + "Give LOYALLADDER_DB the login ladder_web (deploy/roles.sql)."
            : null;
    }

    private static async Task<string?> OfSchema(LadderContext db, CancellationToken cancel)
    {
        var mine = db.Database.GetMigrations().ToList();
        List<string> theirs;
        try
        {
            theirs = [.. await db.Database.GetAppliedMigrationsAsync(cancel)];
        }
        catch (Npgsql.PostgresException e) when (e.SqlState is "42P01" or "42501")
        {
            theirs = [];
        }
        if (theirs.Except(mine).LastOrDefault() is { } newer)
            return $"The database was brought up to date by a newer program ({newer}). Start that one; this one would not understand it.";
        if (mine.Except(theirs).FirstOrDefault() is { } missing)
            return $"The database is older than this program ({missing} is missing). "
                + "Back it up, then run --migrate with LOYALLADDER_OWNER_DB set.";
        return null;
    }
}
