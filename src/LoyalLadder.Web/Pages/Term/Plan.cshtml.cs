using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>The plan of a term: worked out, looked at while it is, and taken or left.</summary>
public sealed class PlanModel(OwnSchool own, TimeProvider time, TermBook terms, TermMaps maps, TermSolves solves)
    : TermPage(own, time, terms, maps, solves)
{
    /// <summary>Seconds that a plan is worked on.</summary>
    private const int UsualSeconds = 20;

    /// <summary>How far the plan is that is being worked out; asked every second while it is.</summary>
    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    /// <summary>Begins to work it out; another seed comes to another plan.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(int seed = 1)
    {
        if (!await Load())
            return NotFound();
        if (await Solves.Start(Read.Term.Id, Group, UsualSeconds, seed, Cancel) is { } why)
            Refuse(why);
        return Redirect(Address());
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostStopAsync()
    {
        if (!await Load())
            return NotFound();
        await Solves.Stop(Read.Row.Id, Cancel);
        return Redirect(Address());
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTakeAsync()
    {
        if (!await Load())
            return NotFound();
        Tell(await Solves.Take(Read.Term, Group, Cancel), Say("Plan saved."), Say("There is no plan to take."));
        return Redirect(Address());
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostDropAsync()
    {
        if (!await Load())
            return NotFound();
        await Solves.Drop(Read.Row.Id, Cancel);
        return Redirect(Address());
    }
}
