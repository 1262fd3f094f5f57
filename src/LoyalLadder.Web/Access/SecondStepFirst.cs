namespace LoyalLadder.Web.Access;

/// <summary>Whoever the school asks for a second step sets it up before anything else.</summary>
public static class SecondStepFirst
{
    private static readonly PathString[] Open = ["/me", "/sign-out", "/trouble", "/health", "/passkeys"];

    public static IApplicationBuilder UseSecondStepFirst(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                if (
                    !context.User.LacksSecondStep()
                    || Array.Exists(
                        Open,
                        o => context.Request.Path.StartsWithSegments(o, StringComparison.OrdinalIgnoreCase)
                    )
                )
                    return next(context);
                context.Response.Redirect("/me#second-step");
                return Task.CompletedTask;
            }
        );
}
