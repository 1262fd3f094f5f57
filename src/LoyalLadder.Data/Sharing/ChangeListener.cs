using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.Extensions.Caching.Hybrid;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;
using Npgsql;

namespace LoyalLadder.Data.Sharing;

/// <summary>
/// Listens to what the database's triggers tell, so that what one process saves is known to all of them at once: it forgets what
/// is remembered and has become old, and hands the news on.
/// </summary>
public sealed partial class ChangeListener(
    RowSecurityInterceptor wall,
    SchoolNewsFeed feed,
    SchoolEditions editions,
    SessionCache sessions,
    HybridCache cache,
    ILogger<ChangeListener> log
) : BackgroundService
{
    /// <summary>The channel that the triggers tell on.</summary>
    public const string Channel = "ladder";

    private static readonly TimeSpan BeforeTryingAgain = TimeSpan.FromSeconds(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await Listen(stoppingToken);
            }
            catch (Exception e)
                when (e is NpgsqlException or IOException or TimeoutException or System.Net.Sockets.SocketException)
            {
                editions.Listening(false);
                Fell(log, e.Message);
                await Task.Delay(BeforeTryingAgain, stoppingToken)
                    .ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
        }
    }

    private async Task Listen(CancellationToken cancel)
    {
        await using var connection = new NpgsqlConnection(wall.ForListening);
        connection.Notification += (_, told) =>
        {
            if (SchoolNews.Read(told.Payload) is { } news)
                Heed(news);
        };
        await connection.OpenAsync(cancel);
        await using (var listen = new NpgsqlCommand($"LISTEN {Channel}", connection))
            await listen.ExecuteNonQueryAsync(cancel);
        editions.Listening(true);
        sessions.DropAll();
        // whatever was told while nobody listened
        Heed(new SchoolNews(Guid.Empty, NewsTopic.All, Guid.Empty));
        while (true)
            await connection.WaitAsync(cancel);
    }

    private void Heed(SchoolNews news)
    {
        Measures.News.Add(1);
        if (news.Editions is { } numbers)
        {
            var becameOld = editions.Advance(news.School, numbers);
            if (becameOld.Contains(CachedKind.Facts))
                sessions.DropOf(news.School);
            foreach (var old in becameOld)
                _ = cache.RemoveByTagAsync(SchoolCache.Tag(news.School, old)).AsTask();
        }
        if (news.Topic == NewsTopic.Session)
            sessions.Drop(news.Lesson);
        feed.Tell(news);
    }

    [LoggerMessage(LogLevel.Warning, "Live updates rest until the database answers again: {Why}")]
    private static partial void Fell(ILogger log, string why);
}
