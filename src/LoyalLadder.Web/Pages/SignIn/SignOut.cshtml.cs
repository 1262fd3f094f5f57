using LoyalLadder.Data.Doors;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Ends a session, here and on the server, and leaves nothing of it on the device.</summary>
[ForHallToo]
public sealed class SignOutModel(Sessions sessions) : PageModel
{
    [For(Data.Schools.Role.Assistant)]
    public async Task<IActionResult> OnPostAsync(bool left = false)
    {
        if (User.Session() is { } session)
            await sessions.End(session, HttpContext.RequestAborted);
        await HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
        // what the school does not have yet stays on the device
        Response.Headers["Clear-Site-Data"] = left ? "\"cache\"" : "\"cache\", \"storage\"";
        return Redirect("/sign-in");
    }
}
