using System.Globalization;
using LoyalLadder.Core.Lessons.Documents;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>One sheet of the pile, read and not kept yet.</summary>
/// <param name="Name">Of the file.</param>
/// <param name="Title">As it would be called.</param>
/// <param name="Week">As its name or title says.</param>
/// <param name="Band">For whom.</param>
/// <param name="Text">Its words.</param>
/// <param name="Lines">How many lines it has.</param>
/// <param name="Strange">Lines that are not understood.</param>
/// <param name="Errors">What is wrong with what was typed, by field; of the file under 'File'.</param>
public sealed record FolderLook(
    string Name,
    string Title,
    int? Week,
    AgeBand Band,
    string Text,
    int Lines,
    IReadOnlyList<string> Strange,
    IReadOnlyList<(string Field, string Message)> Errors
);

/// <summary>Takes in a pile of old sheets one after another; the pile itself stays in the browser.</summary>
[Authorize(Policies.Instructor)]
[Takes(RequestSizes.Document)]
public sealed class FolderModel(OwnSchool own, TimeProvider time, LessonSheets sheets, KeptSheetBook kept)
    : RoomPage(own, time)
{
    public void OnGet() { }

    /// <summary>One file of the pile, read, with title, week and age as far as it says them.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostReadAsync(IFormFile? file)
    {
        if (file is null)
            return BadRequest();
        using var bytes = new MemoryStream();
        await file.CopyToAsync(bytes, Cancel);
        var read = SheetFile.Read(bytes.ToArray());
        var name = Path.GetFileName(file.FileName);
        if (read.Refusal is { } refusal)
            return Partial(
                "_FolderLook",
                new FolderLook(name, "", null, AgeBand.Adults, "", 0, [], [("File", refusal)])
            );
        var head = (await sheets.Reader(Cancel)).Read(read.Text).Plan.Head;
        var title = head.Title ?? Path.GetFileNameWithoutExtension(name).Replace('_', ' ').Trim();
        var week = WeekWords.Of(title) ?? WeekWords.Of(name);
        return await Look(name, title, week, head.Band ?? AgeBand.Teens, read.Text, []);
    }

    /// <summary>Keeps one of the pile by its week.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostKeepAsync(
        string? name,
        string? title,
        string? week,
        AgeBand band,
        string? text
    )
    {
        var age = Enum.IsDefined(band) ? band : AgeBand.Teens;
        int? number = int.TryParse(week, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : null;
        IReadOnlyList<(string, string)> errors = [("Week", Say("A week is a number, or empty."))];
        if (number is not null || string.IsNullOrWhiteSpace(week))
        {
            var draft = new KeptSheetDraft(title ?? "", age, number, text ?? "");
            var saved = await kept.Save(null, Key, null, draft, Cancel);
            if (saved.Row is { } row)
                return new JsonResult(new { kept = row.Id, title = row.Title });
            errors = saved.Errors.All;
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return await Look(name ?? "", title ?? "", number, age, text ?? "", errors);
    }

    private async Task<IActionResult> Look(
        string name,
        string title,
        int? week,
        AgeBand band,
        string text,
        IReadOnlyList<(string, string)> errors
    )
    {
        var lines = (await sheets.Reader(Cancel)).Read(text).Plan.Lines.ToList();
        var strange = lines.Where(l => !l.IsUnderstood).Select(l => l.Content).ToList();
        return Partial("_FolderLook", new FolderLook(name, title, week, band, text, lines.Count, strange, errors));
    }
}
