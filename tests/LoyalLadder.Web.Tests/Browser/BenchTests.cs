using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The Combination bench and the Material room, by keys.</summary>
public sealed class BenchTests
{
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
        ines.Until(() => ines.Has("#bench-live .floor") && !ines.Texts(".check").Exists(c => c.Contains("choked", StringComparison.Ordinal)));
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
}
