using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Gradings;

/// <summary>Signing off, gradings from the list of candidates to the moved ranks, and prizes.</summary>
public sealed class GradingBook(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    ProgressBook progress,
    RequirementBook requirements,
    TimeProvider time
)
{
    /// <summary>For so long a grading that was closed can be taken back.</summary>
    private static readonly TimeSpan UndoFor = TimeSpan.FromDays(1);

    private async Task<DateOnly> Today(CancellationToken cancel) =>
        SchoolTime.Today((await own.Facts(cancel)).School, time);

    /// <summary>Says, in the name of who is signed in, that somebody showed a requirement alone and without prompting.</summary>
    /// <returns>What stands against it; null when it is kept.</returns>
    public async Task<string?> SignOff(Guid studentId, Guid requirementId, CancellationToken cancel)
    {
        if (
            !await db.Students.AnyAsync(s => s.Id == studentId && !s.IsErased, cancel)
            || await db.Requirements.AsNoTracking().FirstOrDefaultAsync(r => r.Id == requirementId, cancel)
                is not { } asked
        )
            return "It is no longer there.";
        var signers = await db
            .SignOffs.Where(s => s.StudentId == studentId && s.RequirementId == requirementId)
            .Select(s => s.SignerId)
            .ToListAsync(cancel);
        if (signers.Contains(scope.UserId))
            return asked.Signers == 2 && signers.Count < 2
                ? "You have signed this already; the second signature has to be somebody else's."
                : "You have signed this already.";
        if (signers.Count >= asked.Signers)
            return "This is signed off already.";
        db.SignOffs.Add(
            new SignOff
            {
                StudentId = studentId,
                RequirementId = requirementId,
                SignerId = scope.UserId,
                Signer = scope.UserName,
                On = await Today(cancel),
            }
        );
        await db.SaveChangesAsync(cancel);
        return null;
    }

    /// <summary>Takes back one's own signature.</summary>
    public Task<bool> TakeBack(Guid studentId, Guid requirementId, CancellationToken cancel) =>
        db.RemoveOne(
            db.SignOffs.Where(s =>
                s.StudentId == studentId && s.RequirementId == requirementId && s.SignerId == scope.UserId
            ),
            cancel
        );

    /// <summary>Records a prize or a stripe.</summary>
    public async Task<string?> Give(Guid studentId, string? words, CancellationToken cancel)
    {
        var what = words?.Trim() ?? "";
        if (what.Length is 0 or > Award.Longest)
            return $"Say what was given, in at most {Award.Longest} characters.";
        if (!await db.Students.AnyAsync(s => s.Id == studentId && !s.IsErased, cancel))
            return "This student is no longer there.";
        db.Awards.Add(
            new Award
            {
                StudentId = studentId,
                Words = what,
                On = await Today(cancel),
            }
        );
        await db.SaveChangesAsync(cancel);
        return null;
    }

    public Task<List<Grading>> All(CancellationToken cancel) =>
        db
            .Gradings.AsNoTracking()
            .Include(g => g.Track)
            .Include(g => g.Candidates)
            .OrderByDescending(g => g.On)
            .Take(100)
            .ToListAsync(cancel);

    /// <summary>A grading with candidates, marks and what their next ranks ask for.</summary>
    public async Task<(Grading Grading, ILookup<Guid, Requirement> Asked)?> Find(Guid id, CancellationToken cancel)
    {
        if (
            await db
                .Gradings.AsNoTracking()
                .Include(g => g.Track)
                .Include(g => g.Candidates)
                    .ThenInclude(c => c.Student)
                .Include(g => g.Candidates)
                    .ThenInclude(c => c.FromRank)
                .Include(g => g.Candidates)
                    .ThenInclude(c => c.ToRank)
                .Include(g => g.Candidates)
                    .ThenInclude(c => c.Marks)
                .AsSplitQuery()
                .FirstOrDefaultAsync(g => g.Id == id, cancel)
            is not { } grading
        )
            return null;
        grading.Candidates.Sort(
            (a, b) =>
                (a.ToRank!.Position, a.Student!.FirstName, a.Student.Initial).CompareTo(
                    (b.ToRank!.Position, b.Student!.FirstName, b.Student.Initial)
                )
        );
        return (
            grading,
            (await requirements.Of([.. grading.Candidates.Select(c => c.ToRankId).Distinct()], cancel)).ToLookup(r =>
                r.RankId
            )
        );
    }

    /// <summary>Opens a grading of a track on a day.</summary>
    public async Task<(Grading? Grading, string? Problem)> Open(Guid trackId, DateOnly on, CancellationToken cancel)
    {
        var today = await Today(cancel);
        if (on < today.AddDays(-60) || on > today.AddYears(2))
            return (null, "Choose a day from two months ago to two years ahead.");
        if (!await db.Tracks.AnyAsync(t => t.Id == trackId, cancel))
            return (null, "Choose a track.");
        var grading = new Grading { TrackId = trackId, On = on };
        db.Gradings.Add(grading);
        await db.SaveChangesAsync(cancel);
        return (grading, null);
    }

    /// <summary>Everybody of a grading's track who is not a candidate yet and has a rank to move to, the ready first.</summary>
    public async Task<List<StudentStand>> MayJoin(Grading grading, CancellationToken cancel)
    {
        var already = grading.Candidates.Select(c => c.StudentId).ToHashSet();
        return
        [
            .. (await progress.StandsOfTrack(grading.TrackId, cancel))
                .Where(s => s.Next is not null && !already.Contains(s.Student.Id))
                .OrderByDescending(s => s.Readiness.IsReady)
                .ThenBy(s => s.Readiness.Requirements.Count(r => !r.IsMet)),
        ];
    }

    public async Task Join(Guid gradingId, IReadOnlyCollection<Guid> students, CancellationToken cancel)
    {
        if (
            await db
                .Gradings.Include(g => g.Candidates)
                .FirstOrDefaultAsync(g => g.Id == gradingId && g.ClosedAt == null, cancel)
            is not { } grading
        )
            return;
        foreach (var stand in (await MayJoin(grading, cancel)).Where(s => students.Contains(s.Student.Id)))
            db.Candidates.Add(
                new Candidate
                {
                    GradingId = gradingId,
                    StudentId = stand.Student.Id,
                    FromRankId = stand.Student.RankId,
                    FromSince = stand.Student.RankSince,
                    ToRankId = stand.Next!.Id,
                }
            );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Takes a candidate off, with the marks.</summary>
    public Task Leave(Guid gradingId, Guid candidateId, CancellationToken cancel) =>
        db.RemoveOne(
            db.Candidates.Include(c => c.Marks)
                .Where(c => c.Id == candidateId && c.GradingId == gradingId && c.Grading!.ClosedAt == null),
            cancel
        );

    /// <summary>Keeps what an examiner saw of one candidate.</summary>
    public async Task<bool> Mark(
        Guid gradingId,
        Guid candidateId,
        IReadOnlyCollection<Guid> met,
        GradingResult result,
        CancellationToken cancel
    )
    {
        var candidate = await db
            .Candidates.Include(c => c.Marks)
            .FirstOrDefaultAsync(
                c => c.Id == candidateId && c.GradingId == gradingId && c.Grading!.ClosedAt == null,
                cancel
            );
        if (candidate is null || !Enum.IsDefined(result))
            return false;
        candidate.Result = result;
        foreach (var asked in await requirements.Of([candidate.ToRankId], cancel))
        {
            var mark = candidate.Marks.Find(m => m.RequirementId == asked.Id);
            if (mark is null)
                db.GradingMarks.Add(mark = new GradingMark { CandidateId = candidate.Id, RequirementId = asked.Id });
            mark.IsMet = met.Contains(asked.Id);
        }
        await db.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Moves those who passed up to their new rank.</summary>
    /// <returns>How many moved; null when it is closed already or somebody has no result yet.</returns>
    public async Task<int?> Close(Guid gradingId, CancellationToken cancel)
    {
        var grading = await db
            .Gradings.Include(g => g.Candidates)
                .ThenInclude(c => c.Student)
            .FirstOrDefaultAsync(g => g.Id == gradingId && g.ClosedAt == null, cancel);
        if (
            grading is null
            || grading.Candidates.Count == 0
            || grading.Candidates.Exists(c => c.Result == GradingResult.Open)
        )
            return null;
        var moved = 0;
        foreach (var candidate in grading.Candidates.Where(c => c.Result == GradingResult.Passed))
        {
            (candidate.FromRankId, candidate.FromSince) = (candidate.Student!.RankId, candidate.Student.RankSince);
            (candidate.Student.RankId, candidate.Student.RankSince) = (candidate.ToRankId, grading.On);
            moved++;
        }
        grading.ClosedAt = time.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return moved;
    }

    public bool CanReopen(Grading grading) => grading.ClosedAt is { } closed && time.GetUtcNow() - closed < UndoFor;

    /// <summary>Takes a closed grading back within a day: everybody has the rank again that they had before.</summary>
    public async Task<bool> Reopen(Guid gradingId, CancellationToken cancel)
    {
        var grading = await db
            .Gradings.Include(g => g.Candidates)
                .ThenInclude(c => c.Student)
            .FirstOrDefaultAsync(g => g.Id == gradingId, cancel);
        if (grading is null || !CanReopen(grading))
            return false;
        // whoever was moved by hand since keeps that
        foreach (
            var candidate in grading.Candidates.Where(c =>
                c.Result == GradingResult.Passed && c.Student!.RankId == c.ToRankId
            )
        )
            (candidate.Student!.RankId, candidate.Student.RankSince) = (candidate.FromRankId, candidate.FromSince);
        grading.ClosedAt = null;
        await db.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Who passed, for whoever writes the certificates.</summary>
    public static string Certificates(Grading grading) =>
        CsvTable.Write(
            ["name", "rank", "track", "date"],
            grading
                .Candidates.Where(c => c.Result == GradingResult.Passed)
                .Select(c =>
                    (IReadOnlyList<string>)
                        [
                            c.Student!.ShownName,
                            c.ToRank!.Name,
                            grading.Track!.Name,
                            grading.On.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                        ]
                )
        );
}
