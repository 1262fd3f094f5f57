using System.Security.Claims;
using LoyalLadder.Data;

namespace LoyalLadder.Web.Access;

/// <summary>Takes school and person of a request from its sign-in: the one place where the school filter is set.</summary>
public sealed class SchoolScopeMiddleware(RequestDelegate next)
{
    public Task InvokeAsync(HttpContext context, SchoolScope scope)
    {
        if (
            context.User.Identity?.IsAuthenticated == true
            && Guid.TryParse(context.User.FindFirstValue(Policies.SchoolClaim), out var school)
        )
        {
            scope.SchoolId = school;
            scope.UserId = Guid.TryParse(context.User.FindFirstValue(ClaimTypes.NameIdentifier), out var user)
                ? user
                : Guid.Empty;
        }
        return next(context);
    }
}
