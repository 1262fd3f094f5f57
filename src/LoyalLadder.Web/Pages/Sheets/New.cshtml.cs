using System.ComponentModel.DataAnnotations;
using System.Text;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Begins a lesson from a pasted sheet, a file, or nothing.</summary>
[Authorize(Policies.Instructor)]
public sealed class NewModel(LadderContext db, TimeProvider time, LessonSheets sheets) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true), Required(ErrorMessage = "Choose a class.")]
    public Guid? ClassId { get; set; }

    [BindProperty(SupportsGet = true), Required(ErrorMessage = "Choose a day.")]
    public DateOnly? Date { get; set; }

    [BindProperty]
    public string? Text { get; set; }

    public List<SelectListItem> Classes { get; private set; } = [];

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        await LoadClasses();
        Date ??= await Today();
    }

    /// <summary>How the sheet reads and what it takes, before anything is begun.</summary>
    public OpenSheet? Look { get; private set; }

    public async Task<IActionResult> OnPostAsync(IFormFile? file, bool empty, bool look)
    {
        await LoadClasses();
        if (file is { Length: > 0 } && string.IsNullOrWhiteSpace(Text))
            await TakeFile(file);
        if (!empty && string.IsNullOrWhiteSpace(Text) && ModelState.IsValid)
            ModelState.AddModelError(nameof(Text), "Paste a sheet here, or begin with an empty one.");
        if (!ModelState.IsValid)
            return Page();
        var text = empty ? null : Text;
        if (text?.TrimStart().StartsWith('{') == true)
        {
            var (plan, errors) = new LessonJson(await sheets.Reader(Cancel)).Read(text);
            foreach (var (place, message) in errors.Take(5))
                ModelState.AddModelError(nameof(Text), $"{place}: {message}");
            if (plan is null)
                return Page();
            text = new SheetWriter(await sheets.Reader(Cancel)).Write(plan);
        }
        var (sheet, refusal) = await sheets.LookAt(ClassId!.Value, Date!.Value, text, Cancel);
        if (refusal is null && look)
        {
            Look = sheet;
            return Page();
        }
        var lesson = refusal is null ? (await sheets.Begin(ClassId.Value, Date.Value, text, Cancel)).Lesson : null;
        if (lesson is not null)
            return Redirect($"/sheets/{lesson.Id}");
        ModelState.AddModelError(
            refusal?.Contains("class", StringComparison.Ordinal) == true ? nameof(ClassId)
                : refusal?.Contains("day within", StringComparison.Ordinal) == true ? nameof(Date)
                : nameof(Text),
            refusal ?? "Try once more."
        );
        return Page();
    }

    private async Task TakeFile(IFormFile file)
    {
        if (file.Length > SheetReader.MostBytes)
        {
            ModelState.AddModelError(
                nameof(Text),
                $"The file has {file.Length / 1000:N0} kB; a sheet may have {SheetReader.MostBytes / 1000} kB."
            );
            return;
        }
        using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
        var read = await reader.ReadToEndAsync(Cancel);
        if (SheetReader.Refusal(read) is { } refusal)
            ModelState.AddModelError(nameof(Text), refusal);
        else
            Text = read;
    }

    private async Task LoadClasses() => Classes = await ClassChoice.All(Db, Cancel);
}
