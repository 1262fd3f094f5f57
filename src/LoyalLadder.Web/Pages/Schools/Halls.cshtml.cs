using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

public sealed class HallsModel(LadderContext db, TimeProvider time, ComingSheets coming) : SchoolPage(db, time)
{
    public sealed class HallForm
    {
        [Required(ErrorMessage = "Give it a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [Range(
            typeof(decimal),
            "3",
            "100",
            ParseLimitsInInvariantCulture = true,
            ConvertValueInInvariantCulture = true,
            ErrorMessage = "3 to 100 metres."
        )]
        public decimal Length { get; set; } = 12;

        [Range(
            typeof(decimal),
            "2",
            "100",
            ParseLimitsInInvariantCulture = true,
            ConvertValueInInvariantCulture = true,
            ErrorMessage = "2 to 100 metres."
        )]
        public decimal Width { get; set; } = 9;

        [Range(0, 99, ErrorMessage = "0 to 99 bags.")]
        public int Bags { get; set; }
    }

    [BindProperty]
    public HallForm Form { get; set; } = new();

    public List<Hall> Halls { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Halls.Find(h => h.Id == Edit) is { } hall)
            Form = new HallForm
            {
                Name = hall.Name,
                Length = hall.LengthMetres,
                Width = hall.WidthMetres,
                Bags = hall.Bags,
            };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (!ModelState.IsValid)
            return Page();
        var hall = await RowOrNew(Db.Halls, () => new Hall { Name = "" });
        (hall.Name, hall.LengthMetres, hall.WidthMetres, hall.Bags) = (
            Form.Name.Trim(),
            Form.Length,
            Form.Width,
            Form.Bags
        );
        return await SaveAndTell(coming, $"{hall.Name} is saved.", "/school/halls");
    }

    public Task<IActionResult> OnPostRemoveAsync(Guid id) =>
        Remove(Db.Halls, id, "/school/halls", "This hall is still in use.");

    private async Task Load() => Halls = await Db.Halls.AsNoTracking().OrderBy(h => h.Name).ToListAsync(Cancel);
}
