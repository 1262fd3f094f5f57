namespace LoyalLadder.Web.Access;

/// <summary>Headers on every answer. Scripts and styles come from this site only; none stand inline.</summary>
public static class SecurityHeaders
{
    private const string ContentPolicy =
        "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; connect-src 'self'; font-src 'self'; "
        + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public static IApplicationBuilder UseSecurityHeaders(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                // at the last moment: an error page begins with no headers at all
                context.Response.OnStarting(
                    static state =>
                    {
                        Set((HttpContext)state);
                        return Task.CompletedTask;
                    },
                    context
                );
                return next(context);
            }
        );

    private static void Set(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = ContentPolicy;
        headers.XContentTypeOptions = "nosniff";
        headers.XFrameOptions = "DENY";
        // a secret address is told to nobody; it said so already
        headers.TryAdd("Referrer-Policy", "same-origin");
        headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        if (context.Request.IsHttps)
            headers.StrictTransportSecurity = "max-age=31536000";
        // what somebody sees who is signed in is kept by nobody on the way, nor on the device; nor is what went wrong
        var isOwn = context.User.Identity?.IsAuthenticated == true || context.Response.StatusCode >= 400;
        if (isOwn && headers.CacheControl.Count == 0)
            headers.CacheControl = "no-store";
    }
}
