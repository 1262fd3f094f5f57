using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>A session ends while somebody works on a sheet.</summary>
public sealed class SignedOutTests
{
    [Fact]
    public async Task Signed_out_while_typing_one_signs_in_over_the_page_and_what_was_typed_is_sent()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/");
        ines.Go(ines.Run("return document.querySelector(\"a[href^='/sheets/0']\").getAttribute('href')"));
        ines.Until(() => ines.Has("#quick-line"));
        var sheet = ines.Path;
        await using var db = server.Owner();
        await db
            .Sessions.IgnoreQueryFilters()
            .ExecuteUpdateAsync(
                s => s.SetProperty(x => x.EndedAt, server.Clock.GetUtcNow()),
                TestContext.Current.CancellationToken
            );
        server.Clock.Pass(TimeSpan.FromMinutes(2));
        ines.Type("#quick-line", "wall sit 45s" + Keys.Enter);
        ines.Until(() => ines.Has("#sign-in-again[open] input[name='Email']"));
        // one sign-in, over the page; the sheet and what was typed stand below it
        Assert.Equal("wall sit 45s", ines.Run("return document.getElementById('quick-line').value"));
        Assert.Equal("1", ines.Run("return String(document.querySelectorAll(\"input[name='Email']\").length)"));
        ines.IsAccessible("Sign in over a page");
        ines.Type("#sign-in-again input[name='Email']", DemoSchool.Head);
        ines.Type("#sign-in-again input[name='Password']", TestDatabase.Password + Keys.Enter);
        ines.Until(() => ines.Run("return document.getElementById('quick-line').value").Length == 0);
        ines.Until(() => ines.Run("return document.getElementById('lines').textContent").Contains("all sit"));
        Assert.Equal(sheet, ines.Path);
        Assert.False(ines.Has("#sign-in-again[open]"));
    }
}
