using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>A numbered combination or self-defence drill: its notation in the reader's words, versions, cautions, what changed.</summary>
public sealed class NumberedModel(LadderContext db, TimeProvider time, CombinationBook book) : RoomPage(db, time)
{
    public StoredMoves Stored { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public Trace? Trace { get; private set; }
    public List<CombinationChange> Changes { get; private set; } = [];
    public List<string> Cautions { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id)
    {
        var taught = await Taught();
        if (taught.Combinations.FirstOrDefault(c => c.Row.Id == id) is not { } stored)
            return NotFound();
        (Stored, Naming) = (stored, (await Words()).Naming);
        Changes = await Db
            .CombinationChanges.AsNoTracking()
            .Where(c => c.CombinationId == id)
            .OrderByDescending(c => c.ChangedAt)
            .Take(20)
            .ToListAsync(Cancel);
        if (stored.Moves is not { } moves)
            return Page();
        var tracer = taught.Tracer(Naming);
        Trace = tracer.Trace(moves, (await Words()).Lead, stored.Row.LeastBand);
        Cautions =
        [
            .. stored.Row.Cautions.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries),
            .. CombinationFacts.Of(Trace, tracer).Cautions,
        ];
        return Page();
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (!CanPlan)
            return Forbid();
        if (!await book.Remove(id, Cancel))
            return NotFound();
        Say("Taken out. Sheets that call it keep their words.");
        return Redirect("/material?show=combinations");
    }
}
