using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages;

/// <summary>Says what went wrong and what to do, for every status that has no page of its own.</summary>
[AllowAnonymous, IgnoreAntiforgeryToken]
public sealed class TroubleModel(ILogger<TroubleModel> logger) : PageModel
{
    public string Heading { get; private set; } = "";
    public string Advice { get; private set; } = "";

    public IActionResult OnGet() => Tell(Asked);

    public IActionResult OnPost() => Tell(Asked);

    /// <summary>Read here: where a body was too large to be read, the framework would bind nothing, not even this.</summary>
    private int? Asked => int.TryParse(Request.Query["code"], out var code) ? code : null;

    private PageResult Tell(int? code)
    {
        var error = HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error;
        var status = error is not null ? FailureResponses.StatusOf(error) : code ?? 403;
        if (status is < 400 or > 599)
            status = 404;
        if (FailureResponses.IsDiscFull(error))
            logger.LogError("The disc of the database's server is full");
        else if (status == StatusCodes.Status503ServiceUnavailable)
            logger.LogWarning("The database does not answer");
        (Heading, Advice) = FailureResponses.Words(status, error);
        Response.StatusCode = status;
        return Page();
    }
}
