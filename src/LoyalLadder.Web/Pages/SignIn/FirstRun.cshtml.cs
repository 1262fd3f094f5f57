using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Opens the first school of an empty installation; closed for good once there is anybody.</summary>
[AllowAnonymous]
public sealed class FirstRunModel(
    SchoolSetup founding,
    SchoolLookup door,
    UserManager<AppUser> users,
    SignInService arrivals
) : PageModel
{
    [
        BindProperty,
        Required(ErrorMessage = "Give the school a name."),
        StringLength(120, ErrorMessage = "At most 120 characters.")
    ]
    public string SchoolName { get; set; } = "";

    [
        BindProperty,
        Required(ErrorMessage = "Choose a time zone."),
        StringLength(60, ErrorMessage = "At most 60 characters.")
    ]
    public string TimeZone { get; set; } = "Europe/London";

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

    public async Task<IActionResult> OnGetAsync() => await IsOpen() ? Page() : Redirect("/sign-in");

    public async Task<IActionResult> OnPostAsync()
    {
        if (!await IsOpen())
            return Redirect("/sign-in");
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone, out _))
            ModelState.AddModelError(
                nameof(TimeZone),
                Say("There is no such time zone; choose one from the list, such as Europe/London.")
            );
        if (!ModelState.IsValid)
            return Page();
        var school = new School { Name = SchoolName.Trim(), TimeZone = TimeZone };
        var head = new AppUser
        {
            Id = Guid.CreateVersion7(),
            UserName = Email.Trim(),
            Email = Email.Trim(),
            DisplayName = DisplayName.Trim(),
            SchoolId = school.Id,
            Role = Role.Head,
        };
        if (!await founding.Found(school, head.Id, () => Join(head), HttpContext.RequestAborted))
            return ModelState.IsValid ? Redirect("/sign-in") : Page();
        await PassCookie.Give(
            HttpContext,
            await arrivals.Enter(head, false, HttpContext.From(), HttpContext.RequestAborted)
        );
        return Redirect("/school/classes");
    }

    private async Task<bool> Join(AppUser head)
    {
        var made = await users.CreateAsync(head, Password);
        foreach (var error in made.Errors)
            ModelState.AddModelError("", error.Description);
        return made.Succeeded;
    }

    private Task<bool> IsOpen() => door.IsOpen(HttpContext.RequestAborted);
}
