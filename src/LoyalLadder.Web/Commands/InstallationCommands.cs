using System.Globalization;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Commands;

/// <summary>
/// What whoever looks after an installation can ask of it on the command line, instead of starting it: <c>--migrate</c> brings the
/// database up to date, with <c>--demo</c> it also loads the demo school into an empty one, <c>--add-school NAME</c> adds a
/// school, <c>--rebuild-evidence</c> sums up all that was taught once more from the logs.
/// </summary>
public static class InstallationCommands
{
    private const int LongestName = 120;

    /// <summary>Carries out the command among the arguments.</summary>
    /// <returns>False when there is none: then the application starts.</returns>
    /// <exception cref="ArgumentException">A school is to be added and is not named.</exception>
    public static async Task<bool> Carry(
        string[] args,
        IServiceProvider services,
        IConfiguration settings,
        CancellationToken cancel
    )
    {
        await using var scope = services.CreateAsyncScope();
        var asked = scope.ServiceProvider;
        asked.GetRequiredService<LadderContext>().Database.SetCommandTimeout(LadderDatabase.WithoutAPage);
        if (args.Contains("--rebuild-evidence"))
            await RebuildEvidence(asked, cancel);
        else if (args.Contains("--add-school"))
            await AddSchool(asked, args.SkipWhile(a => a != "--add-school").ElementAtOrDefault(1), cancel);
        else if (args.Contains("--migrate"))
            await Migrate(asked, settings, args.Contains("--demo"), cancel);
        else
            return false;
        return true;
    }

    private static async Task RebuildEvidence(IServiceProvider asked, CancellationToken cancel)
    {
        var from = TimeProvider.System.GetTimestamp();
        var rows = 0;
        foreach (var school in await asked.GetRequiredService<SchoolLookup>().Schools(cancel))
        {
            asked.GetRequiredService<SchoolScope>().SchoolId = school;
            rows += await asked.GetRequiredService<EvidenceBook>().Rebuild(cancel);
        }
        var seconds = TimeProvider.System.GetElapsedTime(from).TotalSeconds;
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{rows} rows of evidence in {seconds:0.0} s"));
    }

    private static async Task AddSchool(IServiceProvider asked, string? said, CancellationToken cancel)
    {
        var name = said?.Trim() ?? "";
        if (name.Length is 0 or > LongestName || name.StartsWith("--", StringComparison.Ordinal))
            throw new ArgumentException(
                $"Name the school in at most {LongestName} characters: --add-school \"Over the Water\""
            );
        var secret = await asked.GetRequiredService<SchoolSetup>().AddSchool(name, cancel);
        Console.WriteLine($"{name} is ready. Its head instructor joins, within a week, at /join/{secret}");
    }

    private static async Task Migrate(
        IServiceProvider asked,
        IConfiguration settings,
        bool withDemo,
        CancellationToken cancel
    )
    {
        var database =
            settings["LOYALLADDER_OWNER_DB"]
            ?? throw new InvalidOperationException(
                "Set LOYALLADDER_OWNER_DB: how ladder_owner reaches the database. See deploy/roles.sql."
            );
        await LadderDatabase.Migrate(database, cancel);
        if (withDemo && await asked.GetRequiredService<DemoSchool>().LoadIntoEmpty(cancel) is { } demo)
            Console.WriteLine($"demo-token {demo.Token}");
    }
}
