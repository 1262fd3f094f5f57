using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages.SignIn;

/// <summary>Asks for a link to choose a new password. The answer is the same whether anybody signs in with that e-mail or not.</summary>
[AllowAnonymous]
public sealed class ForgottenModel(OwnAccount account, TryLimit tries, TimeProvider time) : PageModel
{
    private static readonly TimeSpan AnswerAfter = TimeSpan.FromMilliseconds(400);

    [
        BindProperty,
        Required(ErrorMessage = "Type your e-mail."),
        StringLength(256, ErrorMessage = "An e-mail has at most 256 characters.")
    ]
    public string Email { get; set; } = "";

    public bool IsSent { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid)
            return Page();
        var (began, cancel) = (time.GetTimestamp(), HttpContext.RequestAborted);
        var from = HttpContext.From();
        var longest = TimeSpan.FromHours(1);
        var mayAsk =
            await tries.Count($"letter to {Email}", 3, TimeSpan.FromMinutes(5), longest, cancel) == TimeSpan.Zero
            && await tries.Count($"letters from {from.Address}", 20, TimeSpan.FromMinutes(1), longest, cancel)
                == TimeSpan.Zero;
        if (mayAsk)
            await account.SendLink(Email, from, cancel);
        if (AnswerAfter - time.GetElapsedTime(began) is { Ticks: > 0 } rest)
            await Task.Delay(rest, time, cancel);
        IsSent = true;
        return Page();
    }
}
