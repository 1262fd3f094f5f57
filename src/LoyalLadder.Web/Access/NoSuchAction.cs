using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Access;

/// <summary>A post that names nothing that its page can do is refused; the framework would show the page without having filled it.</summary>
public sealed class NoSuchAction : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is null && !HttpMethods.IsGet(context.HttpContext.Request.Method))
            context.Result = new StatusCodeResult(StatusCodes.Status405MethodNotAllowed);
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
