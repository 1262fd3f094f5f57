using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>
/// Fills in what a typed text takes from other sheets ('as in "Week 3 sheet 1", Floor drills'): their lines as they stand now.
/// They are copied, so that a later change of the other sheet changes nothing behind the planner's back.
/// </summary>
public sealed class SheetQuotes(LadderContext db)
{
    /// <summary>The text with every call that can be met replaced by its lines; what cannot be met stays and is marked.</summary>
    public async Task<string> Filled(string text, CancellationToken cancel)
    {
        var lines = text.Split('\n');
        var calls = lines.Select(SheetCall.Read).ToList();
        if (calls.TrueForAll(c => c is null))
            return text;
        var filled = new List<string>();
        foreach (var (line, call) in lines.Zip(calls))
        {
            var texts = call is null ? [] : call.Of(await Texts(call.Title, cancel));
            if (texts.Count == 0)
                filled.Add(line);
            else
                filled.AddRange(texts);
        }
        return string.Join('\n', filled);
    }

    /// <summary>The entries of the newest lesson with a title, else of the kept sheet with it; empty for none.</summary>
    private async Task<IReadOnlyList<string>> Texts(string title, CancellationToken cancel)
    {
        var key = NameKey.Of(title);
        var lessons = await db
            .Lessons.AsNoTracking()
            .Where(l => l.Title != "")
            .OrderByDescending(l => l.Date)
            .Select(l => new { l.Id, l.Title })
            .ToListAsync(cancel);
        if (lessons.Find(l => NameKey.Of(l.Title) == key) is { } lesson)
            return await db
                .SheetLines.AsNoTracking()
                .Where(l => l.LessonId == lesson.Id && l.RemovedAt == null)
                .OrderBy(l => l.Place)
                .Select(l => l.Text)
                .ToListAsync(cancel);
        var kept = await db.KeptSheets.AsNoTracking().ToListAsync(cancel);
        return kept.Find(k => NameKey.Of(k.Title) == key)?.Text.Split('\n') ?? [];
    }
}
