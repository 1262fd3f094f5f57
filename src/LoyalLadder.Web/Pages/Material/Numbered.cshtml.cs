using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>A numbered combination or self-defence drill: its notation in the reader's words, versions, cautions, what changed.</summary>
public sealed class NumberedModel(
    OwnSchool own,
    TimeProvider time,
    CombinationBook book,
    SyllabusBook syllabus,
    PracticeBook practice,
    PublicAddress address
) : RoomPage(own, time)
{
    /// <summary>Addresses for practising at home that open today.</summary>
    public int HomePages { get; private set; }

    /// <summary>The address that was made just now; null for none.</summary>
    public string? HomeLink { get; private set; }

    public StoredMoves Stored { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public Trace? Trace { get; private set; }

    /// <summary>Where the frames of the body come from.</summary>
    public string FigureAddress =>
        "/figures"
        + QueryString.Create(
            new Dictionary<string, string?>
            {
                ["c"] = Stored.Moves is { } moves ? NotationWriter.Write(moves, Naming) : "",
                ["naming"] = Naming.ToString(),
                ["lead"] = Leads.Word(Trace!.Start.Lead),
                ["band"] = AgeBands.Word(Trace.Band),
                ["with"] = Trace.Setting == TraceSetting.Solo ? "solo" : "same",
            }
        );
    public SchoolFacts Own { get; private set; } = null!;

    /// <summary>The rank that asks for it.</summary>
    public Rank? Rank { get; private set; }
    public List<CombinationChange> Changes { get; private set; } = [];
    public List<string> Cautions { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id)
    {
        var taught = await Material();
        if (taught.Combinations.FirstOrDefault(c => c.Row.Id == id) is not { } stored)
            return NotFound();
        (Stored, Naming) = (stored, (await Words()).Naming);
        HomePages = CanPlan ? await practice.Open(id, Cancel) : 0;
        Changes = await book.Changes(id, Cancel);
        Own = await Facts();
        Rank = (await syllabus.Read(Cancel)).Find(stored.Row.RankId);
        if (stored.Moves is not { } moves)
            return Page();
        var tracer = taught.Tracer(Naming);
        var isForm = stored.Row.Kind == CombinationKind.Form;
        Trace = tracer.Trace(
            moves,
            new TraceAsk((await Words()).Lead, stored.Row.LeastBand)
            {
                Setting = isForm ? TraceSetting.Solo : TraceSetting.Partner,
            }
        );
        Cautions =
        [
            .. stored.Row.Cautions.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries),
            .. CombinationFacts.Of(Trace, tracer).Cautions,
        ];
        return Page();
    }

    /// <summary>Makes an address for practising at home; it is shown once.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostHomeAsync(Guid id)
    {
        if (await practice.Make(id, Cancel) is not { } secret)
            return NotFound();
        HomeLink = address.Link($"/practice/{secret}");
        return await OnGetAsync(id);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostEndHomeAsync(Guid id)
    {
        var ended = await practice.End(id, Cancel);
        Tell(Say($"{Core.Lessons.Spoken.Many(ended, "address", "addresses")} ended: nothing opens there any more."));
        return Redirect($"/material/numbered/{id}");
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (!await book.Remove(id, Cancel))
            return NotFound();
        Tell(Say("Taken out. Sheets that call it keep their words."));
        return Redirect("/material?show=combinations");
    }
}
