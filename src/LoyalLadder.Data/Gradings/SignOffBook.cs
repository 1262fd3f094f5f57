using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Gradings;

/// <summary>Signing off in one's own name, and recording what was given.</summary>
public sealed class SignOffBook(LadderContext db, SchoolScope scope, OwnSchool own, TimeProvider time)
{
    private async Task<DateOnly> Today(CancellationToken cancel) =>
        SchoolTime.Today((await own.Facts(cancel)).School, time);

    /// <summary>Says, in the name of who is signed in, that somebody showed a requirement alone and without prompting.</summary>
    /// <returns>What stands against it; null when it is kept.</returns>
    public Task<string?> Sign(Guid studentId, Guid requirementId, CancellationToken cancel) =>
        db.RunExclusive(
            $"sign {studentId} {requirementId}",
            async () =>
            {
                var asked = await db
                    .Requirements.AsNoTracking()
                    .FirstOrDefaultAsync(r => r.Id == requirementId && r.ArchivedAt == null, cancel);
                if (asked is null || !await IsHere(studentId, cancel))
                    return Say("It is no longer there.");
                var signers = await db
                    .SignOffs.Where(s => s.StudentId == studentId && s.RequirementId == requirementId)
                    .Select(s => s.SignerId)
                    .ToListAsync(cancel);
                if (signers.Contains(scope.UserId))
                    return asked.Signers == 2 && signers.Count < 2
                        ? Say("You have signed this already; the second signature has to be somebody else's.")
                        : Say("You have signed this already.");
                if (signers.Count >= asked.Signers)
                    return Say("This is signed off already.");
                db.SignOffs.Add(
                    new SignOff
                    {
                        StudentId = studentId,
                        RequirementId = requirementId,
                        SignerId = scope.UserId,
                        On = await Today(cancel),
                    }
                );
                return (string?)null;
            },
            cancel
        );

    /// <summary>Takes back one's own signature.</summary>
    public Task<bool> TakeBack(Guid studentId, Guid requirementId, CancellationToken cancel) =>
        db.RemoveOne(
            db.SignOffs.Where(s =>
                s.StudentId == studentId && s.RequirementId == requirementId && s.SignerId == scope.UserId
            ),
            cancel
        );

    /// <summary>Records a prize or a stripe.</summary>
    /// <returns>What stands against it; null when it is kept.</returns>
    public Task<string?> Give(Guid studentId, Guid key, string? words, CancellationToken cancel)
    {
        var what = words?.Trim() ?? "";
        if (what.Length is 0 or > Award.Longest)
            return Task.FromResult<string?>(Say($"Say what was given, in at most {Award.Longest} characters."));
        return db.RunExclusive(
            $"row {key}",
            async () =>
            {
                if (!await IsHere(studentId, cancel))
                    return Say("This student is no longer there.");
                if (await db.Awards.AnyAsync(a => a.Id == key, cancel))
                    return null;
                db.Awards.Add(
                    new Award
                    {
                        Id = key,
                        StudentId = studentId,
                        Words = what,
                        On = await Today(cancel),
                    }
                );
                return (string?)null;
            },
            cancel
        );
    }

    private Task<bool> IsHere(Guid studentId, CancellationToken cancel) =>
        db.Students.AnyAsync(s => s.Id == studentId && !s.IsErased && s.ArchivedAt == null, cancel);
}
