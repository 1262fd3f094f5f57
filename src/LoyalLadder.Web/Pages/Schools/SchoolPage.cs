using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>A page of the School room: everybody may look, changing takes the head instructor unless the page says otherwise.</summary>
public abstract class SchoolPage(LadderContext db, TimeProvider time) : RoomPage(db, time)
{
    public virtual bool MayChange => IsHead;

    /// <summary>The row that the form holds; null for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !MayChange)
            context.Result = Forbid();
    }

    /// <summary>The row of that key, or a fresh one added to the set.</summary>
    protected async Task<T> RowOrNew<T>(DbSet<T> rows, Func<T> make)
        where T : SchoolRow
    {
        if (Edit is { } id && await rows.FirstOrDefaultAsync(r => r.Id == id, Cancel) is { } row)
            return row;
        var fresh = make();
        rows.Add(fresh);
        return fresh;
    }

    /// <summary>Removes a row; one that others still need stays, with a word why.</summary>
    protected async Task<IActionResult> Remove<T>(DbSet<T> rows, Guid id, string url, string stillNeeded)
        where T : SchoolRow
    {
        if (await rows.FirstOrDefaultAsync(r => r.Id == id, Cancel) is { } row)
        {
            rows.Remove(row);
            try
            {
                await Db.SaveChangesAsync(Cancel);
                Say("Removed.");
            }
            catch (DbUpdateException e) when (!Access.Trouble.IsDatabaseAway(e))
            {
                Say(stillNeeded);
            }
        }
        return Redirect(url);
    }

    /// <summary>Saves, and says what that does to the sheets that are still to come.</summary>
    protected async Task<IActionResult> SaveAndTell(ComingSheets coming, string said, string url)
    {
        var before = await coming.All(Cancel);
        await Db.SaveChangesAsync(Cancel);
        Say(string.Join('\n', ComingSheets.Changes(before, await coming.All(Cancel)).Prepend(said)));
        return Redirect(url);
    }

    protected async Task<IActionResult> Save(string said, string url)
    {
        await Db.SaveChangesAsync(Cancel);
        Say(said);
        return Redirect(url);
    }
}
