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

    /// <summary>Rounds on a page, beside one another.</summary>
    private const int OnAPage = 3;

    /// <summary>Calls in a round from which on a page is printed closer.</summary>
    private const int Dense = 28;

    /// <summary>A page: its rounds, each call with whether something in it is held for the first time.</summary>
    public sealed record RoundsPage(IReadOnlyList<PrintedRound> Rounds)
    {
        /// <summary>Too many calls for the usual size of the words.</summary>
        public bool IsDense => Rounds.Max(r => r.Calls.Count) > Dense;
    }

    public sealed record PrintedRound(int Number, IReadOnlyList<(CalledMove Call, bool IsFirst)> Calls);

    public IEnumerable<RoundsPage> Pages =>
        Made
            .Rounds.Select((round, i) => (round, Number: i + 1))
            .Chunk(OnAPage)
            .Select(chunk =>
            {
                var said = new HashSet<string>();
                return new RoundsPage([
                    .. chunk.Select(r => new PrintedRound(
                        r.Number,
                        // said again only where something in it is held for the first time on the page
                        [
                            .. r.round.Calls.Select(c =>
                                (c, c.Holder.Split("; ").Aggregate(false, (isNew, hold) => said.Add(hold) || isNew))
                            ),
                        ]
                    )),
                ]);
            });

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
