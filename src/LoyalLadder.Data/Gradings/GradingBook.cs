using System.Globalization;
using LoyalLadder.Core;
using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Gradings;

/// <summary>Gradings from the list of candidates to the moved ranks. Work on one grading is done one after the other.</summary>
public sealed class GradingBook(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    RankProgressBook stands,
    SyllabusBook syllabus,
    TimeProvider time
)
{
    /// <summary>For so long a grading that was closed can be taken back.</summary>
    private static readonly TimeSpan UndoFor = TimeSpan.FromDays(1);

    private static string Turn(Guid grading) => $"grading {grading}";

    public Task<List<Grading>> All(CancellationToken cancel) =>
        db
            .Gradings.AsNoTracking()
            .Include(g => g.Track)
            .Include(g => g.Candidates)
            .OrderByDescending(g => g.On)
            .Take(100)
            .ToListAsync(cancel);

    /// <summary>A grading with candidates and marks, and what their next ranks ask for; null when there is none.</summary>
    public async Task<(Grading Grading, ILookup<Guid, Requirement> Asked)?> Find(Guid id, CancellationToken cancel)
    {
        var grading = await db
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
            .FirstOrDefaultAsync(g => g.Id == id, cancel);
        if (grading is null)
            return null;
        grading.Candidates.Sort(
            (a, b) =>
                (a.ToRank!.Position, a.Student!.FirstName, a.Student.Initial).CompareTo(
                    (b.ToRank!.Position, b.Student!.FirstName, b.Student.Initial)
                )
        );
        return (grading, await Asked([.. grading.Candidates.Select(c => c.ToRankId).Distinct()], cancel));
    }

    private async Task<ILookup<Guid, Requirement>> Asked(List<Guid> ranks, CancellationToken cancel)
    {
        var ladder = await syllabus.Read(cancel);
        return ranks.SelectMany(r => ladder.Find(r)?.Requirements ?? []).ToLookup(r => r.RankId);
    }

    /// <summary>Opens a grading of a track on a day.</summary>
    public Task<RowSaved<Grading>> Open(Guid key, Guid trackId, DateOnly? on, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(key),
            async () =>
            {
                if (await db.Gradings.FirstOrDefaultAsync(g => g.Id == key, cancel) is { } already)
                    return RowSaved<Grading>.Kept(already);
                var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
                if (on is not { } day)
                    return RowSaved<Grading>.Refused("On", Say("Choose a day."));
                if (!GradingDays.MayBeHeld(day, today))
                    return RowSaved<Grading>.Refused("On", Say(GradingDays.Refusal));
                if (!await db.Tracks.AnyAsync(t => t.Id == trackId, cancel))
                    return RowSaved<Grading>.Refused("Track", Say("Choose a track."));
                var grading = new Grading
                {
                    Id = key,
                    TrackId = trackId,
                    On = day,
                };
                db.Gradings.Add(grading);
                return RowSaved<Grading>.Kept(grading);
            },
            cancel
        );

    /// <summary>Everybody of a grading's track who is not a candidate yet and has a rank to move to, the ready first.</summary>
    public async Task<List<StudentProgress>> MayJoin(Grading grading, CancellationToken cancel)
    {
        var already = grading.Candidates.Select(c => c.StudentId).ToHashSet();
        return
        [
            .. (await stands.OfTrack(grading.TrackId, cancel))
                .Where(s => s.Next is not null && !already.Contains(s.Student.Id))
                .OrderByDescending(s => s.Readiness.IsReady)
                .ThenBy(s => s.Readiness.Requirements.Count(r => !r.IsMet)),
        ];
    }

    /// <summary>Makes candidates of students; who is one already stays one.</summary>
    public Task<bool> Join(Guid gradingId, IReadOnlyCollection<Guid> students, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var grading = await db
                    .Gradings.Include(g => g.Candidates)
                    .FirstOrDefaultAsync(g => g.Id == gradingId && g.ClosedAt == null, cancel);
                if (grading is null)
                    return false;
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
                return true;
            },
            cancel
        );

    /// <summary>Takes a candidate off.</summary>
    /// <returns>What stands against it; null when it is done.</returns>
    public Task<string?> Leave(Guid gradingId, Guid candidateId, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var candidate = await db
                    .Candidates.Include(c => c.Marks)
                    .FirstOrDefaultAsync(c => c.Id == candidateId && c.GradingId == gradingId, cancel);
                if (candidate is null)
                    return null;
                if (await IsClosed(gradingId, cancel))
                    return Say("This grading is closed: its candidates stay.");
                if (candidate.Marks.Exists(m => m.Seen != MarkSeen.None))
                    return Say("An examiner has marked this candidate: give the result 'not yet' instead.");
                // what was marked and cleared again goes along
                db.GradingMarks.RemoveRange(candidate.Marks);
                db.Candidates.Remove(candidate);
                return (string?)null;
            },
            cancel
        );

    private Task<bool> IsClosed(Guid grading, CancellationToken cancel) =>
        db.Gradings.AnyAsync(g => g.Id == grading && g.ClosedAt != null, cancel);

    /// <summary>Keeps what an examiner saw of one candidate, laid over what others have kept since the sheet was opened.</summary>
    /// <param name="gradingId">The grading.</param>
    /// <param name="candidateId">The candidate.</param>
    /// <param name="seen">Requirements that were marked as met when the sheet was opened.</param>
    /// <param name="met">Those that are marked now.</param>
    /// <param name="resultSeen">The result when the sheet was opened.</param>
    /// <param name="result">The result now.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What came of it; null when the grading is closed or the candidate is gone.</returns>
    public Task<MarksSaved?> Mark(
        Guid gradingId,
        Guid candidateId,
        IReadOnlyCollection<Guid> seen,
        IReadOnlyCollection<Guid> met,
        GradingResult resultSeen,
        GradingResult result,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var candidate = await db
                    .Candidates.Include(c => c.Marks)
                    .FirstOrDefaultAsync(c => c.Id == candidateId && c.GradingId == gradingId, cancel);
                if (candidate is null || !Enum.IsDefined(result) || await IsClosed(gradingId, cancel))
                    return null;
                var mine = candidate.Marks.FindAll(m => m.ExaminerId == scope.UserId);
                var asked = (await Asked([candidate.ToRankId], cancel))[candidate.ToRankId].Select(r => r.Id).ToList();
                var marks = FormMerge<Guid, bool>.Of(
                    asked.ToDictionary(a => a, seen.Contains),
                    asked.ToDictionary(a => a, met.Contains),
                    asked.ToDictionary(a => a, a => mine.Exists(m => m.RequirementId == a && m.IsMet))
                );
                var changedBy = candidate.ChangedById;
                Keep(candidate, marks);
                var theirs = candidate.Result;
                var isClash = theirs != resultSeen && theirs != result && result != resultSeen;
                if (!isClash && result != resultSeen)
                    candidate.Result = result;
                return (MarksSaved?)new MarksSaved(isClash ? theirs : null, marks.Theirs.Count > 0, changedBy);
            },
            cancel
        );

    private void Keep(Candidate candidate, FormMerge<Guid, bool> marks)
    {
        foreach (var (requirement, isMet) in marks.Merged)
        {
            var mark = MineOf(candidate, requirement);
            // what was seen as not met stays that where the box was not touched
            if (isMet == (mark?.IsMet ?? false))
                continue;
            mark ??= Added(candidate, requirement);
            (mark.Seen, mark.At) = (isMet ? MarkSeen.Met : MarkSeen.None, time.GetUtcNow());
        }
    }

    private GradingMark? MineOf(Candidate candidate, Guid requirement) =>
        candidate.Marks.Find(m => m.RequirementId == requirement && m.ExaminerId == scope.UserId);

    private GradingMark Added(Candidate candidate, Guid requirement)
    {
        var mark = new GradingMark
        {
            CandidateId = candidate.Id,
            RequirementId = requirement,
            ExaminerId = scope.UserId,
        };
        db.GradingMarks.Add(mark);
        return mark;
    }

    /// <summary>
    /// Keeps marks that an examiner pressed, in whatever order and however often they come: of each cell the latest counts.
    /// </summary>
    /// <returns>False when the grading is closed or is not there.</returns>
    public Task<bool> Press(Guid gradingId, IReadOnlyList<PressedMark> marks, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var grading = await db
                    .Gradings.Include(g => g.Candidates)
                        .ThenInclude(c => c.Marks.Where(m => m.ExaminerId == scope.UserId))
                    .FirstOrDefaultAsync(g => g.Id == gradingId && g.ClosedAt == null, cancel);
                if (grading is null)
                    return false;
                var asked = await Asked([.. grading.Candidates.Select(c => c.ToRankId).Distinct()], cancel);
                var now = time.GetUtcNow();
                foreach (var pressed in marks.Where(m => m.Problem is null).OrderBy(m => m.At))
                {
                    var candidate = grading.Candidates.Find(c => c.Id == pressed.Candidate);
                    if (candidate is null || asked[candidate.ToRankId].All(r => r.Id != pressed.Requirement))
                        continue;
                    var mark = MineOf(candidate, pressed.Requirement);
                    if (mark is not null && mark.At >= pressed.At)
                        continue;
                    mark ??= Added(candidate, pressed.Requirement);
                    // a device's clock that runs ahead wins for no longer than until now
                    mark.At = pressed.At < now ? pressed.At.ToUniversalTime() : now;
                    (mark.Seen, mark.Faults) = (pressed.Seen, pressed.Seen == MarkSeen.NotYet ? pressed.Faults : "");
                }
                return true;
            },
            cancel
        );

    /// <summary>Gives a candidate a result.</summary>
    /// <param name="gradingId">The grading.</param>
    /// <param name="candidateId">The candidate.</param>
    /// <param name="seen">The result that stood there when it was pressed; null takes whatever stands.</param>
    /// <param name="result">The result.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>
    /// What came of it: another's result that was given meanwhile stays. Null when the grading is closed or the candidate gone.
    /// </returns>
    public Task<MarksSaved?> Decide(
        Guid gradingId,
        Guid candidateId,
        GradingResult? seen,
        GradingResult result,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var candidate = await db.Candidates.FirstOrDefaultAsync(
                    c => c.Id == candidateId && c.GradingId == gradingId && c.Grading!.ClosedAt == null,
                    cancel
                );
                if (candidate is null || !Enum.IsDefined(result))
                    return null;
                var (stands, by) = (candidate.Result, candidate.ChangedById);
                if (seen is { } known && known != stands && stands != result)
                    return new MarksSaved(stands, false, by);
                candidate.Result = result;
                return new MarksSaved(null, false, scope.UserId);
            },
            cancel
        );

    /// <summary>Moves those who passed up to their new rank.</summary>
    /// <returns>How many moved, or what stands against it.</returns>
    public Task<(int Moved, string? Problem)> Close(Guid gradingId, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var grading = await WithStudents(gradingId, cancel);
                if (grading is null or { ClosedAt: not null })
                    return (0, Say("It is closed already."));
                if (grading.Candidates.Count == 0 || grading.Candidates.Exists(c => c.Result == GradingResult.Open))
                    return (0, Say("Give every candidate a result first."));
                if (!GradingDays.IsHeld(grading.On, SchoolTime.Today((await own.Facts(cancel)).School, time)))
                    return (0, Say("Ranks move on the day of the grading, not before."));
                var passed = grading.Candidates.FindAll(c => c.Result == GradingResult.Passed);
                foreach (var candidate in passed)
                {
                    (candidate.FromRankId, candidate.FromSince) = (
                        candidate.Student!.RankId,
                        candidate.Student.RankSince
                    );
                    (candidate.Student.RankId, candidate.Student.RankSince) = (candidate.ToRankId, grading.On);
                }
                grading.ClosedAt = time.GetUtcNow();
                return (passed.Count, (string?)null);
            },
            cancel
        );

    private Task<Grading?> WithStudents(Guid id, CancellationToken cancel) =>
        db.Gradings.Include(g => g.Candidates).ThenInclude(c => c.Student).FirstOrDefaultAsync(g => g.Id == id, cancel);

    public bool CanReopen(Grading grading) => grading.ClosedAt is { } closed && time.GetUtcNow() - closed < UndoFor;

    /// <summary>Takes a closed grading back within a day: everybody has the rank again that they had before.</summary>
    public Task<bool> Reopen(Guid gradingId, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(gradingId),
            async () =>
            {
                var grading = await WithStudents(gradingId, cancel);
                if (grading is null || !CanReopen(grading))
                    return false;
                // whoever was moved by hand since keeps that
                foreach (
                    var candidate in grading.Candidates.Where(c =>
                        c.Result == GradingResult.Passed && c.Student!.RankId == c.ToRankId
                    )
                )
                    (candidate.Student!.RankId, candidate.Student.RankSince) = (
                        candidate.FromRankId,
                        candidate.FromSince
                    );
                grading.ClosedAt = null;
                return true;
            },
            cancel
        );

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
                            grading.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                        ]
                )
        );
}

/// <summary>What came of an examiner's sheet.</summary>
/// <param name="TheirResult">The result that somebody else gave meanwhile, where this one was another; null otherwise.</param>
/// <param name="HasTheirMarks">Whether somebody else's marks came in meanwhile.</param>
/// <param name="ById">Who kept something last before this.</param>
public sealed record MarksSaved(GradingResult? TheirResult, bool HasTheirMarks, Guid ById);
