using LoyalLadder.Data.Demo;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>Two instructors in one sheet, each in a browser of their own.</summary>
public sealed class TwoInOneSheetTests
{
    [Fact]
    public async Task Two_instructors_see_each_other_and_what_the_other_saves_without_losing_what_they_type()
    {
        await using var server = await LadderServer.Start();
        using var visitor = await Visitor.SignedIn(server);
        var sheet = await visitor.Link("/", "a[href^='/sheets/']", "Kites");
        using var ines = Screen.SignedIn(server);
        using var marlow = Screen.SignedIn(server, DemoSchool.Instructor);
        ines.Go(sheet);
        marlow.Go(sheet);
        ines.Until(() => ines.Text("#here") == "also here: Marlow");
        marlow.Until(() => marlow.Text("#here") == "also here: Ines");

        // what Marlow adds comes to Ines while she types; her words, her place and her focus stay
        ines.Press("j");
        ines.Press("/");
        ines.Type("#quick-line", "plank 45 s");
        var lines = int.Parse(
            marlow.Run("return document.querySelectorAll('[data-line]').length"),
            System.Globalization.CultureInfo.InvariantCulture
        );
        marlow.Press("/");
        marlow.Type("#quick-line", "hand stand walk 30 s" + Keys.Enter);
        ines.Until(() =>
            ines.Has(".line.is-news") && ines.Text(".line.is-news .what").Contains("hand", StringComparison.Ordinal)
        );
        Assert.Equal(
            lines + 1,
            int.Parse(
                ines.Run("return document.querySelectorAll('[data-line]').length"),
                System.Globalization.CultureInfo.InvariantCulture
            )
        );
        Assert.Contains("Marlow changed this sheet", ines.Text("#news"), StringComparison.Ordinal);
        Assert.Equal(
            ("plank 45 s", "quick-line"),
            (
                ines.Run("return document.getElementById('quick-line').value"),
                ines.Run("return document.activeElement.id")
            )
        );
        ines.IsAccessible("Sheet with somebody else in it");
        ines.Press(Keys.Enter);
        marlow.Until(() => marlow.Texts(".line .what").Exists(w => w.Contains("plank", StringComparison.Ordinal)));

        Clash(ines, marlow);
        Comment(ines, marlow);

        // who goes is gone
        marlow.Go("/");
        ines.Until(() => ines.Text("#here") == "");
        ines.HasNoScriptErrors();
        marlow.HasNoScriptErrors();
    }

    [Fact]
    public async Task Today_follows_what_others_plan_and_run_and_leaves_the_focus_where_it_was()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = Screen.SignedIn(server, DemoSchool.Instructor);
        string Row(string group) =>
            marlow.Run(
                $"return [...document.querySelectorAll('.day li')].find(r => r.textContent.includes('{group}')).textContent"
            );
        Assert.Contains("not planned", Row("Little Gulls"), StringComparison.Ordinal);
        marlow.Run(
            "[...document.querySelectorAll('.day li')].find(r => "
                + "r.textContent.includes('Cormorants')).querySelector('.next-act a.main').focus()"
        );

        var group = marlow.Run(
            "return new URL([...document.querySelectorAll('.day li')].find(r => r.textContent.includes('Little "
                + "Gulls')).querySelector('.next-act a.main').href).searchParams.get('classId')"
        );
        var sheet = (
            await ines.Post(
                "/sheets/new",
                "/sheets/new",
                ("ClassId", group),
                ("Date", "2041-05-07"),
                ("Text", "jog 2:00\nfront kick 5/side")
            )
        ).Headers.Location!.ToString();
        marlow.Until(() => Row("Little Gulls").Contains("min spare, ends", StringComparison.Ordinal));
        Assert.Equal("Start class", marlow.Run("return document.activeElement.textContent.trim()"));

        var mat = sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
        var token = await ines.Token(mat);
        using var pressed = await ines.PostJson(
            $"{mat}?handler=Events",
            new[]
            {
                new
                {
                    id = Guid.NewGuid(),
                    at = server.Clock.GetUtcNow(),
                    kind = "Start",
                },
            },
            token
        );
        Assert.Equal(System.Net.HttpStatusCode.OK, pressed.StatusCode);
        marlow.Until(() => Row("Little Gulls").Contains("running", StringComparison.Ordinal));
        marlow.IsAccessible("Today, followed");
        marlow.HasNoScriptErrors();
    }

    /// <summary>Both edit one line: the second is shown both texts, and an open field is never swept away.</summary>
    private static void Clash(Screen ines, Screen marlow)
    {
        var line = ines.Run("return document.querySelectorAll('.line:not(.is-segment)')[1].id");
        foreach (var screen in new[] { ines, marlow })
        {
            screen.Run("document.activeElement.blur()");
            screen.Click($"#{line} .what");
            screen.Until(() => screen.Has("#edit-text"));
        }
        marlow.Fill("#edit-text", "skipping on the spot 40 s");
        marlow.Press(Keys.Enter);
        ines.Until(() => ines.Text("#news").StartsWith("Marlow has changed this sheet", StringComparison.Ordinal));
        Assert.True(ines.Has("#edit-text"));
        ines.Fill("#edit-text", "skipping forwards 50 s");
        ines.Press(Keys.Enter);
        ines.Until(() => ines.Has(".clash"));
        Assert.Equal(["skipping on the spot 40s", "skipping forwards 50 s"], ines.Texts(".clash pre"));
        ines.Click(".said.warn button:nth-of-type(2)");
        marlow.Until(() =>
            marlow.Texts(".line .what").Exists(w => w.Contains("skipping forwards", StringComparison.Ordinal))
        );
        Assert.Contains(marlow.Texts(".line .what"), w => w.Contains("skipping on the spot", StringComparison.Ordinal));
    }

    private static void Comment(Screen ines, Screen marlow)
    {
        marlow.Run("document.activeElement.blur()");
        marlow.Run("document.querySelectorAll('.line:not(.is-segment)')[0].click()");
        marlow.Press("m");
        marlow.Until(() => marlow.Has("#comment-words"));
        marlow.IsAccessible("Sheet with a comment being written");
        marlow.Press(Keys.Enter);
        marlow.Until(() =>
            marlow
                .Text("#comment-words ~ .field-error")
                .Contains("Type what the others should know", StringComparison.Ordinal)
        );
        marlow.Type("#comment-words", "Mats are away on Thursday" + Keys.Enter);
        ines.Until(() =>
            ines.Texts(".comments p")
                .Exists(c => c.StartsWith("Marlow Mats are away on Thursday", StringComparison.Ordinal))
        );
        var open = int.Parse(
            ines.Run("return document.querySelectorAll('.comments p').length"),
            System.Globalization.CultureInfo.InvariantCulture
        );
        ines.Click(".comments button");
        marlow.Until(() =>
            marlow.Texts(".comments p").Count == open - 1
            && !marlow.Texts(".comments p").Exists(c => c.Contains("Mats are away", StringComparison.Ordinal))
        );
    }
}
