using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>
/// What a line that is being typed would be, and what it may become: asked for with every key, so it reads no more
/// than it needs.
/// </summary>
public sealed class MatchesModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    OwedLines owed,
    DrillBook drills
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public QuickMatches Found { get; private set; } = null!;

    /// <summary>The heading under which the line would stand; null where there is none.</summary>
    public string? AddsTo { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? text, Guid? after)
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        var facts = sheet.Facts;
        var reader = await sheets.Reader(Cancel);
        AddsTo = new LineTarget(after).Heading(sheet, reader.ReadEntries(text ?? ""));
        Found = QuickMatches.Of(
            text ?? "",
            new MatchSources(
                sheet.Plan,
                sheet.Clock.Setting,
                reader,
                facts.Material.Catalogue,
                facts.School.Naming,
                [.. (await owed.Of([sheet.Lesson.ClassId], Cancel)).Select(o => o.Text)],
                [
                    .. facts.Material.Combinations.Select(c => new NumberedName(
                        c.Row.Number,
                        c.Row.Name,
                        c.Row.Notation
                    )),
                ],
                await drills.Names(Cancel)
            )
        );
        return Page();
    }
}
