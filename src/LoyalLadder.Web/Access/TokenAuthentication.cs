using System.Security.Claims;
using System.Text.Encodings.Web;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;

namespace LoyalLadder.Web.Access;

/// <summary>Signs a call in by the bearer token that a head instructor made in School; only hashes are compared.</summary>
public sealed class TokenAuthentication(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory logger,
    UrlEncoder encoder,
    TokenBook tokens
) : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public new const string Scheme = "Bearer";

    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        var header = Request.Headers.Authorization.ToString();
        if (!header.StartsWith("Bearer ", StringComparison.OrdinalIgnoreCase))
            return AuthenticateResult.NoResult();
        var hash = ApiToken.HashOf(header["Bearer ".Length..].Trim());
        if (await tokens.Find(hash, Context.RequestAborted) is not { } token)
            return AuthenticateResult.Fail(Say("This token is not known, was revoked, or has run out."));
        var identity = new ClaimsIdentity(
            [
                new Claim(Policies.SchoolClaim, token.SchoolId.ToString()),
                new Claim(ClaimTypes.NameIdentifier, token.Id.ToString()),
                new Claim(ClaimTypes.GivenName, token.Name),
                new Claim(Policies.ScopeClaim, token.Scope.ToString()),
            ],
            Scheme
        );
        return AuthenticateResult.Success(new AuthenticationTicket(new ClaimsPrincipal(identity), Scheme));
    }

    protected override Task HandleChallengeAsync(AuthenticationProperties properties)
    {
        Response.Headers.WWWAuthenticate = "Bearer";
        return Results
            .Json(
                new
                {
                    errors = new[]
                    {
                        new { path = "Authorization", message = Say("A bearer token made in School is needed.") },
                    },
                },
                statusCode: 401
            )
            .ExecuteAsync(Context);
    }
}
