using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Api;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>
/// The grading on a tablet: candidates and what they show, each examiner's marks in their own name, live and while the network is
/// away.
/// </summary>
[Authorize(Policies.Instructor)]
public sealed class TableModel(OwnSchool own, TimeProvider time, GradingBook gradings) : RoomPage(own, time)
{
    /// <summary>Marks that are sent at once when the network is back.</summary>
    private const int MostMarks = 2000;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Grading Grading { get; private set; } = null!;
    public ILookup<Guid, Requirement> Asked { get; private set; } = null!;
    public SchoolMaterial Taught { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    /// <summary>All marks, verdicts and results as they stand.</summary>
    public async Task<IActionResult> OnGetStateAsync() => await Load() ? await State() : NotFound();

    /// <summary>Keeps marks of the signed-in examiner; sent twice or late they are there once.</summary>
    [For(Role.Instructor)]
    [Takes(RequestSizes.Record)]
    public async Task<IActionResult> OnPostMarksAsync(string? marks)
    {
        if (FormJson.Read<PressedMark>(marks, MostMarks) is not { } pressed)
            return StatusCode(StatusCodes.Status422UnprocessableEntity, Say("Marks come as a list, 2,000 at most."));
        if (!await gradings.Press(Id, pressed, Cancel))
            return StatusCode(StatusCodes.Status409Conflict, Say("This grading is closed."));
        return await Load() ? await State() : NotFound();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostResultAsync(Guid candidate, GradingResult? seen, GradingResult result)
    {
        var saved = await gradings.Decide(Id, candidate, seen, result, Cancel);
        if (!await Load())
            return NotFound();
        var problem = await Problem(saved, result);
        if (IsPart)
            return problem is null ? await State() : StatusCode(StatusCodes.Status409Conflict, problem);
        if (problem is not null)
            Refuse(problem);
        return Redirect($"/gradings/{Id}/table");
    }

    /// <summary>Why a result was not given; null when it was.</summary>
    private async Task<string?> Problem(MarksSaved? saved, GradingResult mine)
    {
        if (saved is null)
            return Say("This grading is closed.");
        var by = await NameOf(saved.ById);
        return saved.TheirResult is { } theirs
            ? Say(
                $"{by} gave “{GradingWords.Of(theirs)}” meanwhile; you gave “{GradingWords.Of(mine)}”. Theirs "
                    + $"stands until you press yours once more."
            )
            : null;
    }

    private async Task<IActionResult> State()
    {
        var facts = await Facts();
        return new JsonResult(
            new
            {
                isClosed = Grading.ClosedAt is not null,
                candidates = Grading.Candidates.Select(c => new
                {
                    c.Id,
                    c.Result,
                    proposed = Verdicts.Proposed([.. Asked[c.ToRankId].Select(r => VerdictOf(c, r))]),
                    toWorkOn = Verdicts.ToWorkOn(c.Marks.Select(m => m.Plain())),
                    marks = c
                        .Marks.Where(m => m.Seen != MarkSeen.None)
                        .Select(m => new
                        {
                            m.RequirementId,
                            m.ExaminerId,
                            by = Initials(facts.NameOf(m.ExaminerId)),
                            m.Seen,
                            m.Faults,
                        }),
                    verdicts = Asked[c.ToRankId].Select(r => new { requirement = r.Id, verdict = VerdictOf(c, r) }),
                }),
            },
            FormJson.Options
        );
    }

    private static Verdict VerdictOf(Candidate candidate, Requirement asked) =>
        Verdicts.Of(asked.Signers, candidate.Marks.Where(m => m.RequirementId == asked.Id).Select(m => m.Seen));

    private static string Initials(string name) =>
        string.Concat(name.Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(2).Select(w => w[0]));

    /// <summary>What is usually wrong with it, to be marked by touch.</summary>
    public string FaultsOf(Requirement asked) =>
        string.Join(';', Taught.Catalogue.Find(asked.Learnable)?.Faults.Take(6) ?? []);

    private async Task<bool> Load()
    {
        if (await gradings.Find(Id, Cancel) is not var (grading, asked))
            return false;
        (Grading, Asked) = (grading, asked);
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        return true;
    }
}
