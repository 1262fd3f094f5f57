using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Joins a school by an invitation's link.</summary>
[AllowAnonymous]
public sealed class JoinModel(
    LadderContext db,
    SchoolScope scope,
    Invitations invitations,
    UserManager<AppUser> users,
    SignInManager<AppUser> signIn
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Secret { get; set; } = "";

    [
        BindProperty,
        Required(ErrorMessage = "Type your name."),
        StringLength(80, ErrorMessage = "At most 80 characters.")
    ]
    public string DisplayName { get; set; } = "";

    [
        BindProperty,
        Required(ErrorMessage = "Type your e-mail."),
        StringLength(256, ErrorMessage = "At most 256 characters."),
        EmailAddress(ErrorMessage = "This is no e-mail address; one looks like name@place.")
    ]
    public string Email { get; set; } = "";

    [
        BindProperty,
        Required(ErrorMessage = "Choose a password."),
        StringLength(200, MinimumLength = 10, ErrorMessage = "Ten to 200 characters.")
    ]
    public string Password { get; set; } = "";

    /// <summary>Null when the link no longer holds.</summary>
    public Invitation? Invitation { get; private set; }

    public string SchoolName { get; private set; } = "";

    private CancellationToken Cancel => HttpContext.RequestAborted;

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        await Load();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (Invitation is null || !ModelState.IsValid)
            return Page();
        if (!await invitations.Use(Invitation, Cancel))
        {
            Invitation = null;
            return Page();
        }
        scope.UserName = DisplayName.Trim();
        var user = new AppUser
        {
            UserName = Email.Trim(),
            Email = Email.Trim(),
            DisplayName = DisplayName.Trim(),
            Role = Invitation.Role,
            SchoolId = Invitation.SchoolId,
        };
        var made = await users.CreateAsync(user, Password);
        if (!made.Succeeded)
        {
            await invitations.GiveBack(Invitation, Cancel);
            foreach (var error in made.Errors)
                ModelState.AddModelError(
                    error.Code.Contains("Duplicate", StringComparison.Ordinal) ? nameof(Email) : "",
                    error.Code.Contains("Duplicate", StringComparison.Ordinal)
                        ? "Somebody signs in with this e-mail already."
                        : error.Description
                );
            return Page();
        }
        await signIn.SignInAsync(user, isPersistent: true);
        return Redirect("/");
    }

    private async Task Load()
    {
        Invitation = await invitations.Find(Secret, Cancel);
        if (Invitation is not null)
            SchoolName =
                await db.Schools.Where(s => s.Id == Invitation.SchoolId).Select(s => s.Name).FirstOrDefaultAsync(Cancel)
                ?? "";
    }
}
