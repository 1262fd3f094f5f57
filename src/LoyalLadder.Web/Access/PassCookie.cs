using System.Runtime.CompilerServices;
using System.Runtime.ExceptionServices;
using System.Security.Claims;
using LoyalLadder.Data.Doors;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Access;

/// <summary>
/// The cookie of a sign-in. It names a session and its school, and nothing that is believed: what the session opens is looked up
/// with every request, so that an ended session, a closed account and a changed role are felt at once.
/// </summary>
public static class PassCookie
{
    private const string SessionClaim = "session";

    /// <summary>Carried by whoever may go nowhere but where a second step is set up.</summary>
    private const string LacksClaim = "lacks-second-step";

    /// <summary>A pass's identity is made once, however often it is looked up.</summary>
    private static readonly ConditionalWeakTable<Pass, ClaimsPrincipal> Principals = [];

    /// <summary>Gives whoever came in their cookie.</summary>
    public static Task Give(HttpContext http, SignedIn session)
    {
        var identity = new ClaimsIdentity(
            [
                new Claim(SessionClaim, session.Id.ToString()),
                new Claim(Policies.SchoolClaim, session.SchoolId.ToString()),
                new Claim(ClaimTypes.NameIdentifier, (session.UserId ?? session.HallId ?? Guid.Empty).ToString()),
            ],
            IdentityConstants.ApplicationScheme
        );
        return http.SignInAsync(
            IdentityConstants.ApplicationScheme,
            new ClaimsPrincipal(identity),
            new AuthenticationProperties { IsPersistent = true }
        );
    }

    /// <summary>Looks up what the session of a cookie opens now.</summary>
    public static async Task Look(CookieValidatePrincipalContext context)
    {
        try
        {
            await LookUp(context);
        }
        catch (Exception e) when (FailureResponses.IsDatabaseAway(e))
        {
            // whether somebody is signed in is kept for the whole request, a failure too: the page that tells of it would fail by it
            context.RejectPrincipal();
            context.HttpContext.Items[typeof(PassCookie)] = ExceptionDispatchInfo.Capture(e);
        }
    }

    /// <summary>Signs in by the cookie. That it could not be looked up fails the request, but not the page that tells of it.</summary>
    public static IApplicationBuilder UsePasses(this IApplicationBuilder app) =>
        app.UseAuthentication()
            .Use(
                (context, next) =>
                {
                    if (context.Items.Remove(typeof(PassCookie), out var failed))
                        ((ExceptionDispatchInfo)failed!).Throw();
                    return next(context);
                }
            );

    private static async Task LookUp(CookieValidatePrincipalContext context)
    {
        var services = context.HttpContext.RequestServices;
        if (
            Key(context.Principal, SessionClaim) is { } session
            && Key(context.Principal, Policies.SchoolClaim) is { } school
        )
        {
            services.GetRequiredService<SchoolLookup>().Enter(school, Guid.Empty);
            var aborted = context.HttpContext.RequestAborted;
            if (await services.GetRequiredService<Sessions>().Look(session, aborted) is { } pass)
            {
                services.GetRequiredService<SchoolLookup>().Enter(pass.School, pass.Holder);
                context.ReplacePrincipal(Principals.GetValue(pass, PrincipalOf));
                return;
            }
        }
        context.RejectPrincipal();
        await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    private static ClaimsPrincipal PrincipalOf(Pass pass)
    {
        var claims = new List<Claim>
        {
            new(SessionClaim, pass.Session.ToString()),
            new(Policies.SchoolClaim, pass.School.ToString()),
            new(ClaimTypes.NameIdentifier, pass.Holder.ToString()),
            new(ClaimTypes.GivenName, pass.Name),
            pass.Role is { } role
                ? new Claim(Policies.RoleClaim, role.ToString())
                : new Claim(Policies.HallClaim, pass.Holder.ToString()),
        };
        if (pass.LacksSecondStep)
            claims.Add(new Claim(LacksClaim, "yes"));
        return new ClaimsPrincipal(new ClaimsIdentity(claims, IdentityConstants.ApplicationScheme));
    }

    private static Guid? Key(ClaimsPrincipal? of, string claim) =>
        Guid.TryParse(of?.FindFirstValue(claim), out var key) ? key : null;

    /// <summary>The session that somebody is signed in by; null for a token or nobody.</summary>
    public static Guid? Session(this ClaimsPrincipal user) => Key(user, SessionClaim);

    /// <summary>The hall whose tablet it is; null for a person.</summary>
    public static Guid? Hall(this ClaimsPrincipal user) => Key(user, Policies.HallClaim);

    public static bool LacksSecondStep(this ClaimsPrincipal user) => user.HasClaim(LacksClaim, "yes");

    /// <summary>From where a request comes, as it is shown to whoever looks over their sessions.</summary>
    public static From From(this HttpContext http) =>
        new(Devices.Words(http.Request.Headers.UserAgent.ToString()), http.Address());

    public static string Address(this HttpContext http) =>
        http.Connection.RemoteIpAddress is not { } address ? "unknown"
        : address.IsIPv4MappedToIPv6 ? address.MapToIPv4().ToString()
        : address.ToString();
}
