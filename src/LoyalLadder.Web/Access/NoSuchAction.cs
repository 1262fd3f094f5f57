using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Access;

/// <summary>
/// What names nothing that its page can do is refused, a look at a page that only takes posts too; the framework would show the page
/// without having filled it.
/// </summary>
public sealed class NoSuchAction : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (
            context.HandlerMethod is null
            && (!HttpMethods.IsGet(context.HttpContext.Request.Method) || !IsShown(context))
        )
            context.Result = new StatusCodeResult(StatusCodes.Status405MethodNotAllowed);
    }

    private static bool IsShown(PageHandlerExecutingContext context) =>
        context.ActionDescriptor.HandlerMethods.Count == 0
        || context.ActionDescriptor.HandlerMethods.Any(h => HttpMethods.IsGet(h.HttpMethod));

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
