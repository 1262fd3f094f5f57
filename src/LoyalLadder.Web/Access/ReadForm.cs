using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Access;

/// <summary>
/// A form whose fields are no text (a zero among their letters) is refused; the framework would act on it with every field left out.
/// What is too large says so by itself.
/// </summary>
public sealed class ReadForm : IAsyncResourceFilter
{
    public async Task OnResourceExecutionAsync(ResourceExecutingContext context, ResourceExecutionDelegate next)
    {
        var request = context.HttpContext.Request;
        try
        {
            if (request.HasFormContentType && !IsSaidAlready(context.HttpContext))
                await request.ReadFormAsync(context.HttpContext.RequestAborted);
        }
        catch (InvalidDataException e) when (e.InnerException is not null)
        {
            context.Result = new StatusCodeResult(StatusCodes.Status400BadRequest);
            return;
        }
        await next();
    }

    /// <summary>The page that says what is wrong answers the same request, and reads nothing of it.</summary>
    private static bool IsSaidAlready(HttpContext context) =>
        context.Features.Get<IStatusCodeReExecuteFeature>() is not null
        || context.Features.Get<IExceptionHandlerFeature>() is not null;
}
