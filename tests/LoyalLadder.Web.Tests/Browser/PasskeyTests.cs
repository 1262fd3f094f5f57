using LoyalLadder.Data.Demo;
using OpenQA.Selenium.VirtualAuth;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>A passkey is made on one's own page and signs in without a password, with a device that the browser only imagines.</summary>
public sealed class PasskeyTests
{
    [Fact]
    public async Task A_passkey_is_added_and_signs_in()
    {
        await using var server = await LadderServer.Start();
        // passkeys belong to a name, and numbers are none
        var site = new UriBuilder(server.Address) { Host = "localhost" }.Uri;
        using var screen = new Screen(site);
        screen.Imagine(
            new VirtualAuthenticatorOptions()
                .SetProtocol(VirtualAuthenticatorOptions.Protocol.CTAP2)
                .SetTransport(VirtualAuthenticatorOptions.Transport.INTERNAL)
                .SetHasResidentKey(true)
                .SetHasUserVerification(true)
                .SetIsUserVerified(true)
        );
        screen.SignIn(DemoSchool.Instructor);
        screen.Go("/me");
        screen.IsAccessible("the own account");
        screen.Click("[data-passkey=add]");
        screen.Until(() => screen.Has("form[action*='NoPasskey']"));
        screen.Go("/");
        screen.Click("form[data-sign-out] button");
        screen.Until(() => screen.Path == "/sign-in");
        screen.Click("[data-passkey=enter]");
        screen.Until(() => screen.Path == "/");
        screen.Go("/me");
        Assert.Contains("Marlow", screen.Text("main"), StringComparison.Ordinal);
        screen.HasNoScriptErrors();
    }
}
