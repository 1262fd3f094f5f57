using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using LoyalLadder.Data;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Api;

/// <summary>What one open page hears, until it is closed, signed out, or has listened long.</summary>
public sealed class LiveFeed(
    SchoolScope scope,
    SheetPresence company,
    OwnSchool own,
    Sessions sessions,
    SchoolNewsFeed feed,
    TimeProvider time,
    IHostApplicationLifetime life
)
{
    /// <summary>A stream ends after this long and the page asks anew, so that nothing is held for a page that is long gone.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(20);

    /// <summary>Follows the school, or one lesson of it.</summary>
    /// <param name="lesson">The lesson; null for the school.</param>
    /// <param name="enters">Counts as being in its sheet.</param>
    /// <param name="session">The sign-in that it listens by.</param>
    /// <param name="gone">The page was closed.</param>
    public async IAsyncEnumerable<SseItem<LiveEvent>> Follow(
        Guid? lesson,
        bool enters,
        Guid session,
        [EnumeratorCancellation] CancellationToken gone
    )
    {
        var watch = new SheetWatch(lesson, company, own);
        using var end = CancellationTokenSource.CreateLinkedTokenSource(life.ApplicationStopping, gone);
        using var listening = feed.Listen(scope.SchoolId);
        var began = time.GetTimestamp();
        var visit = lesson is { } entered && enters ? await company.Enter(entered, gone) : (Guid?)null;
        IReadOnlyList<SchoolNews> news = [new(scope.SchoolId, NewsTopic.All, Guid.Empty)];
        try
        {
            while (!end.IsCancellationRequested && time.GetElapsedTime(began) < Longest)
            {
                if (await Hears(session, watch, news, gone) is not { } seen)
                    yield break;
                foreach (var said in seen)
                    yield return said;
                if (news.Count == 0)
                {
                    if (visit is { } mine && !await OrEnd(company.Stay(mine, gone)))
                        yield break;
                    yield return LiveNews.Say("beat", new LiveEvent());
                }
                news = await listening.Next(SheetVisit.Beat, time, end.Token);
            }
        }
        finally
        {
            if (visit is { } mine)
                await OrEnd(company.Leave(mine));
        }
    }

    /// <summary>What the page hears of the news; null when it hears no more: whoever was signed out meanwhile hears nothing.</summary>
    private async Task<List<SseItem<LiveEvent>>?> Hears(
        Guid session,
        SheetWatch watch,
        IReadOnlyList<SchoolNews> news,
        CancellationToken gone
    ) => await OrEnd(sessions.Look(session, gone).AsTask()) is null ? null : await OrEnd(watch.Look(news, gone));

    /// <summary>An answer of the database; null when it is away or the page is gone, which ends the stream: the page asks anew.</summary>
    private static async Task<T?> OrEnd<T>(Task<T> answer)
        where T : class?
    {
        try
        {
            return await answer;
        }
        catch (Exception e) when (e is OperationCanceledException || FailureResponses.IsDatabaseAway(e))
        {
            return null;
        }
    }

    /// <summary>The same of something that is only to be done.</summary>
    private static async Task<bool> OrEnd(Task done) => await OrEnd(Done(done)) is not null;

    private static async Task<object?> Done(Task done)
    {
        await done;
        return true;
    }
}
