using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>A word from one instructor to the others on a line of a sheet. Who said it and when are the row's own stamp.</summary>
public sealed class LineComment : SchoolRow
{
    public const int Longest = 600;

    public Guid LessonId { get; set; }
    public Guid LineId { get; set; }
    public required string Words { get; set; }
    public DateTimeOffset SaidAt { get; set; }
    public Guid SaidById { get; set; }

    /// <summary>Set when somebody has dealt with it; it stays in the sheet's history.</summary>
    public DateTimeOffset? SettledAt { get; set; }
}

/// <summary>Comments on the lines of sheets.</summary>
public sealed class LineComments(LadderContext db, SchoolScope scope, TimeProvider time)
{
    /// <summary>Those of a sheet that nobody has settled, oldest first.</summary>
    public ValueTask<List<LineComment>> Open(Guid lessonId, CancellationToken cancel) =>
        OpenOn(db, lessonId).ToListAsync(cancel);

    private static readonly Func<LadderContext, Guid, IAsyncEnumerable<LineComment>> OpenOn = EF.CompileAsyncQuery(
        (LadderContext db, Guid lesson) =>
            db
                .LineComments.AsNoTracking()
                .Where(c => c.LessonId == lesson && c.SettledAt == null)
                .OrderBy(c => c.SaidAt)
                .ThenBy(c => c.Id)
                .AsQueryable()
    );

    /// <summary>Says something on a line.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="lineId">The line.</param>
    /// <param name="key">The key of the post: sent twice it is said once.</param>
    /// <param name="words">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What is wrong with it, or null when it is kept.</returns>
    public Task<string?> Say(Guid lessonId, Guid lineId, Guid key, string? words, CancellationToken cancel)
    {
        var said = (words ?? "").Trim();
        if (said.Length == 0)
            return Task.FromResult<string?>(Wording.Say("Type what the others should know."));
        if (said.Length > LineComment.Longest)
            return Task.FromResult<string?>(
                Wording.Say($"A comment may have {LineComment.Longest} characters; this has {said.Length}.")
            );
        return db.RunExclusive(
            $"row {key}",
            async () =>
            {
                if (await db.LineComments.AnyAsync(c => c.Id == key, cancel))
                    return null;
                var line = db.SheetLines.Where(l => l.LessonId == lessonId && l.Id == lineId && l.RemovedAt == null);
                if (!await line.AnyAsync(cancel))
                    return Wording.Say("That line is no longer there; somebody took it out.");
                db.LineComments.Add(
                    new LineComment
                    {
                        Id = key,
                        LessonId = lessonId,
                        LineId = lineId,
                        Words = said,
                        SaidAt = time.GetUtcNow(),
                        SaidById = scope.UserId,
                    }
                );
                return (string?)null;
            },
            cancel
        );
    }

    /// <summary>Says that a comment is dealt with; false when it is gone or settled already.</summary>
    public Task<bool> Settle(Guid lessonId, Guid comment, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {comment}",
            async () =>
            {
                var open = await db.LineComments.FirstOrDefaultAsync(
                    c => c.LessonId == lessonId && c.Id == comment && c.SettledAt == null,
                    cancel
                );
                if (open is null)
                    return false;
                open.SettledAt = time.GetUtcNow();
                return true;
            },
            cancel
        );
}
