using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Signs in, by password or passkey.</summary>
[AllowAnonymous]
public sealed class IndexModel(SchoolLookup door, SignInService arrivals) : PageModel
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
        await door.IsOpen(HttpContext.RequestAborted) ? RedirectToPage("/SignIn/FirstRun") : Page();

    /// <summary>Where to go on; kept over a second step.</summary>
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    /// <summary>Names who still owes a one-time code.</summary>
    public string? Ticket { get; private set; }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid)
            return Page();
        var arrival = await arrivals.ByPassword(Email, Password, HttpContext.From(), HttpContext.RequestAborted);
        if (arrival.Session is { } session)
            return await GoIn(session);
        Ticket = arrival.Ticket;
        if (Ticket is null)
            ModelState.AddModelError(
                "",
                Say(
                    "E-mail or password is not right. After several tries a wait begins, even for the right one: "
                        + "seconds first, ten minutes at most."
                )
            );
        return Page();
    }

    /// <summary>The second step: a one-time code, or one of the recovery codes.</summary>
    public async Task<IActionResult> OnPostCodeAsync(string? ticket, string? code)
    {
        ModelState.Clear();
        var arrival = await arrivals.ByCode(ticket ?? "", code ?? "", HttpContext.From(), HttpContext.RequestAborted);
        if (arrival?.Session is { } session)
            return await GoIn(session);
        Ticket = arrival is null ? null : ticket;
        ModelState.AddModelError(
            "",
            arrival is null
                ? Say("That took too long. Type your e-mail and password once more.")
                : Say(
                    "This code is not right. An authenticator shows a new one every half minute; after several tries a wait begins."
                )
        );
        return Page();
    }

    private async Task<IActionResult> GoIn(SignedIn session)
    {
        await PassCookie.Give(HttpContext, session);
        return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl : "/");
    }
}
