using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Words on a line, from one instructor to the others.</summary>
public sealed class TalkModel(OwnSchool own, TimeProvider time, SheetDesk desk, LineComments comments)
    : SheetRoom(own, time, desk)
{
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSayAsync(Guid line, string? words)
    {
        if (await comments.Say(Id, line, Key, words, Cancel) is not { } problem)
            return await Answer(new SheetEdit.Saved(line));
        var deed = new SheetDeed
        {
            CommentLine = line,
            CommentText = words,
            CommentProblem = problem,
        };
        return await Answer(new SheetEdit.Refused(problem), deed, line);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSettleAsync(Guid comment, Guid line)
    {
        await comments.Settle(Id, comment, Cancel);
        return await Answer(new SheetEdit.Saved(line));
    }
}
