using LoyalLadder.Data.Classes;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>Erasing who somebody is: where the name stands in other people's words, and which of them mean this person.</summary>
[Authorize(Policies.Head)]
public sealed class EraseModel(
    OwnSchool own,
    TimeProvider time,
    StudentBook students,
    StudentMentions mentions,
    StudentErasure erasure
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Student Student { get; private set; } = null!;
    public List<Mention> Mentions { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync(string? name, Guid[] meant)
    {
        if (!await Load())
            return NotFound();
        if (!string.Equals(name?.Trim(), Student.ShownName, StringComparison.OrdinalIgnoreCase))
        {
            ModelState.AddModelError("name", Say($"Type {Student.ShownName} to erase."));
            return Page();
        }
        await erasure.Begin(Id, meant, Cancel);
        Tell(
            Say(
                "Erased: out of sight at once, for good tomorrow. Until then it can be taken back under Students. "
                    + "Past lessons keep their counts, without the name."
            )
        );
        return Redirect("/people");
    }

    private async Task<bool> Load()
    {
        if (await students.Find(Id, Cancel) is not { IsErased: false } student)
            return false;
        (Student, Mentions) = (student, await mentions.Of(student.FirstName, Cancel));
        return true;
    }
}
