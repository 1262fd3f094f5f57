using System.Security.Claims;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Access;

/// <summary>Who may do what. Everything needs a sign-in unless it says otherwise; these are the steps above it.</summary>
public static class Policies
{
    /// <summary>Plan, run and log: instructors and the head instructor.</summary>
    public const string Instructor = nameof(Instructor);

    /// <summary>Users, settings, policy: the head instructor.</summary>
    public const string Head = nameof(Head);

    /// <summary>Calls of the JSON interface, by bearer token.</summary>
    public const string Api = nameof(Api);

    public const string SchoolClaim = "school";
    public const string RoleClaim = "ladder-role";
    public const string HallClaim = "hall";
    public const string ScopeClaim = "scope";

    /// <summary>Calls of the JSON interface that plan, by a token that may.</summary>
    public const string ApiPlan = nameof(ApiPlan);

    /// <summary>What a hall's tablet may do too: the mat, the log and the day of its hall.</summary>
    public const string HallToo = nameof(HallToo);

    public static void Add(AuthorizationOptions options)
    {
        options.FallbackPolicy = new AuthorizationPolicyBuilder(IdentityConstants.ApplicationScheme)
            .RequireAuthenticatedUser()
            .RequireAssertion(c => c.User.IsAtLeast(Role.Assistant))
            .Build();
        options.DefaultPolicy = options.FallbackPolicy;
        options.AddPolicy(
            Instructor,
            p =>
                p.AddAuthenticationSchemes(IdentityConstants.ApplicationScheme)
                    .RequireAssertion(c => c.User.IsAtLeast(Role.Instructor))
        );
        options.AddPolicy(
            Head,
            p =>
                p.AddAuthenticationSchemes(IdentityConstants.ApplicationScheme)
                    .RequireAssertion(c => c.User.IsAtLeast(Role.Head))
        );
        options.AddPolicy(
            HallToo,
            p => p.AddAuthenticationSchemes(IdentityConstants.ApplicationScheme).RequireAuthenticatedUser()
        );
        options.AddPolicy(Api, p => p.AddAuthenticationSchemes(TokenAuthentication.Scheme).RequireAuthenticatedUser());
        options.AddPolicy(
            ApiPlan,
            p =>
                p.AddAuthenticationSchemes(TokenAuthentication.Scheme)
                    .RequireAuthenticatedUser()
                    .RequireAssertion(c => c.User.MayAsFarAs(TokenScope.Plan))
        );
    }

    /// <summary>Whether a token goes so far.</summary>
    public static bool MayAsFarAs(this ClaimsPrincipal token, TokenScope scope) =>
        Enum.TryParse<TokenScope>(token.FindFirstValue(ScopeClaim), out var own) && own >= scope;

    public static bool IsAtLeast(this ClaimsPrincipal user, Role role) =>
        Enum.TryParse<Role>(user.FindFirstValue(RoleClaim), out var own) && own >= role;
}
