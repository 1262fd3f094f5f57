using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>The map of a class: what is taught in which session of the term, and what it is made by.</summary>
public sealed class MapModel(
    OwnSchool own,
    TimeProvider time,
    TermBook terms,
    TermMaps maps,
    TermSolves solves,
    TermSheets sheets
) : TermPage(own, time, terms, maps, solves)
{
    [BindProperty]
    public LimitsForm Limits { get; set; } = new();

    /// <summary>What was typed to be added; empty for nothing.</summary>
    [BindProperty]
    [StringLength(100, ErrorMessage = "At most 100 characters.")]
    public string? Add { get; set; }

    /// <summary>The form that was sent and not taken; empty where none was.</summary>
    public string Tried { get; private set; } = "";

    /// <summary>Sheets by the key of their session.</summary>
    public IReadOnlyDictionary<string, Guid> Sheets { get; private set; } = new Dictionary<string, Guid>();

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        Limits = LimitsForm.Of(Read.Row);
        Sheets = await sheets.Of(Read, Cancel);
        return Page();
    }

    /// <summary>The map alone, with the best plan so far.</summary>
    public async Task<IActionResult> OnGetGridAsync()
    {
        if (!await Load())
            return NotFound();
        Sheets = await sheets.Of(Read, Cancel);
        return Partial("_Grid", this);
    }

    /// <summary>Pins something to a session, keeps it out, or neither.</summary>
    /// <param name="session">The session's key.</param>
    /// <param name="item">The learnable.</param>
    /// <param name="must">Null for neither.</param>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPinAsync(string? session, string? item, bool? must)
    {
        if (!ModelState.IsValid || !await Load())
            return NotFound();
        var rail = Map.Rails.FirstOrDefault(r => r.Thing.Learnable == item);
        var column = Map.Columns.FirstOrDefault(c => c.Key == session);
        if (rail is null || column is null || ClassTerm.Read(column.Key) is not { } at)
            return NotFound();
        if (!column.IsOpen)
            return StatusCode(StatusCodes.Status409Conflict, Say("What was is not pinned any more."));
        await Terms.Pin(Read.Term.Id, Group, at, rail.Thing.Learnable, must, Cancel);
        return IsPart ? new NoContentResult() : Redirect(Address());
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostLimitsAsync()
    {
        if (!await Load())
            return NotFound();
        if (ModelState.IsValid)
        {
            var (errors, theirs) = await Terms.SetLimits(Read.Term.Id, Group, Limits.Row(), Cancel);
            ShowErrors(errors, "Limits.");
            if (theirs is not null)
            {
                ModelState.Remove("Limits.Version");
                (var mine, Tried) = (Limits, nameof(Limits));
                Sheets = await sheets.Of(Read, Cancel);
                Limits.Version = theirs.Version;
                return await Clash(theirs.ChangedById, theirs.Version, LimitsForm.Of(theirs), mine);
            }
        }
        if (ModelState.IsValid)
            return Redirect(Address());
        return await Again(nameof(Limits));
    }

    /// <summary>What goes in, and how often; a name that was typed is added.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostThingsAsync(List<ThingField>? things)
    {
        if (!await Load())
            return NotFound();
        for (var i = 0; i < (things?.Count ?? 0); i++)
            if (things![i].Wanted is < 1 or > TermItem.MostWanted)
                ModelState.AddModelError($"Things[{i}]", Say($"1 to {TermItem.MostWanted}."));
        var added = await Added();
        if (!ModelState.IsValid)
            return await Again(nameof(ThingField));
        var left = await Terms.SetThings(Read, [.. (things ?? []).Select(t => t.Asked)], added, Cancel);
        if (left.Count > 0)
            Refuse(
                Say($"Somebody changed these meanwhile, and theirs stand: {string.Join(", ", left)}. ")
                    + Say("The others are saved as you have them.")
            );
        return Redirect(Address());
    }

    private async Task<string?> Added()
    {
        if (string.IsNullOrWhiteSpace(Add))
            return null;
        var (found, problem) = (await Material()).LearnableOf(Add, (await Words()).Naming);
        if (found is null)
            ModelState.AddModelError(nameof(Add), problem ?? Say("There is no such thing."));
        return found;
    }

    private async Task<IActionResult> Again(string tried)
    {
        Tried = tried;
        if (tried != nameof(Limits))
            Limits = LimitsForm.Of(Read.Row);
        Sheets = await sheets.Of(Read, Cancel);
        return Page();
    }
}
