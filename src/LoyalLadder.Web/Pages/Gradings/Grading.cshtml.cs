using System.Text;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>One grading: its candidates, a sheet for each examiner, results, and the ranks moved. Instructors examine; the head instructor closes.</summary>
public sealed class GradingModel(LadderContext db, TimeProvider time, GradingBook gradings) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Grading Grading { get; private set; } = null!;
    public ILookup<Guid, Requirement> Asked { get; private set; } = null!;
    public List<StudentStand> MayJoin { get; private set; } = [];
    public SchoolMaterial Material { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public bool CanReopen { get; private set; }

    /// <summary>Only the tables, for paper.</summary>
    public bool IsPaper { get; private set; }

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !CanPlan)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync(bool paper)
    {
        IsPaper = paper;
        return await Load() ? Page() : NotFound();
    }

    public async Task<IActionResult> OnGetCertificatesAsync() =>
        await Load()
            ? File(
                Encoding.UTF8.GetBytes(GradingBook.Certificates(Grading)),
                "text/csv; charset=utf-8",
                "certificates.csv"
            )
            : NotFound();

    public async Task<IActionResult> OnPostJoinAsync(Guid[] student)
    {
        await gradings.Join(Id, student, Cancel);
        return Redirect($"/gradings/{Id}");
    }

    public async Task<IActionResult> OnPostLeaveAsync(Guid candidate)
    {
        await gradings.Leave(Id, candidate, Cancel);
        return Redirect($"/gradings/{Id}");
    }

    public async Task<IActionResult> OnPostMarkAsync(Guid candidate, Guid[] met, GradingResult result)
    {
        Say(
            await gradings.Mark(Id, candidate, met, result, Cancel)
                ? "Kept."
                : "This grading is closed, or the candidate is no longer in it."
        );
        return Redirect($"/gradings/{Id}#c-{candidate}");
    }

    public async Task<IActionResult> OnPostCloseAsync()
    {
        if (!IsHead)
            return Forbid();
        Say(
            await gradings.Close(Id, Cancel) is { } moved
                ? $"Closed; {Shown.Many(moved, "rank")} moved. It can be taken back for a day."
                : "Give every candidate a result first."
        );
        return Redirect($"/gradings/{Id}");
    }

    public async Task<IActionResult> OnPostReopenAsync()
    {
        if (!IsHead)
            return Forbid();
        Say(
            await gradings.Reopen(Id, Cancel)
                ? "Taken back: the ranks are as they were."
                : "It can no longer be taken back."
        );
        return Redirect($"/gradings/{Id}");
    }

    private async Task<bool> Load()
    {
        if (await gradings.Find(Id, Cancel) is not var (grading, asked))
            return false;
        (Grading, Asked) = (grading, asked);
        (Material, Naming) = (await Taught(), (await Words()).Naming);
        CanReopen = gradings.CanReopen(grading);
        if (grading.ClosedAt is null && CanPlan && !IsPaper)
            MayJoin = await gradings.MayJoin(grading, Cancel);
        return true;
    }
}
