using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Signs in; six wrong passwords close the account for ten minutes.</summary>
[AllowAnonymous]
public sealed class IndexModel(Founding founding, SignInManager<AppUser> signIn) : PageModel
{
    [
        BindProperty,
        Required(ErrorMessage = "Type your e-mail."),
        StringLength(256, ErrorMessage = "An e-mail has at most 256 characters.")
    ]
    public string Email { get; set; } = "";

    [
        BindProperty,
        Required(ErrorMessage = "Type your password."),
        StringLength(200, ErrorMessage = "A password has at most 200 characters.")
    ]
    public string Password { get; set; } = "";

    public async Task<IActionResult> OnGetAsync() =>
        await founding.IsOpen(HttpContext.RequestAborted) ? RedirectToPage("/SignIn/FirstRun") : Page();

    public async Task<IActionResult> OnPostAsync(string? returnUrl)
    {
        if (!ModelState.IsValid)
            return Page();
        var result = await signIn.PasswordSignInAsync(
            Email.Trim(),
            Password,
            isPersistent: true,
            lockoutOnFailure: true
        );
        if (result.Succeeded)
            return LocalRedirect(Url.IsLocalUrl(returnUrl) ? returnUrl : "/");
        ModelState.AddModelError(
            "",
            result.IsLockedOut
                ? "Too many tries. This account opens again in ten minutes."
                : "E-mail or password is not right."
        );
        return Page();
    }
}
