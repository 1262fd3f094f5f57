using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>What is not understood is said with a press, and two who change one thing are both told, in a real browser.</summary>
public sealed class WordsJourneyTests
{
    [Fact]
    public async Task A_pasted_sheet_is_looked_at_mended_with_a_press_and_begun()
    {
        await using var server = await LadderServer.Start();
        using var marlow = Screen.SignedIn(server, DemoSchool.Instructor);
        marlow.Go("/sheets/new");
        marlow.Choose("#ClassId", "Kites");
        marlow.Paste(
            "#Text",
            "Pads and legs\nWarm up\njog 2 min\nBasics\nfromtkeek 5 each side\nfromtkeek x8\nzorble "
                + "corner\nCircuit 3 times, 20s rest\n- push-ups x8\n- plank 20s\n"
        );
        marlow.Click("button[name=look]");
        marlow.Until(() => marlow.Has(".paste-look u"));
        marlow.IsAccessible("New lesson, looked at");
        // what has to be seen stands on top, without scrolling
        Assert.Equal("0", marlow.Run("return Math.round(scrollY)"));
        Assert.Contains("fromtkeek", marlow.Texts(".paste-look u"));
        marlow.Click(".paste-look .mend button");
        marlow.Until(() => marlow.Has(".paste-look") && !marlow.Texts(".paste-look u").Contains("fromtkeek"));
        marlow.Click("button.main");
        marlow.Until(() => marlow.Path.StartsWith("/sheets/0", StringComparison.Ordinal) && marlow.Has(".line .dose"));
        Assert.Contains("circuit x3 rest 20s", marlow.Texts(".line .dose"));

        // in the sheet a press does the same, and the page stays where it is
        Assert.Equal("zorble corner", marlow.Text(".line.is-free .what"));
        marlow.Run("window.stays = true");
        marlow.Run(
            "[...document.querySelectorAll('.line.is-free .closest button')].find(b => b.textContent.includes('heading')).click()"
        );
        marlow.Until(() => !marlow.Has(".line.is-free"));
        Assert.Equal("true", marlow.Run("return String(window.stays)"));
        Assert.Contains("zorble corner", marlow.Texts(".is-segment h2"));
        marlow.Press("u");
        marlow.Until(() => marlow.Has(".line.is-free"));
        marlow.IsAccessible("Sheet with a marked line");
        marlow.HasNoScriptErrors();

        marlow.Go("/material/words");
        marlow.IsAccessible("Our words");
        Assert.Contains("fromtkeek", marlow.Texts("td strong"));
    }

    [Fact]
    public async Task Two_who_change_one_hall_are_told_of_each_other_and_nothing_is_lost()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        using var again = Screen.SignedIn(server);
        foreach (var screen in new[] { ines, again })
        {
            screen.Go("/school/halls");
            screen.Run(
                "[...document.querySelectorAll('a')].find(a => a.getAttribute('aria-label')?.includes('Sail') || "
                    + "a.textContent === 'Change').click()"
            );
            screen.Until(() => screen.Find("#Form_Name").GetAttribute("value") == "Net loft");
        }
        ines.Fill("#Form_Bags", "6");
        ines.Click("form.form-row button.main");
        ines.Until(() => ines.Texts("td.figure").Contains("6"));
        again.Fill("#Form_Length", "13");
        again.Click("form.form-row button.main");
        again.Until(() => again.Has(".said.warn"));
        again.IsAccessible("Halls, changed meanwhile");
        Assert.Contains("Ines", again.Text(".said.warn"), StringComparison.Ordinal);
        // what was typed is still there, and sent once more it is taken
        Assert.Equal("13", again.Find("#Form_Length").GetAttribute("value"));
        again.Click("form.form-row button.main");
        again.Until(() => again.Texts("td.figure").Any(f => f.StartsWith("13", StringComparison.Ordinal)));
        again.HasNoScriptErrors();
    }

    [Theory]
    [InlineData(1280)]
    [InlineData(390)]
    public async Task Forms_their_floor_and_what_good_looks_like_can_be_read_by_all(int width)
    {
        await using var server = await LadderServer.Start();
        using var odile = Screen.SignedIn(server, DemoSchool.Assistant, width);
        odile.Go("/material?show=forms");
        odile.IsAccessible("Forms");
        Assert.Equal(6, odile.Texts(".numbered li").Count);
        odile.Click(".numbered a");
        odile.Until(() => odile.Has(".form-lines"));
        odile.IsAccessible("A form");
        odile.Click("a.act.main");
        odile.Until(() => odile.Has("svg.floor"));
        odile.IsAccessible("A form on the floor");
        foreach (var page in new[] { "/material/round-kick", "/school/pace", "/material/words" })
        {
            odile.Go(page);
            odile.IsAccessible(page);
        }
        odile.HasNoScriptErrors();
    }
}
