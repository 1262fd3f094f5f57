using System.Net;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>A device that was made the tablet of a hall.</summary>
internal static class HallTablet
{
    /// <summary>That of the hall that a lesson is in.</summary>
    public static async Task<Visitor> Of(LadderServer server, Visitor head, string lesson)
    {
        await using var owner = server.Owner();
        var hall = await owner
            .Lessons.IgnoreQueryFilters()
            .Where(l => l.Id == Guid.Parse(lesson))
            .Select(l => l.HallId)
            .SingleAsync();
        var link = await Link(head, hall);
        var tablet = new Visitor(server.Address);
        Assert.Equal(HttpStatusCode.Redirect, (await tablet.Post(link, $"{link}?handler=Tablet")).StatusCode);
        return tablet;
    }

    /// <summary>The path of the link that makes one, used or not.</summary>
    public static async Task<string> Link(Visitor head, Guid? hall)
    {
        var made = await head.Post("/school/halls", $"/school/halls?handler=Tablet&id={hall}");
        if (made.StatusCode == HttpStatusCode.Redirect)
            made = await head.Get(made.Headers.Location!.ToString());
        return new Uri(Visitor.Read((await Visitor.Parse(made)).QuerySelector(".token-shown"))).AbsolutePath;
    }
}
