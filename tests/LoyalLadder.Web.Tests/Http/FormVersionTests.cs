namespace LoyalLadder.Web.Tests.Http;

/// <summary>Nobody writes over what somebody else has just saved without being told: over every form of every page.</summary>
public sealed class FormVersionTests
{
    /// <summary>Forms that show something and change no row that two people fill in: what they begin with is a proposal.</summary>
    private static readonly Dictionary<string, string> Proposals = new()
    {
        ["/me?handler=Language"] = "a choice of this device",
        ["/school/users?handler=Invite"] = "makes an invitation",
    };

    [Fact]
    public async Task Every_form_that_changes_a_row_says_what_was_seen_when_it_was_filled()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var forms = await SchoolForms.Of(server, ines);
        Assert.True(forms.Count > 60, $"{forms.Count} forms");
        var silent = forms
            .Where(f => f.Kept.Any() && !f.SaysWhatWasSeen && !f.Makes)
            .Select(f =>
                $"{f.Kind} on {f.Page}: {string.Join(", ", f.Kept.Select(k => k.GetAttribute("name")).Distinct().Take(6))}"
            )
            .Where(f => !Proposals.Keys.Any(p => f.StartsWith(p, StringComparison.Ordinal)))
            .Order(StringComparer.Ordinal);
        Assert.Equal("", string.Join('\n', silent));
    }
}
