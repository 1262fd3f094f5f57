using System.Text;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>
/// One grading: its candidates, a sheet for each examiner, results, and the ranks moved. Instructors examine; the
/// head instructor closes.
/// </summary>
public sealed class GradingModel(OwnSchool own, TimeProvider time, GradingBook gradings) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Grading Grading { get; private set; } = null!;
    public ILookup<Guid, Requirement> Asked { get; private set; } = null!;
    public List<StudentProgress> MayJoin { get; private set; } = [];
    public SchoolMaterial Taught { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public bool CanReopen { get; private set; }

    /// <summary>Only the tables, for paper.</summary>
    public bool IsPaper { get; private set; }

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

    private string Address => $"/gradings/{Id}";

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostJoinAsync(Guid[] student)
    {
        await gradings.Join(Id, student, Cancel);
        return Redirect(Address);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostLeaveAsync(Guid candidate)
    {
        if (await gradings.Leave(Id, candidate, Cancel) is { } problem)
            Refuse(problem);
        return Redirect(Address);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMarkAsync(
        Guid candidate,
        Guid[] seen,
        Guid[] met,
        GradingResult resultSeen,
        GradingResult result
    )
    {
        var saved = await gradings.Mark(Id, candidate, seen, met, resultSeen, result, Cancel);
        var words = await Words(saved, result);
        Tell(saved is { TheirResult: null }, words, words);
        return Redirect($"{Address}#c-{candidate}");
    }

    private async Task<string> Words(MarksSaved? saved, GradingResult mine)
    {
        if (saved is null)
            return Say("This grading is closed, or the candidate is no longer in it.");
        var by = await NameOf(saved.ById);
        if (saved.TheirResult is { } theirs)
            return Say(
                $"{by} gave “{GradingWords.Of(theirs)}” meanwhile; you gave “{GradingWords.Of(mine)}”. Theirs "
                    + $"stands until you press yours once more. Your marks are kept."
            );
        return saved.HasTheirMarks ? Say($"Kept, together with what {by} marked meanwhile.") : Say("Saved.");
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostCloseAsync()
    {
        var (moved, problem) = await gradings.Close(Id, Cancel);
        Tell(
            problem is null,
            Say($"Closed; {Spoken.Many(moved, "rank")} moved. It can be taken back for a day."),
            problem ?? ""
        );
        return Redirect(Address);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostReopenAsync()
    {
        Tell(
            await gradings.Reopen(Id, Cancel),
            Say("Taken back: the ranks are as they were."),
            Say("It can no longer be taken back.")
        );
        return Redirect(Address);
    }

    /// <summary>Those who passed, as the address of their cards has them.</summary>
    public string WhoPassed =>
        string.Join(
            '&',
            Grading.Candidates.Where(c => c.Result == GradingResult.Passed).Select(c => $"who={c.StudentId}")
        );

    /// <summary>'front kick ✓'.</summary>
    public string Told(List<Requirement> asked, GradingMark mark)
    {
        var of = asked.Find(a => a.Id == mark.RequirementId);
        return $"{(of is null ? "" : Taught.NameOf(of, Naming))} {(mark.IsMet ? "✓" : "✗")}";
    }

    /// <summary>What an examiner is called today.</summary>
    public string NameOfPerson(Guid id) => OfSchool.NameOf(id);

    private SchoolFacts OfSchool { get; set; } = null!;

    private async Task<bool> Load()
    {
        OfSchool = await Facts();
        if (await gradings.Find(Id, Cancel) is not var (grading, asked))
            return false;
        (Grading, Asked) = (grading, asked);
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        CanReopen = gradings.CanReopen(grading);
        if (grading.ClosedAt is null && CanPlan && !IsPaper)
            MayJoin = await gradings.MayJoin(grading, Cancel);
        return true;
    }
}

/// <summary>Results in words.</summary>
public static class GradingWords
{
    public static string Of(GradingResult result) =>
        result switch
        {
            GradingResult.Passed => Say("passed"),
            GradingResult.NotYet => Say("not yet"),
            _ => Say("no result yet"),
        };
}
