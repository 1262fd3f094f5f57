using LoyalLadder.Core.Drafting;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What the drafted lessons of a class are made of, where somebody chose it.</summary>
public sealed class LessonPartsBook(LadderContext db, LessonSheets sheets)
{
    /// <summary>The parts that were chosen; empty where the class's sheets say it.</summary>
    public async Task<IReadOnlyList<LessonPart>> Of(Guid classId, CancellationToken cancel)
    {
        var kept = await db
            .Classes.AsNoTracking()
            .Where(c => c.Id == classId)
            .Select(c => c.DraftParts)
            .FirstOrDefaultAsync(cancel);
        return kept is { Count: > 0 } ? LessonParts.Read(string.Join('\n', kept)).Parts : [];
    }

    /// <summary>Keeps what was typed; empty goes back to what the sheets have.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="seen">What was chosen when the form was filled, as <see cref="Chosen"/> writes it; null takes whatever stands.</param>
    /// <param name="typed">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What stands against it, else null.</returns>
    public async Task<string?> Keep(Guid classId, string? seen, string? typed, CancellationToken cancel)
    {
        var (parts, problem) = string.IsNullOrWhiteSpace(typed) ? ([], null) : LessonParts.Read(typed);
        if (problem is not null)
            return problem;
        return await db.RunExclusive(
            $"parts {classId}",
            async () =>
            {
                var stands = await Chosen(classId, cancel);
                if (seen is not null && Same(seen) != Same(stands) && Same(stands) != Same(LessonParts.Write(parts)))
                    return Say(
                        $"Somebody chose otherwise meanwhile: {stands.ReplaceLineEndings(", ")}. Send it once more to keep yours."
                    );
                return await Keep(classId, parts, cancel);
            },
            cancel
        );
    }

    /// <summary>What was chosen, as it is typed; empty where the class's sheets say it.</summary>
    public async Task<string> Chosen(Guid classId, CancellationToken cancel) =>
        LessonParts.Write(await Of(classId, cancel));

    private static string Same(string text) => text.ReplaceLineEndings("\n").Trim();

    /// <summary>Takes what a kept sheet is made of.</summary>
    /// <returns>What stands against it, else null.</returns>
    public async Task<string?> KeepFrom(Guid classId, Guid keptSheet, DateOnly date, CancellationToken cancel)
    {
        var text = await db.KeptSheets.Where(k => k.Id == keptSheet).Select(k => k.Text).FirstOrDefaultAsync(cancel);
        if (text is null)
            return Say("It is no longer there; somebody took it out.");
        var (look, _) = await sheets.LookAt(classId, date, text, cancel);
        if (look is null)
            return Say("This lesson is no longer there.");
        // as if it had been typed: what a sheet has may not be what a lesson needs
        return await Keep(
            classId,
            null,
            LessonParts.Write(LessonParts.Of(look.Sheet.Plan, look.Sheet.Clock.Setting)),
            cancel
        );
    }

    private async Task<string?> Keep(Guid classId, IReadOnlyList<LessonPart> parts, CancellationToken cancel)
    {
        var group = await db.Classes.FirstOrDefaultAsync(c => c.Id == classId, cancel);
        if (group is null)
            return Say("This lesson is no longer there.");
        group.DraftParts = [.. parts.Select(p => LessonParts.Write([p]))];
        await db.SaveChangesAsync(cancel);
        return null;
    }
}
