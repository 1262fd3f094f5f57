using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Papers;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Figures;
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
    public string SchoolName { get; private set; } = "";
    private SchoolFacts OfSchool { get; set; } = null!;
    private ILookup<Guid, Requirement> Asked { get; set; } = null!;

    public async Task<IActionResult> OnGetAsync()
    {
        if (await gradings.Find(Id, Cancel) is not var (grading, asked))
            return NotFound();
        (Grading, Asked, OfSchool) = (grading, asked, await Facts());
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
        SchoolName = OfSchool.School.Name;
        return Page();
    }

    public string Filled(string words, Candidate of) =>
        CertificateWords.Fill(
            words,
            new Certified(of.Student!.ShownName, of.ToRank!.Name, Grading.Track!.Name, SchoolName, Grading.On)
        );

    /// <summary>Who signs: whoever saw most of it, and another examiner or else the head instructor.</summary>
    public IReadOnlyList<string> SignersOf(Candidate of)
    {
        var examiners = of
            .Marks.GroupBy(m => m.ExaminerId)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key)
            .Select(g => OfSchool.Person(g.Key))
            .OfType<StaffCard>();
        var heads = OfSchool.Staff.Where(s => s is { Role: Role.Head, IsClosed: false });
        return
        [
            .. examiners
                .Concat(heads)
                .DistinctBy(s => s.Id)
                .Take(2)
                .Select(s =>
                    s.Role == Role.Head ? Say($"{s.DisplayName}, head instructor") : Say($"{s.DisplayName}, examiner")
                ),
        ];
    }

    /// <summary>A body doing something that the rank asks for, a kick where there is one; null where nothing of it can be drawn.</summary>
    public FigureStrip? FigureOf(Candidate of)
    {
        var track = Asked[of.ToRankId]
            .Select(r => OfSchool.Material.Catalogue.Find(r.Learnable))
            .OfType<Technique>()
            .OrderByDescending(t => t.IsKick)
            .Select(t => Choreography.Of(t, AgeBand.Adults))
            .FirstOrDefault(t => t is not null);
        return track?.MainStills.Take(1).ToList() is { Count: 1 } stills
            ? new FigureStrip(track, stills, FigureView.Side, HasCounts: false, of.ToRank!.Colour)
            : null;
    }

    public static IReadOnlyList<string> ToWorkOn(Candidate of) => Verdicts.ToWorkOn(of.Marks.Select(m => m.Plain()));
}
