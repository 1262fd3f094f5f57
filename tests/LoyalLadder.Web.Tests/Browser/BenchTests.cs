using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The Combination bench and the Material room, by keys.</summary>
public sealed class BenchTests
{
    [Theory]
    [InlineData(4)]
    [InlineData(16)]
    [InlineData(34)]
    public async Task A_sheet_prints_on_one_page_and_its_back(int lines)
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/sheets/new");
        ines.Choose("#ClassId", "Cormorants");
        ines.Run("document.querySelector('#Date').value = '2041-05-14'");
        ines.Paste(
            "#Text",
            "Long night\nWarm up\njog 3 min\n"
                + string.Concat(
                    Enumerable
                        .Range(0, lines)
                        .Select(i =>
                            i % 4 == 0
                                ? "jab, cross, lead hook, rear low kick pairs 5/side [kick pads]\n"
                                : "front kick 5/side -- knee first\n"
                        )
                )
                + "Cool down\nstretch 4 min"
        );
        ines.Click("button.main");
        ines.Until(() => ines.Has(".line .dose"));
        ines.Go(ines.Path + "/print");
        Assert.Equal(2, ines.Printed().Pages);
        ines.IsAccessible("Print");
    }

    [Fact]
    public async Task A_combination_is_typed_looked_at_mended_and_kept()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Press("g");
        ines.Press("b");
        ines.Until(() => ines.Path == "/bench");
        ines.IsAccessible("Bench, empty");
        ines.Type("#c", "[cross] parry, [hook] cover, lead elbow, rear elbow, rear knee | rear round kik");
        ines.Until(() => ines.Has(".notation-errors"));
        Assert.Equal("kik", ines.Text(".pointed mark").Split(' ')[^1]);
        ines.Type("#c", Keys.Backspace + Keys.Backspace + "ick");
        ines.Until(() => ines.Texts(".check").Exists(c => c.Contains("choked", StringComparison.Ordinal)));
        ines.IsAccessible("Bench");
        ines.Click(".check [data-fill*='angle left']");
        ines.Until(() =>
            ines.Has("#bench-live .floor")
            && !ines.Texts(".check").Exists(c => c.Contains("choked", StringComparison.Ordinal))
        );
        Assert.Contains("rear knee (angle left)", ines.Find("#c").GetAttribute("value"), StringComparison.Ordinal);

        // step keys and scrubber show one beat's feet at a time
        ines.Type("#c", Keys.Escape);
        ines.Press(Keys.ArrowRight);
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Run("return document.getElementById('bench-live').dataset.beat") == "3");
        Assert.Equal("1", ines.Run("return document.querySelectorAll('.floor .frame.is-on').length"));
        Assert.Equal("3", ines.Text(".holder li.is-on b"));
        ines.Press(" ");
        ines.Until(() => ines.Run("return document.getElementById('bench-live').dataset.beat") == "6");
        ines.HasNoScriptErrors();
        ines.Press("m");
        ines.Until(() => ines.Text(".bench-facts").Contains("ends right lead", StringComparison.Ordinal));

        ines.Click("[formaction='/material/numbered-form']");
        ines.Until(() => ines.Path == "/material/numbered-form");
        ines.IsAccessible("Keep a combination");
        ines.Fill("#Form_Number", "77");
        ines.Type("#Form_Name", "Mended" + Keys.Enter);
        ines.Until(() => ines.Path.StartsWith("/material/numbered/", StringComparison.Ordinal));
        ines.IsAccessible("Numbered combination");
        ines.Go("/material/round-kick");
        ines.IsAccessible("Technique");
        ines.Go("/material/technique-form?id=round-kick");
        ines.IsAccessible("Technique form");
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task A_body_is_played_stepped_turned_and_mirrored_at_the_same_count_as_strip_card_and_feet()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        // who asked for less motion sees moment after moment, and nothing in between
        ines.Go("/material/side-kick");
        ines.Until(() => ines.Has(".mover[data-ready]"));
        ines.Click("[data-mover='on']");
        ines.Until(() => ines.Text(".mover-words").Contains("the knee comes back", StringComparison.Ordinal));
        ines.IsAccessible("Technique with a body");
        ines.Click("[data-mover='play']");
        ines.Until(() => ines.Text(".mover-words").Contains("the heel out", StringComparison.Ordinal));
        Assert.Equal("Stop", ines.Text("[data-mover='play']"));
        ines.Until(() => ines.Text("[data-mover='play']") == "Play");
        ines.Before(
            "const asked = window.matchMedia.bind(window); window.matchMedia = query => "
                + "query.includes('reduced-motion') ? { matches: false, addEventListener() {} } : asked(query);"
        );
        ines.Go("/bench?c=jab,%20cross,%20rear%20round%20kick");
        Assert.True(ines.Has(".mover-stage svg path"));
        ines.Until(() => ines.Has(".mover[data-ready]"));
        var first = ines.Text(".mover-words");

        // a count: the still of the strike, the same count everywhere
        ines.Click(".beat-strip [data-beat='3']");
        ines.Until(() => ines.Has(".mover-stage canvas") && ines.Text(".mover-words") != first);
        Assert.Contains("shin across into the target", ines.Text(".mover-words"), StringComparison.Ordinal);
        Assert.Equal("3 3 3", Counts());
        ines.Click("[data-play]");
        ines.Until(() => ines.Text("[data-play]") == "Play");
        ines.Type("#c", Keys.Escape);
        ines.Press(",");
        ines.Until(() => Counts() == "2 2 2");
        Assert.Contains("the arm straight", ines.Text(".mover-words"), StringComparison.Ordinal);

        ines.Click(".holder li[data-count='1']");
        ines.Until(() => Counts() == "1 1 1");
        ines.Click(".holder li[data-count='2']");
        ines.Until(() => Counts() == "2 2 2");

        // from all sides: what is drawn changes, what is done does not
        var drawn = new HashSet<string> { Drawn() };
        ines.Click("[data-mover='view'][data-angle='90']");
        Assert.True(drawn.Add(Drawn()));
        ines.Click("[data-mover='mirror']");
        Assert.True(drawn.Add(Drawn()));
        ines.Click("[data-mover='partner']");
        Assert.True(drawn.Add(Drawn()));
        ines.Drag(".mover-stage", 80);
        ines.Until(() => drawn.Add(Drawn()));
        Assert.Equal("2 2 2", Counts());

        // again and again goes on behind the end
        ines.Click("[data-mover='loop']");
        ines.Click("[data-play]");
        ines.Until(() => Counts() == "3 3 3");
        ines.Until(() => Counts() == "1 1 1");
        Assert.Equal("Stop", ines.Text("[data-play]"));
        ines.Click("[data-play]");
        ines.HasNoScriptErrors();

        string Counts() =>
            ines.Run(
                "return [document.querySelector('.beat-strip .beat.is-on').dataset.beat, "
                    + "document.querySelector('.floor .frame.is-on').dataset.count, "
                    + "document.querySelector('.holder .is-on').dataset.count].join(' ')"
            );
        string Drawn() => ines.Run("return document.querySelector('.mover canvas').toDataURL()");
    }
}
