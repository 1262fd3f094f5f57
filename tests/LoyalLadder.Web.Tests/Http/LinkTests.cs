namespace LoyalLadder.Web.Tests.Http;

/// <summary>Every link of every page leads somewhere.</summary>
public sealed class LinkTests(DemoServer demo) : IClassFixture<DemoServer>
{
    [Fact]
    public async Task No_link_of_any_page_leads_nowhere()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        Assert.Equal("", string.Join('\n', await SchoolForms.DeadLinks(demo.Server, ines)));
    }
}
