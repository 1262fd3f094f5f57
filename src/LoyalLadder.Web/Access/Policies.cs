using System.Security.Claims;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

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

    public static void Add(AuthorizationOptions options)
    {
        options.FallbackPolicy = new AuthorizationPolicyBuilder(IdentityConstants.ApplicationScheme)
            .RequireAuthenticatedUser()
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
        options.AddPolicy(Api, p => p.AddAuthenticationSchemes(TokenAuthentication.Scheme).RequireAuthenticatedUser());
    }

    public static bool IsAtLeast(this ClaimsPrincipal user, Role role) =>
        Enum.TryParse<Role>(user.FindFirstValue(RoleClaim), out var own) && own >= role;
}

/// <summary>Puts school, role and shown name into the cookie, so that a page needs no query to know who is asking.</summary>
public sealed class LadderClaims(UserManager<AppUser> users, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<AppUser>(users, options)
{
    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(AppUser user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaim(new Claim(Policies.SchoolClaim, user.SchoolId.ToString()));
        identity.AddClaim(new Claim(Policies.RoleClaim, user.Role.ToString()));
        identity.AddClaim(new Claim(ClaimTypes.GivenName, user.DisplayName));
        return identity;
    }
}
