using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

public sealed class RanksModel(LadderContext db, TimeProvider time) : SchoolPage(db, time)
{
    public sealed class RankForm
    {
        [Required(ErrorMessage = "Choose a track.")]
        public Guid? TrackId { get; set; }

        [Required(ErrorMessage = "Give it a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [
            Required(ErrorMessage = "Choose a colour."),
            RegularExpression("^#[0-9a-fA-F]{6}$", ErrorMessage = "A colour is # and six figures, such as #2f7d4b.")
        ]
        public string Colour { get; set; } = "#ffffff";

        [Range(0, 4, ErrorMessage = "0 to 4 stripes.")]
        public int Stripes { get; set; }
    }

    [BindProperty]
    public RankForm Form { get; set; } = new();

    public List<Track> Tracks { get; private set; } = [];
    public string? TrackName { get; private set; }
    public string? TrackProblem { get; private set; }

    public async Task OnGetAsync()
    {
        await Load();
        if (Tracks.SelectMany(t => t.Ranks).FirstOrDefault(r => r.Id == Edit) is { } rank)
            Form = new RankForm
            {
                TrackId = rank.TrackId,
                Name = rank.Name,
                Colour = rank.Colour,
                Stripes = rank.Stripes,
            };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (Form.TrackId is { } id && Tracks.TrueForAll(t => t.Id != id))
            ModelState.AddModelError("Form.TrackId", "Choose a track.");
        if (!ModelState.IsValid)
            return Page();
        var top = Tracks.Find(t => t.Id == Form.TrackId)!.Ranks.Select(r => r.Position + 1).DefaultIfEmpty(0).Max();
        var rank = await RowOrNew(Db.Ranks, () => new Rank { Name = "", Position = top });
        (rank.TrackId, rank.Name, rank.Colour, rank.Stripes) = (
            Form.TrackId!.Value,
            Form.Name.Trim(),
            Form.Colour,
            Form.Stripes
        );
        return await Save($"{rank.Name} is saved.", "/school/ranks");
    }

    public async Task<IActionResult> OnPostTrackAsync(string? trackName, AgeBand band)
    {
        ModelState.Clear();
        await Load();
        (TrackName, TrackProblem) = (
            trackName,
            string.IsNullOrWhiteSpace(trackName) ? "Give it a name."
            : trackName.Length > 80 ? "At most 80 characters."
            : null
        );
        if (TrackProblem is not null)
            return Page();
        Db.Tracks.Add(
            new Track
            {
                Name = trackName!.Trim(),
                Band = Enum.IsDefined(band) ? band : AgeBand.Kids,
                Position = Tracks.Count,
            }
        );
        return await Save($"{trackName.Trim()} is added.", "/school/ranks");
    }

    public async Task<IActionResult> OnPostUsualAsync()
    {
        if (!await Db.Tracks.AnyAsync(Cancel))
            Db.Tracks.AddRange(UsualRanks.Tracks());
        return await Save("Three tracks are there. Change names and colours to your own.", "/school/ranks");
    }

    public async Task<IActionResult> OnPostUpAsync(Guid id)
    {
        var rank = await Db.Ranks.FirstOrDefaultAsync(r => r.Id == id, Cancel);
        var below = rank is null
            ? null
            : await Db
                .Ranks.Where(r => r.TrackId == rank.TrackId && r.Position < rank.Position)
                .OrderByDescending(r => r.Position)
                .FirstOrDefaultAsync(Cancel);
        if (below is null)
            return Redirect("/school/ranks");
        (rank!.Position, below.Position) = (below.Position, rank.Position);
        return await Save("Moved.", "/school/ranks");
    }

    public Task<IActionResult> OnPostRemoveAsync(Guid id) =>
        Remove(Db.Ranks, id, "/school/ranks", "This rank is still in use.");

    private async Task Load() =>
        Tracks = await Db.Tracks.AsNoTracking().Include(t => t.Ranks).OrderBy(t => t.Position).ToListAsync(Cancel);
}
