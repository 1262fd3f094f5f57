using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>The drills, by the part of a lesson that they belong to, with a form for one.</summary>
public sealed class DrillsModel(OwnSchool own, TimeProvider time, DrillBook drills) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    public List<Drill> Drills { get; private set; } = [];

    /// <summary>Sheets still to come that follow each drill.</summary>
    public Dictionary<Guid, int> Followers { get; private set; } = [];

    public DrillDraft Draft { get; private set; } = new("", SegmentKind.Basics, AgeBand.Kids, "", "");

    public async Task<IActionResult> OnGetAsync()
    {
        await Load();
        if (Edit is { } id)
        {
            if (Drills.Find(d => d.Id == id) is not { } drill)
                return NotFound();
            (Draft, Version) = (DraftOf(drill), drill.Version);
        }
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(
        string? name,
        SegmentKind kind,
        AgeBand leastBand,
        string? text,
        string? notes
    )
    {
        ModelState.Clear();
        Draft = new DrillDraft(
            name ?? "",
            Enum.IsDefined(kind) ? kind : SegmentKind.Other,
            Enum.IsDefined(leastBand) ? leastBand : AgeBand.Kids,
            text ?? "",
            notes ?? ""
        );
        var (saved, followed) = await drills.Save(Edit, Key, Version, Draft, Cancel);
        await Load();
        return await Answer(
            saved,
            Draft,
            DraftOf,
            "",
            drill =>
            {
                var follow = followed > 0 ? Say($"; {Spoken.Many(followed, "sheet")} to come follow it") : "";
                Tell(Say($"{drill.Name} is saved{follow}."));
                return Redirect("/material/drills");
            }
        );
    }

    private static DrillDraft DraftOf(Drill drill) =>
        new(drill.Name, drill.Kind, drill.LeastBand, drill.Text, drill.Notes);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (await drills.Remove(id, Cancel))
            Tell(Say("Taken out. Sheets keep its lines as their own."));
        return Redirect("/material/drills");
    }

    private async Task Load()
    {
        Drills = await drills.All(Cancel);
        Followers = await drills.Followers(await Today(), Cancel);
    }
}
