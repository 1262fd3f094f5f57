using System.Globalization;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The planning desk: what is in sight, and how few presses it takes.</summary>
public sealed class DeskTests
{
    private const string Sixteen = """
        ## Warm-up
        jog 5:00
        leg swing 8/side
        lunge 6/side
        ## Basics
        jab, cross 10/side
        front kick 8/side
        round kick 8/side
        water 1:00
        ## Pads
        jab, cross pairs 12/side [mitts]
        rear round kick pairs 10/side [kick pads]
        cross, lead hook pairs 8/side [mitts]
        water 1:00
        ## Fitness
        push-up 3x10 rest 20s
        plank 3 x 1:00 rest 20s
        squat 2x15
        ## Cool-down
        straddle stretch 2:00
        quiet sitting 3:00
        """;

    private static int Number(Screen screen, string script) =>
        int.Parse(screen.Run($"return {script}"), CultureInfo.InvariantCulture);

    private static void Begin(Screen screen, string text)
    {
        screen.Go("/sheets/new");
        screen.Choose("#ClassId", "Kites");
        screen.Run("document.querySelector('#Date').value = '2041-05-14'");
        screen.Paste("#Text", text);
        screen.Click("button.main");
        screen.Until(() => screen.Has("#headline"));
    }

    [Fact]
    public async Task A_fitted_sheet_shows_its_lines_its_end_and_all_that_is_to_settle_without_scrolling()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Look(1280, 800);
        Begin(ines, Sixteen);
        Assert.Equal(16, ines.Texts(".line .dose").Count);
        ines.Press("f");
        ines.Until(() => ines.Has("#fit"));
        if (ines.Has("[data-way='3']"))
        {
            ines.Press("3");
            ines.Until(() => ines.Has(".said"));
        }
        ines.Reload();
        var inSight = Number(
            ines,
            "[...document.querySelectorAll('.line .dose')].map(d => d.getBoundingClientRect())"
                + ".filter(b => b.top >= 0 && b.bottom <= document.querySelector('.quick').getBoundingClientRect().top).length"
        );
        Assert.True(inSight >= 12, $"{inSight} lines in sight");
        foreach (var part in new[] { "#headline", "#checks", ".desk-acts" })
            Assert.True(
                Number(ines, $"document.querySelector('{part}').getBoundingClientRect().bottom < 740 ? 1 : 0") == 1,
                part
            );
        // the head stays, with the ladder small in it
        ines.Run("scrollTo(0, document.body.scrollHeight)");
        ines.Until(() =>
            Number(ines, "document.querySelector('.strip').getBoundingClientRect().height > 10 ? 1 : 0") == 1
        );
        Assert.InRange(
            Number(ines, "Math.round(document.querySelector('#headline').getBoundingClientRect().top)"),
            0,
            60
        );
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task From_last_weeks_sheet_to_a_changed_and_fitted_one_in_twelve_presses()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/");
        var kites = ines.Run(
            "return [...document.querySelectorAll('.day li')].find(l => l.textContent.includes('Kites'))"
                + ".querySelector('a[href^=\"/sheets/\"]').pathname"
        );
        ines.Go(kites);
        // today's is made too long, so that next week's begins too long
        ines.Press("/");
        ines.Type("#quick-line", "light sparring 4 x 2:30 rest 30s" + Keys.Enter);
        ines.Until(() => ines.Text("#headline").Contains("too long", StringComparison.Ordinal));
        var group = ines.Run("return document.querySelector('#Head_ClassId').value");
        ines.Go($"/sheets/new?classId={group}&date=2041-05-14");
        ines.Until(() => ines.Text(":focus").StartsWith("Last time", StringComparison.Ordinal));
        var presses = 0;
        void Press(string keys)
        {
            ines.Press(keys);
            presses += keys.Length;
        }
        Press(Keys.Enter);
        ines.Until(() => ines.Path.StartsWith("/sheets/", StringComparison.Ordinal) && ines.Has("#headline"));
        Press("jj");
        var dose = ines.Text(".line.is-chosen .dose");
        Press("]");
        ines.Until(() => ines.Text(".line.is-chosen .dose") is var now && now != dose && now.Length > 0);
        Press("f");
        ines.Until(() => ines.Has("[data-way]"));
        Press(ines.Run("return document.querySelector('[data-way]').dataset.way"));
        ines.Until(() => ines.Text(".said").Contains("fitted.", StringComparison.Ordinal));
        Assert.DoesNotContain("too long", ines.Text("#headline"), StringComparison.Ordinal);
        Assert.InRange(presses, 4, 12);
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task Lines_are_dragged_picked_and_taken_back()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Begin(ines, "jab x1\ncross x2\nhook x3\nplank 30s");
        List<string> Doses() => ines.Texts(".line .dose");
        ines.Carry(".line:nth-of-type(1) .at", ".line:nth-of-type(3)");
        ines.Until(() => string.Join(' ', Doses()) is "x2 x1 x3 30s" or "x2 x3 x1 30s");
        ines.Press(Keys.Control + "z" + Keys.Null);
        ines.Until(() => string.Join(' ', Doses()) == "x1 x2 x3 30s");
        ines.Press("U");
        ines.Until(() => Doses()[0] == "x2");
        ines.Press("u");
        ines.Until(() => Doses()[0] == "x1");
        // two lines picked and moved as one, then made a circuit
        ines.Run("document.querySelectorAll('.line')[2].click()");
        ines.Press("v");
        ines.Press("j");
        ines.Press("v");
        ines.Until(() => ines.Text("#picked-count") == "2 lines");
        ines.IsAccessible("Sheet with picked lines");
        ines.Press("K");
        ines.Until(() => string.Join(' ', Doses()) == "x1 x3 30s x2");
        ines.Click("#picked button:nth-of-type(5)");
        ines.Until(() => ines.Texts(".line .dose") is [_, "circuit x3", "x2"]);
        ines.Press("u");
        ines.Until(() => string.Join(' ', Doses()) == "x1 x3 30s x2");
        // one stop of the Tab key a line, arrows inside
        ines.Run("document.querySelectorAll('.line')[1].click()");
        ines.Press(Keys.ArrowRight);
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text(":focus") == "Less");
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task The_tools_are_those_of_the_line_at_hand()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Begin(ines, "## Basics\njab x1\ncross x2\nhook x3\nplank 30s");
        ines.Click(".line:nth-of-type(2) .at");
        ines.Click(".line:nth-of-type(2) [data-key=']']");
        ines.Until(() => ines.Texts(".line .dose")[0] == "x2");
        Assert.Single(ines.Texts(".tools"));
        ines.Click(".line:nth-of-type(5) .at");
        ines.Until(() => ines.Has(".line:nth-of-type(5) .tools") && !ines.Has(".line:nth-of-type(2) .tools"));
        // should, could, must in turn
        ines.Click(".line:nth-of-type(5) [data-key='p']");
        ines.Until(() => ines.Text(".line:nth-of-type(5) .tag-word") == "could");
        Assert.Equal(["Must"], ines.Texts(".line:nth-of-type(5) [data-key='p']"));
        // a heading has no dose to change
        ines.Click(".line:nth-of-type(1) .figure");
        ines.Until(() => ines.Texts(".tools .tool") is ["Up", "Down", "Comment", "Delete", "Pick"]);
        // picked with the mouse, and with shift all in between
        ines.Click(".line:nth-of-type(2) .at");
        ines.Click(".line:nth-of-type(2) [data-pick]");
        ines.Until(() => ines.Text("#picked-count") == "1 line");
        ines.Run(
            "document.querySelectorAll('.line')[3].dispatchEvent(new MouseEvent('click', { bubbles: true, shiftKey: true }))"
        );
        ines.Until(() => ines.Text("#picked-count") == "3 lines");
        ines.Press("x");
        ines.Press("x");
        ines.Until(() => ines.Texts(".line .dose") is ["30s"]);
        ines.Click(".line:nth-of-type(2) .at");
        ines.Click(".tools [data-key='m']");
        ines.Until(() => ines.Has("#comment-words"));
        ines.IsAccessible("Sheet with a comment begun");
        ines.Press(Keys.Escape);
        ines.Click(".line:nth-of-type(2) .what");
        ines.Until(() => ines.Has("#edit-text"));
        Assert.False(ines.Has(".line:nth-of-type(2) .tools"));
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task A_line_is_added_where_it_belongs_and_anything_is_found_by_name()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Begin(ines, Sixteen);
        ines.Press("/");
        ines.Type("#quick-line", "burpee x10");
        ines.Until(() => ines.Text("#quick-under option:checked") == "Fitness");
        ines.Press(Keys.Enter);
        ines.Until(() =>
            ines.Run(
                "const at = w => [...document.querySelectorAll('.line')].findIndex(x => x.textContent.includes(w));"
                    + "return at('burpee') < at('Cool-down') && at('burpee') > at('plank')"
            ) == "True"
        );
        ines.Press(Keys.Escape);
        ines.Press("g/");
        ines.Until(() => ines.Text(":focus") == "" && ines.Has("#find[open]"));
        ines.Type("#find-text", "mawashi geri");
        ines.Until(() => ines.Has("#find-list a[href='/material/round-kick']"));
        ines.IsAccessible("Finding");
        ines.Press(Keys.ArrowDown);
        ines.Press(Keys.Enter);
        ines.Until(() => ines.Path.StartsWith("/material/", StringComparison.Ordinal));
        ines.HasNoScriptErrors();
    }
}
