using System.Text;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A sheet in open formats: as text, as JSON, its picture, and as it was pasted.</summary>
public sealed class FilesModel(OwnSchool own, TimeProvider time, SheetDesk desk, LessonSheets sheets)
    : SheetRoom(own, time, desk)
{
    public async Task<IActionResult> OnGetTextAsync() =>
        await sheets.Open(Id, Cancel) is { } sheet
            ? File(
                Encoding.UTF8.GetBytes(sheet.Text(await sheets.Reader(Cancel))),
                "text/plain; charset=utf-8",
                "sheet.txt"
            )
            : NotFound();

    public async Task<IActionResult> OnGetJsonAsync() =>
        await sheets.Open(Id, Cancel) is { } sheet
            ? File(
                Encoding.UTF8.GetBytes(LessonJson.Write(sheet.Plan)),
                "application/json; charset=utf-8",
                "sheet.json"
            )
            : NotFound();

    /// <summary>The lesson's ladder as a file of its own, with its style in it.</summary>
    public async Task<IActionResult> OnGetLadderAsync()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        Response.Headers.ContentDisposition = "attachment; filename=lesson.svg";
        var picture = Partial(
            "_LadderFile",
            new LadderPicture(sheet, LessonLadder.Of(sheet.Clock), 1) { IsStandalone = true }
        );
        picture.ContentType = "image/svg+xml; charset=utf-8";
        return picture;
    }

    public async Task<IActionResult> OnGetPastedAsync() =>
        await sheets.Pasted(Id, Cancel) is { } pasted ? Content(pasted, "text/plain; charset=utf-8") : NotFound();
}
