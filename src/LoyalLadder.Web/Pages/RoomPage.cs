using System.Security.Claims;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
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

    /// <summary>What the school teaches, with readers over it.</summary>
    public async Task<SchoolMaterial> Taught() => (await Facts()).Material;

    /// <summary>The words that the signed-in person reads in: their own, else the school's.</summary>
    public async Task<ReaderWords> Words()
    {
        var (school, staff) = await Facts() is var facts ? (facts.School, facts.Staff) : default;
        var person = staff.FirstOrDefault(u => u.Id.ToString() == User.FindFirstValue(ClaimTypes.NameIdentifier));
        return new ReaderWords(
            person?.Naming ?? school.Naming,
            person?.Sides ?? school.Sides,
            person?.OwnLead ?? Lead.Left
        );
    }

    public async Task<DateOnly> Today() => SchoolTime.Today(await School(), Time);

    /// <summary>Says on the next page what has happened.</summary>
    protected void Say(string words) => TempData["Said"] = words;
}

/// <summary>How somebody reads: names, sides, and the foot in front.</summary>
public sealed record ReaderWords(NamingSchool Naming, SideWords Sides, Lead Lead);
