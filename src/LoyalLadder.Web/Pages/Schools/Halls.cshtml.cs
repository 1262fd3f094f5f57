using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The halls and their floors.</summary>
public sealed class HallsModel(
    OwnSchool own,
    TimeProvider time,
    SchoolBook school,
    RowBook rows,
    ComingSheets coming,
    Invitations invitations,
    Sessions sessions,
    WallBook walls,
    PublicAddress address
) : SchoolPage(own, time)
{
    private const string Address = "/school/halls";

    public sealed class HallForm
    {
        [Required(ErrorMessage = "Give it a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [
            Range(
                typeof(decimal),
                "3",
                "100",
                ParseLimitsInInvariantCulture = true,
                ConvertValueInInvariantCulture = true,
                ErrorMessage = "3 to 100 metres."
            ),
            Display(Name = "length, m")
        ]
        public decimal Length { get; set; } = 12;

        [
            Range(
                typeof(decimal),
                "2",
                "100",
                ParseLimitsInInvariantCulture = true,
                ConvertValueInInvariantCulture = true,
                ErrorMessage = "2 to 100 metres."
            ),
            Display(Name = "width, m")
        ]
        public decimal Width { get; set; } = 9;

        [Range(0, 99, ErrorMessage = "0 to 99 bags.")]
        public int Bags { get; set; }

        public static HallForm Of(Hall hall) =>
            new()
            {
                Name = hall.Name,
                Length = Trimmed(hall.LengthMetres),
                Width = Trimmed(hall.WidthMetres),
                Bags = hall.Bags,
            };

        /// <summary>The database writes 12 as 12.00.</summary>
        private static decimal Trimmed(decimal metres) => metres / 1.000000000000000000000000000000m;

        public void Into(Hall hall)
        {
            hall.Name = Name.Trim();
            (hall.LengthMetres, hall.WidthMetres) = (Length, Width);
            hall.Bags = Bags;
        }
    }

    [BindProperty]
    public HallForm Form { get; set; } = new();

    public List<Hall> Halls { get; private set; } = [];

    public List<Hall> Archived { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Halls.Find(h => h.Id == Edit) is not { } hall)
            return;
        (Form, Version) = (HallForm.Of(hall), hall.Version);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (!ModelState.IsValid)
            return Page();
        var saved = await Telling(
            coming,
            () => rows.Save(Edit, Key, Version, () => new Hall { Name = "" }, Form.Into, Cancel),
            s => s.Row is { } hall ? Say($"{hall.Name} is saved.") : null
        );
        return await Answer(saved, Form, HallForm.Of, "Form.", _ => Redirect(Address));
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id) => Tell(await rows.Remove<Hall>(id, Cancel), Address);

    [For(Role.Head)]
    public async Task<IActionResult> OnPostBringBackAsync(Guid id)
    {
        await rows.BringBack<Hall>(id, Cancel);
        return Tell(Say("It is in use again."), Address);
    }

    /// <summary>The halls' tablets that are signed in.</summary>
    public List<SignedIn> Tablets { get; private set; } = [];

    /// <summary>Where a device becomes the tablet of a hall; shown once.</summary>
    public string? TabletLink { get; private set; }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostTabletAsync(Guid id)
    {
        ModelState.Clear();
        await Load();
        if (Halls.Exists(h => h.Id == id))
            TabletLink = address.Link($"/join/{await invitations.MakeForTablet(id, Cancel)}");
        return Page();
    }

    /// <summary>The secret address of a hall's wall; shown once.</summary>
    public string? WallLink { get; private set; }

    /// <summary>Makes a hall's wall a new address; the one before opens nothing any more.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostWallAsync(Guid id)
    {
        ModelState.Clear();
        if (await walls.Renew(id, Cancel) is { } secret)
            WallLink = address.Link($"/wall/{secret}");
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostEndTabletAsync(Guid id)
    {
        await Load();
        if (Tablets.Exists(t => t.Id == id))
            await sessions.End(id, Cancel);
        return Tell(Say("That tablet is signed out."), Address);
    }

    private async Task Load()
    {
        if (IsHead)
            Tablets = await sessions.Tablets(Cancel);
        var all = await school.Halls(Cancel);
        (Halls, Archived) = (all.FindAll(h => h.ArchivedAt is null), all.FindAll(h => h.ArchivedAt is not null));
    }
}
