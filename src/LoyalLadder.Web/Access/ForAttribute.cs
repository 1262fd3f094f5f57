using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Access;

/// <summary>
/// Says at a page's handler who may use it. Every handler that changes something says so; one that does not is for heads alone.
/// </summary>
[AttributeUsage(AttributeTargets.Method)]
public sealed class ForAttribute(Role role) : Attribute
{
    /// <summary>The least role.</summary>
    public Role Role { get; } = role;
}

/// <summary>Says of a page that a hall's tablet may use it too, for the lessons of its hall.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class ForHallTooAttribute() : AuthorizeAttribute(Policies.HallToo);

/// <summary>Keeps what handlers say of who may use them.</summary>
public sealed class HandlerRoles(LessonSheets sheets) : IAsyncPageFilter
{
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(
        PageHandlerExecutingContext context,
        PageHandlerExecutionDelegate next
    )
    {
        if (context.HandlerMethod is null || IsOpenToAll(context) || await MayUse(context))
            await next();
        else
            context.Result = new ForbidResult();
    }

    private async Task<bool> MayUse(PageHandlerExecutingContext context)
    {
        var (handler, http) = (context.HandlerMethod!, context.HttpContext);
        if (http.User.Hall() is { } hall)
            return await MayUse(hall, context);
        var isRead = HttpMethods.IsGet(handler.HttpMethod) || HttpMethods.IsHead(handler.HttpMethod);
        var said = (ForAttribute?)Attribute.GetCustomAttribute(handler.MethodInfo, typeof(ForAttribute));
        return http.User.IsAtLeast(said?.Role ?? (isRead ? Role.Assistant : Role.Head));
    }

    /// <summary>A tablet does what an instructor does there, in its own hall.</summary>
    private async Task<bool> MayUse(Guid hall, PageHandlerExecutingContext context)
    {
        if (!context.ActionDescriptor.EndpointMetadata.OfType<ForHallTooAttribute>().Any())
            return false;
        if (context.RouteData.Values["id"] is not string asked)
            return true;
        return Guid.TryParse(asked, out var lesson)
            && await sheets.IsIn(lesson, hall, context.HttpContext.RequestAborted);
    }

    /// <summary>Pages that need no sign-in, and signing out.</summary>
    private static bool IsOpenToAll(PageHandlerExecutingContext context) =>
        context.ActionDescriptor.EndpointMetadata.OfType<IAllowAnonymous>().Any();
}
