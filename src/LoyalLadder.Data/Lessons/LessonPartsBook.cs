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
    /// <returns>What stands against it, else null.</returns>
    public async Task<string?> Keep(Guid classId, string? typed, CancellationToken cancel)
    {
        var (parts, problem) = string.IsNullOrWhiteSpace(typed) ? ([], null) : LessonParts.Read(typed);
        return problem ?? await Keep(classId, parts, cancel);
    }

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
