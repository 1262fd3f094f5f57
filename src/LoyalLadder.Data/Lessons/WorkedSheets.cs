using System.Globalization;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;

namespace LoyalLadder.Data.Lessons;

/// <summary>A sheet with what is worked out from it. Shared by who reads it, and not to be changed.</summary>
/// <param name="Sheet">Read and timed.</param>
/// <param name="Checks">What is to be said about it.</param>
/// <param name="Tally">What is worked, and how often.</param>
/// <param name="Likely">When it is likely to end; null while too little was run.</param>
/// <param name="Headline">The one figure: when it ends.</param>
/// <param name="Ladder">The lesson as a ladder along the clock.</param>
/// <param name="Comments">What was said on lines and is not settled.</param>
/// <param name="TakenOut">Many lines that were taken out at once; null where none were.</param>
public sealed record WorkedSheet(
    OpenSheet Sheet,
    IReadOnlyList<Check> Checks,
    LessonTally Tally,
    LikelyEnd? Likely,
    Headline Headline,
    LessonLadder Ladder,
    ILookup<Guid, LineComment> Comments,
    TakenOut? TakenOut
);

/// <summary>
/// Sheets as they are shown. Everybody who has a sheet open asks for it after every edit, so it is worked out once for all of them.
/// </summary>
public sealed class WorkedSheets(
    LessonSheets sheets,
    PaceBook paces,
    LineComments comments,
    SheetHistory history,
    OwnSchool own,
    SchoolCache memory,
    TimeProvider time
)
{
    /// <summary>The sheet of a lesson that is there.</summary>
    /// <param name="lesson">Which.</param>
    /// <param name="mark">How far it has come, read before.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>Null where it went meanwhile.</returns>
    public async Task<WorkedSheet?> Of(Guid lesson, SheetMark mark, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var worked = await memory.GetLatest(
            $"sheet {lesson}",
            string.Create(CultureInfo.InvariantCulture, $"{mark.Word} {today.DayNumber}"),
            CachedKind.Progress,
            async () => new Found(await Work(lesson, mark, cancel)),
            cancel
        );
        return worked.Sheet;
    }

    private sealed record Found(WorkedSheet? Sheet);

    private async Task<WorkedSheet?> Work(Guid lesson, SheetMark mark, CancellationToken cancel)
    {
        if (await sheets.Open(lesson, cancel) is not { } sheet)
            return null;
        var likely = await paces.Of(sheet, cancel);
        return new WorkedSheet(
            sheet,
            [.. sheet.Checks()],
            LessonTally.Of(sheet.Clock),
            likely,
            Headline.Of(sheet.Plan, sheet.Clock, likely),
            LessonLadder.Of(sheet.Clock),
            (mark.Said is null ? [] : await comments.Open(lesson, cancel)).ToLookup(c => c.LineId),
            await history.LastTakenOut(lesson, cancel)
        );
    }
}
