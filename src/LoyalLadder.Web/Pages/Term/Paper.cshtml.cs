using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>The map of a class on one A4, lying.</summary>
public sealed class PaperModel(OwnSchool own, TimeProvider time, TermBook terms, TermMaps maps, TermSolves solves)
    : TermPage(own, time, terms, maps, solves)
{
    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();
}
