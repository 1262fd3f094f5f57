using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Papers;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>What is printed behind a grading: certificates, labels for the belts, and for everybody what to work on.</summary>
[Authorize(Policies.Instructor)]
public sealed class CertificatesModel(
    OwnSchool own,
    TimeProvider time,
    GradingBook gradings,
    PaperBook papers,
    StudentBook students
) : RoomPage(own, time)
{
    /// <summary>What is printed.</summary>
    public enum Kind
    {
        Certificates,
        Labels,
        Work,
    }

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    [BindProperty(SupportsGet = true)]
    public Kind Print { get; set; }

    /// <summary>Certificates two to a page.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Small { get; set; }

    public Grading Grading { get; private set; } = null!;
    public PaperStyle Style { get; private set; } = null!;
    public bool HasPicture { get; private set; }

    /// <summary>Who passed and may have a certificate: everything that the rank asks for was seen.</summary>
    public IReadOnlyList<Candidate> Passed { get; private set; } = [];

    /// <summary>Who passed with things that nobody has seen, and how many of how many.</summary>
    public IReadOnlyList<(Candidate Of, int Unseen, int Asked)> Lacking { get; private set; } = [];

    /// <summary>The day has come.</summary>
    public bool IsHeld { get; private set; }
    private string SchoolName { get; set; } = "";

    public async Task<IActionResult> OnGetAsync()
    {
        if (await gradings.Find(Id, Cancel) is not var (grading, asked))
            return NotFound();
        Grading = grading;
        IsHeld = GradingDays.IsHeld(grading.On, await Today());
        var passed = grading.Candidates.FindAll(c => c.Result == GradingResult.Passed);
        var signed = (await students.Signatures([.. passed.Select(c => c.StudentId)], Cancel)).ToLookup(
            s => s.StudentId,
            s => s.RequirementId
        );
        var seen = passed.ConvertAll(c =>
            (
                Of: c,
                Unseen: Verdicts
                    .Unseen(asked[c.ToRankId], [.. c.Marks.Select(m => m.Plain())], [.. signed[c.StudentId]])
                    .Count,
                Asked: asked[c.ToRankId].Count()
            )
        );
        Passed = IsHeld ? [.. seen.Where(s => s.Unseen == 0).Select(s => s.Of)] : [];
        Lacking = seen.FindAll(s => s.Unseen > 0);
        (Style, HasPicture) = await papers.Style(Cancel);
        SchoolName = (await School()).Name;
        return Page();
    }

    public string Filled(string words, Candidate of) =>
        CertificateWords.Fill(
            words,
            new Certified(of.Student!.ShownName, of.ToRank!.Name, Grading.Track!.Name, SchoolName, Grading.On)
        );

    public static IReadOnlyList<string> ToWorkOn(Candidate of) => Verdicts.ToWorkOn(of.Marks.Select(m => m.Plain()));
}
