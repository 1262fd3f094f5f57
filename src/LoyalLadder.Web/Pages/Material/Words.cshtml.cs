using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Words of the school's own, and what they mean.</summary>
public sealed class WordsModel(OwnSchool own, TimeProvider time, WordBook words) : RoomPage(own, time)
{
    public List<SchoolWord> All { get; private set; } = [];

    [BindProperty(SupportsGet = true)]
    public string? Word { get; set; }

    [BindProperty]
    public string? Means { get; set; }

    public async Task OnGetAsync() => All = await words.All(Cancel);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        ShowErrors(await words.Mean(Word, Means, Cancel));
        if (!ModelState.IsValid)
        {
            All = await words.All(Cancel);
            return Page();
        }
        Tell(Say($"'{Word!.Trim()}' means {Means!.Trim()} from now on, on every sheet."));
        return Redirect("/material/words");
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostForgetAsync(Guid id)
    {
        await words.Forget(id, Cancel);
        Tell(Say("Forgotten. Lines that hold the word are marked again."));
        return Redirect("/material/words");
    }
}
