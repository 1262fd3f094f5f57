using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Papers;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>What is printed behind a grading: certificates, labels for the belts, and for everybody what to work on.</summary>
[Authorize(Policies.Instructor)]
public sealed class CertificatesModel(OwnSchool own, TimeProvider time, GradingBook gradings, PaperBook papers)
    : RoomPage(own, time)
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
    public IReadOnlyList<Candidate> Passed { get; private set; } = [];
    private string SchoolName { get; set; } = "";

    public async Task<IActionResult> OnGetAsync()
    {
        if (await gradings.Find(Id, Cancel) is not var (grading, _))
            return NotFound();
        Grading = grading;
        Passed = grading.Candidates.FindAll(c => c.Result == GradingResult.Passed);
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
