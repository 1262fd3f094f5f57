using LoyalLadder.Core.Drafting;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A sheet for a session, drafted: looked at, drawn again, taken.</summary>
[Authorize(Policies.Instructor)]
public sealed class DraftModel(
    OwnSchool own,
    TimeProvider time,
    DraftBook drafts,
    LessonSheets sheets,
    LessonPartsBook parts,
    KeptSheetBook keptSheets
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid ClassId { get; set; }

    [BindProperty(SupportsGet = true)]
    public DateOnly Date { get; set; }

    /// <summary>Another seed gives another sheet.</summary>
    [BindProperty(SupportsGet = true)]
    public int Seed { get; set; } = 1;

    public DraftedSheet Sheet { get; private set; } = null!;

    /// <summary>Sheets whose parts can be taken: those for the age of the class.</summary>
    public IReadOnlyList<KeptSheet> KeptSheets { get; private set; } = [];

    /// <summary>The parts as they stand in the box: what was typed where it could not be read.</summary>
    public string PartsText { get; private set; } = "";

    public string? PartsProblem { get; private set; }

    public string Address(int seed) => $"/draft?classId={ClassId}&date={Shown.Field(Date)}&seed={seed}";

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        return await Load() ? Page() : NotFound();
    }

    /// <summary>Begins the session's sheet with it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid || !await Load())
            return NotFound();
        var begun = await sheets.BeginFrom(Key, ClassId, Date, Sheet.Plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors);
        return Page();
    }

    /// <summary>Keeps what the class's lessons are made of, and drafts it so.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPartsAsync(string? text, string? seen) =>
        // an empty field means that nothing was chosen when the page was shown; no field, that nobody asked
        await Drafted(
            await parts.Keep(ClassId, Request.Form.ContainsKey("seen") ? seen ?? "" : null, text, Cancel),
            text
        );

    /// <summary>The same, as a kept sheet has it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPartsFromAsync(Guid kept) =>
        await Drafted(await parts.KeepFrom(ClassId, kept, Date, Cancel), null);

    /// <summary>What is chosen now, so that nobody writes over what somebody else chooses meanwhile.</summary>
    public string PartsSeen { get; private set; } = "";

    private async Task<IActionResult> Drafted(string? problem, string? typed)
    {
        if (problem is null)
            return Redirect(Address(Seed));
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        (PartsProblem, PartsText) = (problem, typed ?? PartsText);
        return Page();
    }

    private async Task<bool> Load()
    {
        var (sheet, _) = await drafts.Write(ClassId, Date, Seed, Cancel);
        if (sheet is null)
            return false;
        Sheet = sheet;
        PartsText = LessonParts.Write(sheet.Parts);
        PartsSeen = await parts.Chosen(ClassId, Cancel);
        var band = sheet.Lesson.Class!.Band;
        KeptSheets = [.. (await keptSheets.All(Cancel)).Where(k => k.Band == band)];
        return true;
    }
}
