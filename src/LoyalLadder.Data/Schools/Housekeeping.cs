using LoyalLadder.Data.Doors;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;

namespace LoyalLadder.Data.Schools;

/// <summary>What has to be done now and then for every school: erasures whose hour has come, and letting go of what is old.</summary>
public sealed partial class Housekeeping(IServiceScopeFactory scopes, TimeProvider time, ILogger<Housekeeping> log)
    : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await OfAllSchools(stoppingToken);
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or InvalidOperationException or TimeoutException)
            {
                Failed(log, e.Message);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            await Task.Delay(Every, time, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private async Task OfAllSchools(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        await scope.ServiceProvider.GetRequiredService<TryLimit>().ForgetOld(cancel);
        scope.ServiceProvider.GetRequiredService<SessionCache>().Tidy();
        var schools = await scope.ServiceProvider.GetRequiredService<SchoolLookup>().Schools(cancel);
        foreach (var school in schools)
            await OfSchool(school, cancel);
    }

    private async Task OfSchool(Guid school, CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var services = scope.ServiceProvider;
        services.GetRequiredService<SchoolScope>().SchoolId = school;
        await services.GetRequiredService<StudentErasure>().CarryOut(cancel);
        await services.GetRequiredService<StudentRecords>().ForgetEnded(cancel);
        await services.GetRequiredService<AuditBook>().Forget(cancel);
        await services.GetRequiredService<Sessions>().Forget(cancel);
        await services.GetRequiredService<SignInLog>().Forget(cancel);
        var oldest = time.GetUtcNow() - KeptPost.Kept;
        await services.GetRequiredService<LadderContext>().Posts.Where(p => p.At < oldest).ExecuteDeleteAsync(cancel);
    }

    [LoggerMessage(LogLevel.Warning, "Housekeeping rests until its next hour: {Why}")]
    private static partial void Failed(ILogger log, string why);
}
