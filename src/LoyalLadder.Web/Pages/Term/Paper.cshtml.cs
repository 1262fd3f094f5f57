using System.Text;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>The map of a class to take along: on one A4, lying, as a table and as a calendar.</summary>
public sealed class PaperModel(OwnSchool own, TimeProvider time, TermBook terms, TermMaps maps, TermSolves solves)
    : TermPage(own, time, terms, maps, solves)
{
    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    public async Task<IActionResult> OnGetCsvAsync() =>
        await Load()
            ? File(Encoding.UTF8.GetBytes(TermFiles.Csv(Map)), "text/csv; charset=utf-8", "term.csv")
            : NotFound();

    public async Task<IActionResult> OnGetCalendarAsync() =>
        await Load()
            ? File(
                Encoding.UTF8.GetBytes(TermFiles.Calendar(Read, Map, await School())),
                "text/calendar; charset=utf-8",
                "term.ics"
            )
            : NotFound();
}
