using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>What several people in one sheet need: each other's names, changes as they come, and words on a line.</summary>
public sealed partial class SheetModel
{
    /// <summary>How far the sheet had come when this was read.</summary>
    public string Mark { get; private set; } = "";

    /// <summary>The others who are in it.</summary>
    public List<string> Here { get; private set; } = [];

    /// <summary>What was said on lines and is not settled.</summary>
    public ILookup<Guid, LineComment> Comments { get; private set; } =
        Array.Empty<LineComment>().ToLookup(c => c.LineId);

    /// <summary>The row that is being commented on.</summary>
    public Guid? CommentLine { get; private set; }

    public string? CommentText { get; private set; }
    public string? CommentProblem { get; private set; }

    /// <summary>The live part as it is now, for a page that was told that somebody changed it.</summary>
    public async Task<IActionResult> OnGetLiveAsync(Guid? chosen)
    {
        Chosen = chosen;
        return await Load() ? Partial("_Live", this) : NotFound();
    }

    public async Task<IActionResult> OnPostSayAsync(Guid line, string? words)
    {
        CommentProblem = await comments.Say(Id, line, words, Cancel);
        if (CommentProblem is null)
            return await Answer(new SheetEdit.Saved(line));
        (CommentLine, CommentText) = (line, words);
        return await Answer(new SheetEdit.Refused(CommentProblem), line);
    }

    public async Task<IActionResult> OnPostSettleAsync(Guid comment, Guid line)
    {
        await comments.Settle(Id, comment, Cancel);
        return await Answer(new SheetEdit.Saved(line));
    }
}
