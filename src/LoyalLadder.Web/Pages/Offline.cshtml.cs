using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages;

/// <summary>What a room says without network; kept on the device beforehand, it knows nothing of any school.</summary>
[AllowAnonymous]
public sealed class OfflineModel : PageModel
{
    public void OnGet() { }
}
