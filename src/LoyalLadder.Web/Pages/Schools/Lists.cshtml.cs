using System.Text;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The school's lists as CSV: out at once, in after a look at what would change.</summary>
[Takes(RequestSizes.List)]
public sealed class ListsModel(OwnSchool own, TimeProvider time, SchoolLists lists) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public string? List { get; set; }

    public ListKind? Kind { get; private set; }

    public string Text { get; private set; } = "";

    public ListOutcome? Outcome { get; private set; }

    public string? Problem { get; private set; }

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        Kind = SchoolLists.Kind(List);
        if (List is not null && Kind is null)
            context.Result = NotFound();
    }

    /// <summary>Drills and students are the instructors' to keep, everything else is the head's.</summary>
    public bool MayTake(ListKind kind) => kind.CanBeTaken && (kind.Key is "students" or "drills" ? CanPlan : IsHead);

    public void OnGet() { }

    public async Task<IActionResult> OnGetCsvAsync() =>
        Kind is null ? NotFound()
        // names of children are for those who teach them
        : Kind.Key == "students" && !CanPlan ? Forbid()
        : File(Encoding.UTF8.GetBytes(await lists.Write(Kind, Cancel)), "text/csv; charset=utf-8", $"{Kind.Key}.csv");

    /// <summary>Shows what the list would change; nothing is changed yet.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(IFormFile? file, string? text)
    {
        if (Kind is null)
            return NotFound();
        if (!MayTake(Kind))
            return Forbid();
        Text = text ?? "";
        if (file is { Length: > 0 })
        {
            if (file.Length > CsvTable.MostBytes)
            {
                Problem = Say(
                    $"The file has {file.Length / 1000:N0} kB; a list may have {CsvTable.MostBytes / 1000:N0} kB."
                );
                return Page();
            }
            using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
            Text = await reader.ReadToEndAsync(Cancel);
        }
        if (string.IsNullOrWhiteSpace(Text))
            Problem = Say("Choose a file, or paste the list.");
        else
            Outcome = await lists.Look(Kind, Text, Cancel);
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTakeAsync(string? text)
    {
        if (Kind is null)
            return NotFound();
        if (!MayTake(Kind))
            return Forbid();
        Text = text ?? "";
        Outcome = await lists.Take(Kind, Text, Key, Cancel);
        if (!Outcome.CanBeTaken)
            return Page();
        Tell(
            Say(
                $"{Say(Kind.Name)}: {Outcome.Count(RowFate.New)} added, {Outcome.Count(RowFate.Changed)} changed, "
                    + $"{Outcome.Count(RowFate.Same)} as they were."
            )
        );
        return Redirect("/school/lists");
    }
}
