using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.People;

/// <summary>All that a student was exposed to: how often, at which stage, on which side, by whom.</summary>
public sealed class TaughtModel(LadderContext db, TimeProvider time, ProgressBook progress) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public string Name { get; private set; } = "";
    public List<(Evidence Evidence, IReadOnlyList<(string Instructor, double Exposures)> By)> Items
    {
        get;
        private set;
    } = [];
    public SchoolMaterial Material { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (
            await Db.Students.AsNoTracking().FirstOrDefaultAsync(s => s.Id == Id && !s.IsErased, Cancel)
            is not { } student
        )
            return NotFound();
        Name = student.ShownName;
        Items = await progress.TaughtTo(Id, Cancel);
        (Material, Naming) = (await Taught(), (await Words()).Naming);
        return Page();
    }
}
