using System.Text;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Api;

/// <summary>The timetable as iCalendar: for whoever is signed in, and by token for programs.</summary>
public static class CalendarApi
{
    public static void MapCalendar(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/calendar/{secret}.ics", Subscribed).AllowAnonymous().ExcludeFromDescription();
        routes.MapGet("/timetable.ics", Write).ExcludeFromDescription();
        routes
            .MapGet("/api/v1/timetable.ics", Write)
            .RequireAuthorization(Policies.Api)
            .WithSummary("The week's classes as iCalendar.")
            .Produces<string>(StatusCodes.Status200OK, "text/calendar");
    }

    /// <summary>For calendar programs, which send no headers: whoever has the address reads it.</summary>
    private static async Task<IResult> Subscribed(
        string secret,
        CalendarAddresses addresses,
        SchoolCalendar timetable,
        CancellationToken cancel
    ) =>
        await addresses.Enter(secret, cancel) is { } opened
            ? File(await timetable.Write(opened.Person, cancel))
            : Results.NotFound();

    private static async Task<IResult> Write(SchoolCalendar timetable, CancellationToken cancel) =>
        File(await timetable.Write(null, cancel));

    private static IResult File(string calendar) =>
        Results.File(Encoding.UTF8.GetBytes(calendar), "text/calendar; charset=utf-8", "timetable.ics");
}
