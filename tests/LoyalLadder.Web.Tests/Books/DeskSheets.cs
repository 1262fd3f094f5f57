using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Sheets on a desk.</summary>
internal static class DeskSheets
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Begins a lesson of the Kites; its key.</summary>
    public static async Task<Guid> Begin(this Desk desk, string text, DateOnly? on = null)
    {
        var group = await desk.Db.Classes.Where(c => c.Name == "Kites").Select(c => c.Id).SingleAsync(Cancel);
        var begun = await desk.Get<LessonSheets>()
            .Begin(Guid.CreateVersion7(), group, on ?? new DateOnly(2041, 6, 6), text, Cancel);
        await desk.Save();
        return begun.Lesson!.Id;
    }

    public static async Task<List<SheetLine>> Rows(this Desk desk, Guid lesson)
    {
        desk.Db.ChangeTracker.Clear();
        return await desk
            .Db.SheetLines.AsNoTracking()
            .Where(l => l.LessonId == lesson && l.RemovedAt == null)
            .OrderBy(l => l.Place)
            .ToListAsync(Cancel);
    }

    public static async Task<string> Text(this Desk desk, Guid lesson) =>
        string.Join('|', (await desk.Rows(lesson)).Select(r => r.Text));
}
