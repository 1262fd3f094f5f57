using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Joins a school by an invitation's link.</summary>
[AllowAnonymous]
public sealed class JoinModel(
    SchoolSetup founding,
    SchoolBook school,
    SchoolScope scope,
    Invitations invitations,
    UserManager<AppUser> users,
    Sessions sessions,
    SignInService arrivals
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

    /// <summary>The hall whose tablet this device is to become; null for a person's invitation.</summary>
    public string? HallName { get; private set; }

    private CancellationToken Cancel => HttpContext.RequestAborted;

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        await Load();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (Invitation is not { HallId: null } || !ModelState.IsValid)
            return Page();
        if (!await invitations.Use(Invitation, Cancel))
        {
            Invitation = null;
            return Page();
        }
        var user = new AppUser
        {
            Id = Guid.CreateVersion7(),
            UserName = Email.Trim(),
            Email = Email.Trim(),
            DisplayName = DisplayName.Trim(),
            Role = Invitation.Role,
            SchoolId = Invitation.SchoolId,
        };
        scope.UserId = user.Id;
        var made = await users.CreateAsync(user, Password);
        if (!made.Succeeded)
        {
            await invitations.GiveBack(Invitation, Cancel);
            foreach (var error in made.Errors)
                ShowError(error);
            return Page();
        }
        await PassCookie.Give(HttpContext, await arrivals.Enter(user, false, HttpContext.From(), Cancel));
        return Redirect("/");
    }

    /// <summary>The device becomes a hall's tablet.</summary>
    public async Task<IActionResult> OnPostTabletAsync()
    {
        ModelState.Clear();
        await Load();
        if (Invitation is not { HallId: { } hall } || !await invitations.Use(Invitation, Cancel))
        {
            Invitation = null;
            return Page();
        }
        await PassCookie.Give(HttpContext, await sessions.BeginTablet(hall, HttpContext.From(), Cancel));
        return Redirect("/hall");
    }

    private void ShowError(IdentityError error)
    {
        if (error.Code.Contains("Duplicate", StringComparison.Ordinal))
            ModelState.AddModelError(nameof(Email), Say("Somebody signs in with this e-mail already."));
        else
            ModelState.AddModelError("", error.Description);
    }

    private async Task Load()
    {
        Invitation = await invitations.Find(Secret, Cancel);
        if (Invitation is not null)
            (SchoolName, HallName) = (
                await founding.NameOf(Invitation.SchoolId, Cancel),
                await school.HallName(Invitation.HallId, Cancel)
            );
    }
}
