using System.Text.Json;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.Wall;

/// <summary>A hall's wall, for a projector: what runs there, without controls and without the name of any person.</summary>
[AllowAnonymous]
public sealed class IndexModel(OwnSchool own, TimeProvider time, WallBook walls) : PageModel
{
    /// <summary>The secret of the address; see School, Halls.</summary>
    [BindProperty(SupportsGet = true)]
    public string Secret { get; set; } = "";

    public HallCard Hall { get; private set; } = null!;

    public string WallJson { get; private set; } = "";

    private CancellationToken Cancel => HttpContext.RequestAborted;

    public async Task<IActionResult> OnGetAsync()
    {
        if (await Enter() is not { } hall)
            return NotFound();
        Hall = hall;
        WallJson = JsonSerializer.Serialize(await Told(hall), MatJson.Options);
        return Page();
    }

    /// <summary>What has changed since a screen asked last; nothing but its version where nothing has.</summary>
    public async Task<IActionResult> OnGetNowAsync(string? have)
    {
        if (await Enter() is not { } hall)
            return NotFound();
        var now = await walls.Now(hall.Id, Cancel);
        return now.Version == have
            ? new JsonResult(new { version = have, now = time.GetUtcNow().ToUnixTimeMilliseconds() })
            : new JsonResult(await Told(hall, now), MatJson.Options);
    }

    private Task<HallCard?> Enter() => walls.Enter(Secret, Cancel);

    private async Task<object> Told(HallCard hall) => await Told(hall, await walls.Now(hall.Id, Cancel));

    private async Task<object> Told(HallCard hall, WallNow now)
    {
        var school = (await own.Facts(Cancel)).School;
        return new
        {
            version = now.Version,
            now = time.GetUtcNow().ToUnixTimeMilliseconds(),
            hall = hall.Name,
            className = now.ClassName,
            run = now.Run?.Id,
            program = now.Run?.ReadProgram(),
            events = now.Events,
            bookedEnd = now.Run?.BookedEnd.ToUnixTimeMilliseconds() ?? 0,
            minutes = now.Minutes,
            words = Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, school.Counting)),
            zone = school.Zone.Id,
            next = now.Next is { } next ? new { name = next.Class, at = Shown.Hour(next.At) } : null,
        };
    }
}
