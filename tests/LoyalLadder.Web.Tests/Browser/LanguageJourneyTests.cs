namespace LoyalLadder.Web.Tests.Browser;

/// <summary>Somebody chooses their language, and pages, scripts and the page without network follow.</summary>
public sealed class LanguageJourneyTests
{
    [Fact]
    public async Task From_the_account_to_the_mat_everything_is_in_the_language_that_was_chosen()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/me");
        ines.Choose("#language-code", "Nederlands");
        ines.Click("#language button");
        ines.Until(() => ines.Text("h1") == "Je account");
        ines.Go("/");
        Assert.Equal("nl", ines.Run("return document.documentElement.lang"));
        var mat = ines.Run("return document.querySelector(\"a[href^='/mat/']\").getAttribute('href')");

        // what scripts say comes from the file too
        ines.Go(mat);
        ines.Until(() => ines.Text("#there").StartsWith("0 aanwezig van ", StringComparison.Ordinal));
        ines.Until(() => ines.Texts(".person span").TrueForAll(w => w == "afwezig"));
        ines.Click(".person");
        ines.Until(() => ines.Text(".person span") == "aanwezig");
        Assert.Matches("^[0-9]+ regels, ", ines.Text("#place"));
        Assert.Equal("[]", ines.Findings());

        ines.Go("/offline");
        Assert.Equal("De school is niet te bereiken", ines.Text("h1"));
        Assert.Equal("[]", ines.Findings());
    }
}
