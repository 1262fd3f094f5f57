using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages;

/// <summary>What every room knows: the database as the signed-in person sees it, the school and its clock.</summary>
public abstract class RoomPage(LadderContext db, TimeProvider time) : PageModel
{
    protected LadderContext Db { get; } = db;

    protected TimeProvider Time { get; } = time;

    protected CancellationToken Cancel => HttpContext.RequestAborted;

    public bool CanPlan => User.IsAtLeast(Role.Instructor);

    public bool IsHead => User.IsAtLeast(Role.Head);

    protected bool IsPart => Request.Headers.ContainsKey("HX-Request");

    /// <summary>The school with its halls, kit and people, as they were a few seconds ago at most.</summary>
    public Task<SchoolFacts> Facts() => HttpContext.RequestServices.GetRequiredService<OwnSchool>().Facts(Cancel);

    public async Task<School> School() => (await Facts()).School;

    public async Task<DateOnly> Today() => SchoolTime.Today(await School(), Time);

    /// <summary>Says on the next page what has happened.</summary>
    protected void Say(string words) => TempData["Said"] = words;
}
