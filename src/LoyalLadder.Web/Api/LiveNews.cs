using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Web.Access;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Api;

/// <summary>What a page is told while it is open. Which of these are filled depends on the event.</summary>
/// <param name="Mark">mark: how far the sheet has come.</param>
/// <param name="By">mark: who changed it last.</param>
/// <param name="Here">here: the others who are in the sheet.</param>
public sealed record LiveEvent(string? Mark = null, string? By = null, IReadOnlyList<string>? Here = null);

/// <summary>
/// Server-sent events for open pages. <c>/live?lesson=…</c> tells of one sheet (events <c>mark</c>, <c>here</c>, <c>run</c>) and counts
/// as being in it unless <c>from=mat</c>; <c>/live</c> alone tells that something of the school changed (<c>school</c>). <c>beat</c> comes
/// now and then, so that both sides notice when the other is gone.
/// </summary>
public static class LiveNews
{
    /// <summary>A stream ends after this long and the page asks anew, so that a sign-in that was ended does not listen on.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(20);

    public static void MapLiveNews(this WebApplication app) => app.MapGet("/live", Answer).ExcludeFromDescription();

    private static async Task<IResult> Answer(
        Guid? lesson,
        string? from,
        LadderContext db,
        SheetCompany company,
        OwnSchool own,
        SchoolNewsFeed feed,
        TimeProvider time,
        IHostApplicationLifetime life,
        HttpContext http
    )
    {
        if (lesson is { } id && !await db.Lessons.AnyAsync(l => l.Id == id, http.RequestAborted))
            return Results.NotFound();
        http.Response.Headers["X-Accel-Buffering"] = "no";
        return TypedResults.ServerSentEvents(
            Follow(
                lesson,
                from != "mat",
                db.SchoolId,
                company,
                new SheetWatch(lesson, company, own),
                feed,
                time,
                life.ApplicationStopping,
                http.RequestAborted
            )
        );
    }

    private static async IAsyncEnumerable<SseItem<LiveEvent>> Follow(
        Guid? lesson,
        bool enters,
        Guid school,
        SheetCompany company,
        SheetWatch watch,
        SchoolNewsFeed feed,
        TimeProvider time,
        CancellationToken stopping,
        [EnumeratorCancellation] CancellationToken gone
    )
    {
        using var end = CancellationTokenSource.CreateLinkedTokenSource(stopping, gone);
        using var listening = feed.Listen(school);
        var began = time.GetTimestamp();
        var visit = lesson is { } entered && enters ? await company.Enter(entered, gone) : (Guid?)null;
        IReadOnlyList<SchoolNews> news = [new(school, NewsTopic.All, Guid.Empty)];
        try
        {
            while (!end.IsCancellationRequested && time.GetElapsedTime(began) < Longest)
            {
                if (await OrEnd(watch.Look(news, gone)) is not { } seen)
                    yield break;
                foreach (var said in seen)
                    yield return said;
                if (news.Count == 0)
                {
                    if (visit is { } mine && !await OrEnd(company.Stay(mine, gone)))
                        yield break;
                    yield return Say("beat", new LiveEvent());
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

    /// <summary>An answer of the database; null when it is away or the page is gone, which ends the stream: the page asks anew.</summary>
    private static async Task<T?> OrEnd<T>(Task<T> answer)
        where T : class?
    {
        try
        {
            return await answer;
        }
        catch (Exception e) when (e is OperationCanceledException || Trouble.IsDatabaseAway(e))
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

    internal static SseItem<LiveEvent> Say(string name, LiveEvent what) => new(what, name);
}
