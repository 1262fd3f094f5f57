using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Chooses a password by a link that came by mail.</summary>
[AllowAnonymous]
public sealed class NewPasswordModel(OwnAccount account) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Secret { get; set; } = "";

    /// <summary>Null when the link no longer holds.</summary>
    public AppUser? Person { get; private set; }

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        Person = await account.OfLink(Secret);
    }

    public async Task<IActionResult> OnPostAsync(string? fresh)
    {
        await OnGetAsync();
        if (Person is not { } person)
            return Page();
        var errors = await account.Choose(person, fresh ?? "", HttpContext.From(), HttpContext.RequestAborted);
        foreach (var (field, message) in errors.All)
            ModelState.AddModelError(field, message);
        if (errors.Any)
            return Page();
        TempData["Said"] = Say("The password is set. Sign in with it.");
        return Redirect("/sign-in");
    }
}
