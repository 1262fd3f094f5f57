using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Tracks and their ranks.</summary>
public sealed class RanksModel(OwnSchool own, TimeProvider time, SchoolBook school, RowBook rows)
    : SchoolPage(own, time)
{
    private const string Address = "/school/ranks";

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

        public static RankForm Of(RankRow rank) =>
            new()
            {
                TrackId = rank.TrackId,
                Name = rank.Name,
                Colour = rank.Colour,
                Stripes = rank.Stripes,
            };

        public void Into(RankRow rank)
        {
            (rank.TrackId, rank.Name) = (TrackId!.Value, Name.Trim());
            (rank.Colour, rank.Stripes) = (Colour, Stripes);
        }
    }

    [BindProperty]
    public RankForm Form { get; set; } = new();

    public List<TrackRow> Tracks { get; private set; } = [];

    public List<RankRow> Archived { get; private set; } = [];
    public string? TrackName { get; private set; }
    public string? TrackProblem { get; private set; }

    public async Task OnGetAsync()
    {
        await Load();
        if (Tracks.SelectMany(t => t.Ranks).FirstOrDefault(r => r.Id == Edit) is { } rank)
            (Form, Version) = (RankForm.Of(rank), rank.Version);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        var track = Tracks.Find(t => t.Id == Form.TrackId);
        if (track is null)
            ModelState.AddModelError("Form.TrackId", Say("Choose a track."));
        if (track is null || !ModelState.IsValid)
            return Page();
        var top = track.Ranks.Select(r => r.Position + 1).DefaultIfEmpty(0).Max();
        var saved = await rows.Save(
            Edit,
            Key,
            Version,
            () => new RankRow { Name = "", Position = top },
            Form.Into,
            Cancel
        );
        return await Answer(saved, Form, RankForm.Of, "Form.", r => Tell(Say($"{r.Name} is saved."), Address));
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostTrackAsync(string? trackName, AgeBand band)
    {
        ModelState.Clear();
        await Load();
        TrackName = trackName?.Trim() ?? "";
        if (TrackName.Length == 0)
            TrackProblem = Say("Give it a name.");
        else if (TrackName.Length > 80)
            TrackProblem = Say("At most 80 characters.");
        if (TrackProblem is not null)
            return Page();
        await rows.Save<TrackRow>(
            null,
            Key,
            null,
            () => new TrackRow { Name = "", Position = Tracks.Count },
            t => (t.Name, t.Band) = (TrackName, Enum.IsDefined(band) ? band : AgeBand.Kids),
            Cancel
        );
        return Tell(Say($"{TrackName} is added."), Address);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostUsualAsync()
    {
        await school.AddUsualTracks(Cancel);
        return Tell(Say("Three tracks are there. Change names and colours to your own."), Address);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostUpAsync(Guid id)
    {
        if (await school.MoveDown(id, Cancel))
            Tell(Say("Moved."));
        return Redirect(Address);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (await school.Holders(id, Cancel) is > 0 and var holders)
            return Refuse(Say($"{Spoken.Many(holders, "student")} hold it: give them another rank first."), Address);
        return Tell(await rows.Remove<RankRow>(id, Cancel), Address);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostBringBackAsync(Guid id)
    {
        await rows.BringBack<RankRow>(id, Cancel);
        return Tell(Say("It is on the ladder again."), Address);
    }

    private async Task Load()
    {
        Tracks = await school.Tracks(Cancel);
        Archived = [.. Tracks.SelectMany(t => t.Ranks).Where(r => r.ArchivedAt is not null)];
        foreach (var track in Tracks)
            track.Ranks.RemoveAll(r => r.ArchivedAt is not null);
    }
}
