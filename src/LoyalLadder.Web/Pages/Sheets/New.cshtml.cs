using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Documents;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Begins a lesson from a pasted sheet, a file, or nothing.</summary>
[Authorize(Policies.Instructor)]
[Takes(RequestSizes.Document)]
public sealed class NewModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    SheetSourceBook sources,
    KeptSheetBook kept,
    SchoolBook school,
    TimetableBook timetable,
    WordBook words
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true), Required(ErrorMessage = "Choose a class.")]
    public Guid? ClassId { get; set; }

    [BindProperty(SupportsGet = true), Required(ErrorMessage = "Choose a day.")]
    public DateOnly? Date { get; set; }

    [BindProperty]
    public string? Text { get; set; }

    public List<SelectListItem> Classes { get; private set; } = [];

    /// <summary>What the sheet may begin with; null where the school has no class.</summary>
    public SheetSources? Sources { get; private set; }

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        Date ??= await Today();
        await LoadClasses();
    }

    /// <summary>How the sheet reads and what it takes, before anything is begun.</summary>
    public SheetLookAhead? Look { get; private set; }

    /// <summary>The likeliest ways to understand a marked line.</summary>
    public IReadOnlyList<Repair> Repairs(LessonLine line) => LineRepairs.Of(line, _reader!);

    private SheetReader? _reader;

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(IFormFile? file, bool empty, bool look)
    {
        await LoadClasses();
        if (file is { Length: > 0 } && string.IsNullOrWhiteSpace(Text))
            await TakeFile(file);
        else if (file is { Length: > 0 })
            ModelState.AddModelError(nameof(Text), Say("Text here and a file below: empty this box to read the file."));
        if (!empty && string.IsNullOrWhiteSpace(Text) && ModelState.IsValid)
            ModelState.AddModelError(nameof(Text), Say("Paste a sheet here, or begin with an empty one."));
        var text = empty ? null : await AsSheetText(Text);
        if (!ModelState.IsValid)
            return Page();
        if (look)
            return await ShowLook(text);
        var begun = await sheets.Begin(Key, ClassId!.Value, Date!.Value, text, Cancel);
        if (begun.Lesson is { } lesson)
        {
            if (begun.Differences is { Count: > 0 } differences)
                Tell(string.Join('\n', differences));
            return Redirect($"/sheets/{lesson.Id}");
        }
        ShowErrors(begun.Errors);
        return Page();
    }

    /// <summary>Says what a marked line means, and looks again: a word for the whole school, all else for every line like it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMendAsync(int line, RepairKind kind, string? word, string? says)
    {
        await LoadClasses();
        if (!ModelState.IsValid)
            return Page();
        if (kind == RepairKind.Means)
            ShowErrors(await words.Mean(word, says, Cancel));
        else
            Rewrite(line, RepairsModel.TextOf(kind, says ?? ""));
        ModelState.Remove(nameof(Text));
        return await ShowLook(Text);
    }

    private void Rewrite(int number, string becomes)
    {
        var lines = (Text ?? "").ReplaceLineEndings("\n").Split('\n');
        if (number < 1 || number > lines.Length)
            return;
        var was = lines[number - 1].Trim();
        Text = string.Join('\n', lines.Select(l => l.Trim() == was ? becomes : l));
    }

    private async Task<IActionResult> ShowLook(string? text)
    {
        var (look, errors) = await sheets.LookAt(ClassId!.Value, Date!.Value, text, Cancel);
        _reader = await sheets.Reader(Cancel);
        Look = look;
        ShowErrors(errors);
        return Page();
    }

    /// <summary>JSON becomes sheet text; what is wrong with it is said beside it.</summary>
    private async Task<string?> AsSheetText(string? text)
    {
        if (text?.TrimStart().StartsWith('{') != true)
            return text;
        var reader = await sheets.Reader(Cancel);
        var (plan, errors) = new LessonJson(reader).Read(text);
        foreach (var (place, message) in errors.Take(5))
            ModelState.AddModelError(nameof(Text), $"{place}: {message}");
        return plan is null ? null : new SheetWriter(reader).Write(plan);
    }

    /// <summary>What a sheet of that class on that day may begin with, for a page on which another was chosen.</summary>
    public async Task<IActionResult> OnGetSourcesAsync()
    {
        ModelState.Clear();
        await LoadClasses();
        return Partial("_Sources", Sources);
    }

    /// <summary>Begins with the lines of another lesson or of a kept sheet.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostFromAsync(Guid source)
    {
        await LoadClasses();
        if (!ModelState.IsValid)
            return Page();
        var plan = await PlanOf(source);
        if (plan is null)
            return NotFound();
        var begun = await sheets.BeginFrom(Key, ClassId!.Value, Date!.Value, plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors);
        return Page();
    }

    private async Task<LessonPlan?> PlanOf(Guid source)
    {
        if (await sheets.Open(source, Cancel) is { } sheet)
            return sheet.Plan;
        return await kept.Find(source, Cancel) is { } sheetKept
            ? (await sheets.Reader(Cancel)).Read(sheetKept.Text).Plan
            : null;
    }

    private async Task TakeFile(IFormFile file)
    {
        using var bytes = new MemoryStream();
        await file.CopyToAsync(bytes, Cancel);
        var read = SheetFile.Read(bytes.ToArray());
        if (read.Refusal is { } refusal)
            ModelState.AddModelError(nameof(Text), refusal);
        else
            Text = read.Text;
    }

    private async Task LoadClasses()
    {
        var groups = await school.Classes(Cancel);
        Classes = ClassChoice.Of(groups, await timetable.MeetingsByClass(Cancel));
        if (groups.Count == 0)
            return;
        ClassId ??= groups[0].Id;
        Sources = await sources.For(ClassId.Value, Date ?? await Today(), Cancel);
    }
}
