using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>A page of the School room: everybody may look, changing takes the head instructor unless a handler says otherwise.</summary>
public abstract class SchoolPage(OwnSchool own, TimeProvider time) : RoomPage(own, time)
{
    /// <summary>Whether the page shows its forms.</summary>
    public virtual bool MayChange => IsHead;

    /// <summary>The row that the form holds; null for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    /// <summary>Tells what has happened, and goes on.</summary>
    protected IActionResult Tell(string said, string url)
    {
        Tell(said);
        return Redirect(url);
    }

    /// <summary>Says what has happened or why nothing has, and goes on.</summary>
    protected IActionResult Tell(bool isDone, string done, string refused, string url) =>
        isDone ? Tell(done, url) : Refuse(refused, url);

    /// <summary>Says why nothing has happened, and goes on.</summary>
    protected IActionResult Refuse(string why, string url)
    {
        Refuse(why);
        return Redirect(url);
    }

    /// <summary>Tells what became of a row that was to be removed.</summary>
    protected IActionResult Tell(Removal removal, string url)
    {
        if (removal == Removal.NotThere)
            return Refuse(Say("It is no longer there."), url);
        return Tell(
            removal == Removal.Removed
                ? Say("Removed.")
                : Say("Archived, because records use it. It can be brought back below."),
            url
        );
    }

    /// <summary>Does something, and says what that does to the sheets that are still to come.</summary>
    protected async Task<T> Telling<T>(ComingSheets coming, Func<Task<T>> save, Func<T, string?> said)
    {
        var before = await coming.All(Cancel);
        var saved = await save();
        if (said(saved) is { } words)
            Tell(string.Join('\n', ComingSheets.Changes(before, await coming.All(Cancel)).Prepend(words)));
        return saved;
    }
}
