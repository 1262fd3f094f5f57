using System.Net.ServerSentEvents;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Web.Access;

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
    public static void MapLiveNews(this WebApplication app) =>
        app.MapGet("/live", Answer).RequireAuthorization(Policies.HallToo).ExcludeFromDescription();

    private static async Task<IResult> Answer(
        Guid? lesson,
        string? from,
        LessonSheets sheets,
        LiveFeed live,
        HttpContext http
    )
    {
        if (!await IsOpen(lesson, http, sheets) || http.User.Session() is not { } session)
            return Results.NotFound();
        http.Response.Headers["X-Accel-Buffering"] = "no";
        var enters = from != "mat" && http.User.Hall() is null;
        return TypedResults.ServerSentEvents(live.Follow(lesson, enters, session, http.RequestAborted));
    }

    /// <summary>A tablet follows the lessons of its hall, a person all of their school.</summary>
    private static async Task<bool> IsOpen(Guid? lesson, HttpContext http, LessonSheets sheets) =>
        (lesson, http.User.Hall()) switch
        {
            (null, null) => true,
            (null, _) => false,
            ({ } id, { } hall) => await sheets.IsIn(id, hall, http.RequestAborted),
            ({ } id, null) => await sheets.Exists(id, http.RequestAborted),
        };

    internal static SseItem<LiveEvent> Say(string name, LiveEvent what) => new(what, name);
}
