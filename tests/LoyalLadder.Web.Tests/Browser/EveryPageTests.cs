using System.Globalization;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>Every page on every device: nothing to scroll sideways, nothing that axe finds.</summary>
public sealed class EveryPageTests
{
    private static readonly string[] Fixed =
    [
        "/",
        "/sheets",
        "/sheets/new",
        "/sheets/library",
        "/sheets/folder",
        "/help",
        "/find?q=kick",
        "/bench?c=jab, cross, lead hook, rear low kick",
        "/material",
        "/material?show=self-defence",
        "/material/round-kick",
        "/material/drills",
        "/material/words",
        "/ladder",
        "/diary",
        "/rounds?seed=3&clinch=true",
        "/clock",
        "/people",
        "/people?everybody=true",
        "/people/add",
        "/people/charts",
        "/ladder/grid",
        "/week",
        "/school/papers",
        "/gradings",
        "/me",
        "/school",
        "/school/classes",
        "/school/timetable",
        "/school/calendar",
        "/term",
        "/school/halls",
        "/school/kit",
        "/school/ranks",
        "/school/students",
        "/school/limits",
        "/school/pace",
        "/school/lists",
        "/school/users",
        "/school/tokens",
        "/school/door",
        "/school/move",
        "/school/changes",
    ];

    /// <summary>One of each kind whose address is found on another page.</summary>
    private static List<string> Pages(Screen screen)
    {
        string Link(string on, string css)
        {
            screen.Go(on);
            return screen.Run($"return document.querySelector(\"{css}\")?.getAttribute('href') ?? ''");
        }
        var sheet = Link("/sheets", "a[href^='/sheets/0']");
        string[] found =
        [
            sheet,
            $"{sheet}/settle",
            $"{sheet}/history",
            $"{sheet}/use",
            $"{sheet}/briefing",
            Link("/diary", "a[href^='/diary/']"),
            Link("/people", "a[href^='/people/0']"),
            Link("/ladder", "a[href^='/ladder/0']"),
            Link("/people", "a[href^='/people/sign']"),
            $"{Link("/gradings", "a[href^='/gradings/0']")}/table",
            Link("/gradings", "a[href^='/gradings/0']"),
            Link("/material?show=combinations", "a[href^='/material/numbered/']"),
            Link("/sheets/library", "a[href^='/sheets/library/']"),
            Link("/sheets", "a[href^='/draft']"),
            Link("/sheets", "a[href^='/date']"),
            Link("/term", "a[href^='/term/']"),
        ];
        Assert.DoesNotContain("", found);
        return [.. Fixed, .. found];
    }

    /// <summary>
    /// Each page is opened once: looked at whole on a desk by day and on a phone in the dark, where nothing but colours differs; then
    /// made as wide as other devices are.
    /// </summary>
    [Fact]
    public async Task No_page_scrolls_sideways_and_axe_finds_nothing_on_any()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        var faults = new List<string>();
        foreach (var page in Pages(ines))
        {
            ines.Look(1280, 900);
            ines.Go(page);
            Found("on a desk", ines.Findings());
            ines.Look(390, 900, dark: true);
            Found("on a phone in the dark", ines.Findings());
            foreach (var width in Widths)
            {
                ines.Look(width, 900);
                var over = int.Parse(
                    ines.Run("return document.documentElement.scrollWidth - document.documentElement.clientWidth"),
                    CultureInfo.InvariantCulture
                );
                if (over > 0)
                    faults.Add($"{page} at {width}: {over} too wide");
            }

            void Found(string where, string findings)
            {
                if (findings != "[]")
                    faults.Add($"{page} {where}: {findings}");
            }
        }
        Assert.Empty(faults);
    }

    private static readonly int[] Widths = [390, 640, 768, 820, 1024];

    [Fact]
    public async Task Papers_are_whole_pages_of_a4()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/sheets");
        var sheet = ines.Run("return document.querySelector(\"a[href^='/sheets/0']\").getAttribute('href')");
        ines.Go("/ladder");
        var rank = ines.Run("return document.querySelector(\"a[href^='/ladder/0']\").getAttribute('href')");
        ines.Go("/people");
        var register = ines.Run("return document.querySelector(\"a[href^='/people/register']\").getAttribute('href')");
        foreach (
            var (page, most) in new[]
            {
                ($"{sheet}/print", 2),
                ($"{sheet}/print?cards=true", 2),
                ($"{rank}/paper", 1),
                (register, 1),
                ("/rounds/paper?rounds=3&work=2:00&seed=1", 1),
                ("/rounds/paper?rounds=3&work=3:00&seed=2", 2),
                ("/rounds/paper?rounds=4&work=2:00&seed=3", 2),
            }
        )
        {
            ines.Go(page);
            var (pages, size) = ines.Printed();
            Assert.InRange(pages, 1, most);
            Assert.Matches(
                page.StartsWith("/rounds", StringComparison.Ordinal)
                    ? @"^0 0 84[12][.0-9]* 59[45][.0-9]*$"
                    : @"^0 0 59[45][.0-9]* 84[12][.0-9]*$",
                size
            );
            // in print nothing is smaller than is read at arm's length, and no card is cut
            Assert.Equal(
                "",
                ines.Run(
                    "return [...document.querySelectorAll('.front li, .holders li, .register th')]"
                        + ".filter(e => parseFloat(getComputedStyle(e).fontSize) < 15.9).map(e => e.textContent).join('|')"
                )
            );
            Assert.Equal(
                "",
                ines.Run(
                    "return [...document.querySelectorAll('.holders article')]"
                        + ".filter(e => e.scrollHeight > e.clientHeight + 1).map(e => e.textContent).join('|')"
                )
            );
            ines.IsAccessible(page);
        }
    }
}
