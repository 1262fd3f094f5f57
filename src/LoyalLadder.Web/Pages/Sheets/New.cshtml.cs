using System.ComponentModel.DataAnnotations;
using System.Text;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

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

    public async Task<IActionResult> OnPostAsync(IFormFile? file, bool empty)
    {
        await LoadClasses();
        var today = await Today();
        if (Date is { } date && (date < today.AddYears(-2) || date > today.AddYears(2)))
            ModelState.AddModelError(nameof(Date), "Choose a day within two years of today.");
        if (file is { Length: > 0 } && string.IsNullOrWhiteSpace(Text)) await TakeFile(file);
        if (!empty && string.IsNullOrWhiteSpace(Text) && ModelState.IsValid)
            ModelState.AddModelError(nameof(Text), "Paste a sheet here, or begin with an empty one.");
        if (!ModelState.IsValid) return Page();
        var (lesson, refusal) = await sheets.Begin(ClassId!.Value, Date!.Value, empty ? null : Text, Cancel);
        if (lesson is not null) return Redirect($"/sheets/{lesson.Id}");
        ModelState.AddModelError(refusal == "Choose a class." ? nameof(ClassId) : nameof(Text), refusal!);
        return Page();
    }

    private async Task TakeFile(IFormFile file)
    {
        if (file.Length > SheetReader.MostBytes)
        {
            ModelState.AddModelError(nameof(Text), $"The file has {file.Length / 1000:N0} kB; a sheet may have {SheetReader.MostBytes / 1000} kB.");
            return;
        }
        using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
        var read = await reader.ReadToEndAsync(Cancel);
        if (SheetReader.Refusal(read) is { } refusal) ModelState.AddModelError(nameof(Text), refusal);
        else Text = read;
    }

    private async Task LoadClasses() =>
        Classes = [.. (await Db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(Cancel)).Select(c => new SelectListItem($"{c.Name}, {c.Weekday} {Shown.Hour(c.Start)}", c.Id.ToString()))];
}
