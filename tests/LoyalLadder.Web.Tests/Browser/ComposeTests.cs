using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>A lesson composed without a mouse, every press counted.</summary>
public sealed class ComposeTests
{
    private static readonly string[] Lines =
    [
        "warm up",
        "jog 7:00",
        "lunge 9/side",
        "basics",
        "1-2 20/side",
        "front kick 20/side",
        "round kick 20/side",
        "water 1:00",
        "pads",
        "1-2 pairs 25/side",
        "round kick pairs 25/side",
        "self-defence",
        "wrist release pairs 12/side",
        "fitness",
        "plank 5x45s rest 30s",
        "push-up 3x10",
        "squat 3x15",
        "cool down",
        "stretch 4:00",
        "quiet sitting 1:00",
    ];

    [Fact]
    public async Task From_an_empty_sheet_to_a_fitted_lesson_of_fourteen_lines_by_keyboard()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/sheets/new");
        ines.Choose("#ClassId", "Kites");
        ines.Run("document.querySelector('#Date').value = '2041-05-14'");
        ines.Click("button[name=empty]");
        ines.Until(() => ines.Has(".empty-room"));

        var presses = 0;
        void Press(string keys)
        {
            ines.Press(keys);
            presses += keys.Length;
        }

        Press("/");
        for (var i = 0; i < Lines.Length; i++)
        {
            Press(Lines[i] + Keys.Enter);
            var count = i + 1;
            ines.Until(() =>
                ines.Texts("[data-line]").Count == count && ines.Find("#quick-line").GetAttribute("value") == ""
            );
        }
        Assert.Equal(14, ines.Texts(".line .dose").Count);
        Press(Keys.Escape);
        Press("f");
        ines.Until(() => ines.Has("[data-way='3']"));
        Press("3");
        ines.Until(() => ines.Text(".said").Contains("fitted.", StringComparison.Ordinal));
        Assert.Matches("^([0-9] min spare|on time)$", ines.Text("#headline"));
        Assert.InRange(presses, 150, 300);
        TestContext.Current.SendDiagnosticMessage($"{presses} key presses");
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task The_edge_of_a_block_is_dragged_and_the_dose_changes_in_whole_repetitions()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/sheets/new");
        ines.Choose("#ClassId", "Kites");
        ines.Run("document.querySelector('#Date').value = '2041-05-14'");
        ines.Paste("#Text", "## Basics\njab, cross 10/side\nfront kick 10/side");
        ines.Click("button.main");
        ines.Until(() => ines.Has(".grip"));
        // what is due comes by itself, beside the lines
        ines.Until(() => ines.Has("#due .pull li"));
        var due = ines.Text("#due .pull strong");
        ines.Drag(".grip", 90);
        ines.Until(() => ines.Texts(".line .dose")[0] != "10/side");
        Assert.Matches("^[1-9][0-9]/side$", ines.Texts(".line .dose")[0]);
        Assert.Equal("10/side", ines.Texts(".line .dose")[1]);
        ines.Press("u");
        ines.Until(() => ines.Texts(".line .dose")[0] == "10/side");
        ines.Press("z");
        ines.Until(() => ines.Has(".lesson-ladder.zoom-2"));
        ines.IsAccessible("Sheet, zoomed");
        ines.Run("document.querySelector('#due .pull button').scrollIntoView({ block: 'center' })");
        ines.Click("#due .pull button");
        ines.Until(() =>
            ines.Texts("[data-line]").Count == 4 && ines.Has("#due .pull li") && ines.Text("#due .pull strong") != due
        );
        ines.HasNoScriptErrors();
    }
}
