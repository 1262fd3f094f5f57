using Microsoft.EntityFrameworkCore;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The map of a term as it is used: a plan that is drawn as it gets better, cells by keyboard, paper.</summary>
public sealed class TermMapTests
{
    private static void Open(Screen screen, string group)
    {
        screen.Go("/term");
        screen.Run(
            $"[...document.querySelectorAll(\"a[href^='/term/']\")].find(a => a.textContent === '{group}').click()"
        );
        screen.Until(() => screen.Has("[data-map]"));
    }

    [Fact]
    public async Task A_plan_is_drawn_while_it_is_worked_out_and_taken_without_a_reload()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Open(ines, "Petrels");
        Assert.Equal("0", ines.Run("return document.querySelectorAll('svg.planned').length - 3"));
        ines.Click("form[action*='/plan?']:not([action*='handler']) button");
        ines.Until(() => ines.Has("#term-solve progress"));
        // marks the page, which must not be another one when the plan is drawn
        ines.Run("document.body.dataset.mine = 'yes'");
        ines.Until(() => ines.Has("[data-map].is-proposed tr[data-item] svg.planned"));
        ines.Click("form[action*='Take'] [formaction*='Stop']");
        ines.Until(() => ines.Has("[formaction*='Drop']"));
        ines.Click("form[action*='Take'] button.main");
        ines.Until(() =>
            ines.Has("form[action*='/plan?']:not([action*='handler'])")
            && ines.Has("[data-map]:not(.is-proposed) svg.planned")
        );
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task Cells_are_reached_pinned_and_opened_by_keyboard()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Open(ines, "Kites");
        ines.Run("document.querySelector('.term-scroll').focus()");
        ines.Press(Keys.ArrowDown);
        ines.Until(() => ines.Has("td.is-chosen"));
        // the first cell is that of the next session
        Assert.Contains("Tuesday 7 May", ines.Text("[data-words]"), StringComparison.Ordinal);
        var before = ines.Text("[data-words]");
        ines.Press(Keys.ArrowDown);
        ines.Press(Keys.ArrowRight);
        ines.Press(Keys.ArrowRight);
        // that week is closed: nothing can be pinned there
        Assert.True(ines.Has("[data-pin=true]:disabled"));
        ines.Press(Keys.ArrowLeft);
        Assert.NotEqual(before, ines.Text("[data-words]"));
        ines.Press("p");
        ines.Until(() => ines.Has("td.is-chosen.must"));
        Assert.EndsWith("pinned", ines.Text("[data-words]"), StringComparison.Ordinal);
        ines.Press("x");
        ines.Until(() => ines.Has("td.is-chosen.never:not(.must)"));
        ines.Reload();
        ines.Until(() => ines.Has("td.never"));
        // the script of the page may come after its cells
        ines.Until(() =>
        {
            ines.Run("document.querySelector('td.never').click()");
            return ines.Has("td.is-chosen.never");
        });
        ines.Press("x");
        ines.Until(() => !ines.Has("td.never"));
        // a session that was cannot be pinned any more
        ines.Run("document.querySelector('tr[data-item] td').click()");
        Assert.True(ines.Has("[data-pin=true]:disabled"));
        ines.Press("p");
        Assert.False(ines.Has("td.must"));
        ines.Press(Keys.Enter);
        ines.Until(() => ines.Path.StartsWith("/sheets/", StringComparison.Ordinal));
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task However_much_a_term_holds_its_paper_is_one_page()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        Open(ines, "Cormorants");
        var map = ines.Path;
        // everything that any rank asks of the class, whoever has it
        ines.Run(
            "document.querySelectorAll('[name$=IsIn]').forEach(c => c.checked = true); "
                + "document.querySelectorAll('.term-things .box-in').forEach(i => i.value = 3); "
                + "document.querySelector('form[action*=Things]').submit()"
        );
        ines.Until(() => ines.Run("return document.querySelectorAll('tr[data-item]').length") != "0");
        ines.Go($"{map}/paper");
        var rows = int.Parse(
            ines.Run("return document.querySelectorAll('.term-paper tbody tr:not(.rung)').length"),
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.True(rows >= 25, $"{rows} rows");
        var (pages, size) = ines.Printed();
        Assert.Equal(1, pages);
        Assert.Matches("^0 0 84[12].* 59[45]", size);
        await using var db = server.Owner();
        Assert.True(
            await db.TermThings.IgnoreQueryFilters().AnyAsync(t => t.Wanted == 3, TestContext.Current.CancellationToken)
        );
    }
}
