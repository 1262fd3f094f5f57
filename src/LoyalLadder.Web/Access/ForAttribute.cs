using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Access;

/// <summary>Says at a page's handler who may use it. Every handler that changes something says so; one that does not is for heads alone.</summary>
[AttributeUsage(AttributeTargets.Method)]
public sealed class ForAttribute(Role role) : Attribute
{
    /// <summary>The least role.</summary>
    public Role Role { get; } = role;
}

/// <summary>Keeps what handlers say of who may use them.</summary>
public sealed class HandlerRoles : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is not { } handler || IsOpenToAll(context))
            return;
        var isRead = HttpMethods.IsGet(handler.HttpMethod) || HttpMethods.IsHead(handler.HttpMethod);
        var said = (ForAttribute?)Attribute.GetCustomAttribute(handler.MethodInfo, typeof(ForAttribute));
        var least = said?.Role ?? (isRead ? Role.Assistant : Role.Head);
        if (!context.HttpContext.User.IsAtLeast(least))
            context.Result = new ForbidResult();
    }

    /// <summary>Pages that need no sign-in, and signing out.</summary>
    private static bool IsOpenToAll(PageHandlerExecutingContext context) =>
        context.ActionDescriptor.EndpointMetadata.OfType<Microsoft.AspNetCore.Authorization.IAllowAnonymous>().Any();

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
