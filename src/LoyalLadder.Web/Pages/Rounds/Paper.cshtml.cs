using LoyalLadder.Core.Rounds;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Rounds;

/// <summary>Rounds on paper: what to call when, and what to hold.</summary>
public sealed class PaperModel(OwnSchool own, TimeProvider time, RoundsBook book) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true, Name = "")]
    public RoundsForm Form { get; set; } = new();

    public CalledRounds Made { get; private set; } = null!;

    /// <param name="kept">Kept rounds: printed with the calls that they were kept with.</param>
    public async Task<IActionResult> OnGetAsync(Guid? kept)
    {
        if (kept is { } id)
        {
            if (await book.Find(id, Cancel) is not { } found)
                return NotFound();
            (Form, Made) = (RoundsForm.Of(found.ReadAsk()), found.ReadCalls());
            return Page();
        }
        var made = await book.Make(Form.Request(), (await Words()).Naming, Cancel);
        // what stands against them is said where they are made
        if (made.Rounds is not { } rounds)
            return Redirect($"/rounds?{Form.Query()}");
        Made = rounds;
        return Page();
    }
}
