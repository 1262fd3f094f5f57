using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>All that a student was exposed to: how often, at which stage, on which side, by whom.</summary>
public sealed class TaughtModel(OwnSchool own, TimeProvider time, ProgressBook progress, StudentBook students)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public string Name { get; private set; } = "";
    public List<TaughtBy> Items { get; private set; } = [];
    public SchoolFacts Own { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (await students.Find(Id, Cancel) is not { } student)
            return NotFound();
        Name = student.ShownName;
        Items = await progress.TaughtTo(Id, Cancel);
        (Own, Naming) = (await Facts(), (await Words()).Naming);
        return Page();
    }
}
