using System.Text;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Api;

/// <summary>The timetable as iCalendar: for whoever is signed in, and by token for programs.</summary>
public static class CalendarApi
{
    public static void MapCalendar(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/timetable.ics", Write).ExcludeFromDescription();
        routes
            .MapGet("/api/v1/timetable.ics", Write)
            .RequireAuthorization(Policies.Api)
            .WithSummary("The week's classes as iCalendar.")
            .Produces<string>(StatusCodes.Status200OK, "text/calendar");
    }

    private static async Task<IResult> Write(SchoolCalendar timetable, CancellationToken cancel) =>
        Results.File(
            Encoding.UTF8.GetBytes(await timetable.Write(cancel)),
            "text/calendar; charset=utf-8",
            "timetable.ics"
        );
}
