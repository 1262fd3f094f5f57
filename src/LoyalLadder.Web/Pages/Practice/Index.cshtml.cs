using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Movement;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Figures;
using LoyalLadder.Web.Pages.Bench;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.Practice;

/// <summary>A combination to practise at home, behind a secret address that ends: steps, floor and count, and nobody's name.</summary>
[AllowAnonymous]
public sealed class IndexModel(OwnSchool own, PracticeBook practice) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Secret { get; set; } = "";

    public BenchView View { get; private set; } = null!;

    /// <summary>The last day on which the address opens.</summary>
    public DateOnly Until { get; private set; }

    public async Task<IActionResult> OnGetAsync(int beat = 1) =>
        await Load(beat) is { Trace: not null } view ? Shown(view) : NotFound();

    /// <summary>The frames of the body, slowly.</summary>
    public async Task<IActionResult> OnGetFigureAsync() =>
        await Load(1) is { Trace: { } trace }
            ? new JsonResult(FigureMotion.Of(Choreography.Of(trace, Pace.Slow)))
            : NotFound();

    private PageResult Shown(BenchView view)
    {
        View = view;
        return Page();
    }

    private async Task<BenchView?> Load(int beat)
    {
        var cancel = HttpContext.RequestAborted;
        if (await practice.Enter(Secret, cancel) is not var (combination, until))
            return null;
        var facts = await own.Facts(cancel);
        var stored = facts.Material.Combinations.FirstOrDefault(c => c.Row.Id == combination);
        if (stored?.Moves is not { } moves)
            return null;
        Until = until;
        var words = new ReaderWords(facts.School.Naming, facts.School.Sides, Lead.Left);
        var text = NotationWriter.Write(moves, words.Naming);
        return new BenchView(
            new BenchQuestion(text, words, stored.Row.LeastBand, null, beat) { With = BenchQuestion.Solo },
            facts.School,
            facts.Material
        );
    }
}
