using System.Globalization;
using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The mat, its other screens and the wall, in a browser.</summary>
public sealed class MatTests
{
    /// <summary>Whatever belongs beside a line, and what is hard to fit.</summary>
    private const string AllKinds = """
        ## Warm-up
        jog 3:00
        talk about the tournament and who comes by which car on Saturday morning
        ## Floor drills
        front kick 10/side
        jab, cross, lead hook, rear low kick, cross (body), lead hook, rear overhand (step left), rear knee 6/side
        ## Pads
        jab, cross, lead hook, rear low kick pairs 10/side [kick pads]
           advanced: jab, cross, rear front kick
        push-up 3x10 rest 20s
        stations 4 x 45s change 15s: push-up | plank | squat | crunch
        ## Cool-down
        straddle stretch 2:00
        """;

    private const string Boxes = """
        const seen = [...document.querySelectorAll('h1, .cues, .big-line, .word, .side-box, .line-left, ' +
          '.mat-counts li, .mat-say li, .mat-jobs li, .beside-head, .next li, .buttons button, .top > *')]
          .filter(e => e.offsetParent && e.textContent.trim());
        const wrong = [];
        const name = e => (e.id || e.className || e.tagName) + ' "' + e.textContent.trim().slice(0, 24) + '"';
        const box = e => {
          const r = document.createRange();
          r.selectNodeContents(e);
          const [ink, own] = [r.getBoundingClientRect(), e.getBoundingClientRect()];
          return { left: ink.left, right: ink.right, top: own.top, bottom: own.bottom };
        };
        for (const e of seen) {
          const b = box(e);
          if (b.left < -1 || b.right > innerWidth + 1) wrong.push('out of the screen: ' + name(e));
          if (e.scrollWidth > e.clientWidth + 2 && e.clientWidth > 0) wrong.push('cut: ' + name(e));
          if (getComputedStyle(e).textOverflow === 'ellipsis') wrong.push('dots: ' + name(e));
        }
        const footer = document.querySelector('.mat > .buttons').getBoundingClientRect();
        for (const [i, a] of seen.entries()) for (const b of seen.slice(i + 1)) {
          if (a.contains(b) || b.contains(a)) continue;
          const [x, y] = [box(a), box(b)];
          if (x.top > footer.top && !a.closest('.buttons')) continue;
          const wide = Math.min(x.right, y.right) - Math.max(x.left, y.left);
          const high = Math.min(x.bottom, y.bottom) - Math.max(x.top, y.top);
          const over = wide > 2 && high > 4;
          const stays = Boolean(a.closest('.buttons')) !== Boolean(b.closest('.buttons'));
          if (over && !stays) wrong.push('over each other: ' + name(a) + ' and ' + name(b));
        }
        for (const t of document.querySelectorAll('button, a')) {
          if (!t.offsetParent || t.closest('dialog')) continue;
          const b = t.getBoundingClientRect();
          if (b.width < 44 || b.height < 44) wrong.push('small: ' + name(t) + ' ' + Math.round(b.width) + 'x' + Math.round(b.height));
        }
        return wrong.join('\n');
        """;

    private const string LastNextIsAbove =
        "document.querySelector('.next li:last-child').getBoundingClientRect().bottom "
        + "<= document.querySelector('.mat > .buttons').getBoundingClientRect().top + 1 ? 1 : 0";

    private const string StandIns = """
        window.tones = 0; window.said = [];
        class Fake {
          constructor() { this.state = 'suspended'; this.currentTime = 0; this.destination = {}; }
          resume() { if (window.touched) { this.state = 'running'; this.onstatechange?.(); } return Promise.resolve(); }
          createOscillator() { window.tones++; return { frequency: {}, connect: x => x, start() {}, stop() {} }; }
          createGain() { return { gain: { setValueAtTime() {}, exponentialRampToValueAtTime() {} }, connect: x => x }; }
        }
        window.AudioContext = Fake;
        window.SpeechSynthesisUtterance = class { constructor(words) { this.words = words; } };
        Object.defineProperty(window, 'speechSynthesis', { value: { speak: u => window.said.push(u.words), cancel() {} } });
        for (const kind of ['pointerdown', 'keydown']) addEventListener(kind, () => (window.touched = true), true);
        """;

    private static string State(Screen screen) => screen.Run("return document.body.dataset.state");

    /// <summary>A sheet of today for a class, and its mat.</summary>
    private static string Begin(Screen screen, string text, string day = "2041-05-07")
    {
        screen.Go("/sheets/new");
        screen.Choose("#ClassId", "Kites");
        screen.Run($"document.querySelector('#Date').value = '{day}'");
        screen.Paste("#Text", text);
        screen.Click("button.main");
        screen.Until(() => screen.Has("#headline"));
        return screen.Path.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
    }

    [Fact]
    public async Task At_every_size_nothing_overlaps_and_nothing_is_cut()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go(Begin(ines, AllKinds));
        ines.Until(() => ines.Has("#plan .line"));
        var wrong = new List<string>();
        foreach (var (width, height) in new[] { (1280, 800), (820, 1180), (1180, 820), (390, 844) })
        {
            ines.Look(width, height);
            Judge($"{width}, waiting");
        }
        Assert.Contains("kick pads", ines.Text(".kit"), StringComparison.Ordinal);
        ines.StartByKey();
        ines.Until(() => State(ines) == "running");
        var lines = int.Parse(
            ines.Run("return document.querySelectorAll('#plan .line').length"),
            CultureInfo.InvariantCulture
        );
        Assert.Equal(8, lines);
        for (var line = 1; line <= lines; line++)
        {
            var at = $"line {line} of {lines}";
            ines.Until(() => ines.Text("#place").EndsWith(at, StringComparison.Ordinal));
            ines.Press("s");
            foreach (var (width, height) in new[] { (1280, 800), (820, 1180), (1180, 820), (390, 844) })
            {
                ines.Look(width, height);
                ines.Until(() => ines.Run("return innerWidth") == width.ToString(CultureInfo.InvariantCulture));
                Judge($"{width}, {at}");
                if (line == 1 && Number(ines, LastNextIsAbove) == 0)
                    wrong.Add($"{width}: the three lines to come are not all in sight");
            }
            if (line < lines)
                ines.Press(Keys.ArrowRight);
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        ines.Look(1280, 800);
        ines.IsAccessible("Mat");
        ines.Click("[data-do=others]");
        ines.Click("#look");
        ines.IsAccessible("Mat, dark");
        ines.HasNoScriptErrors();

        void Judge(string where)
        {
            if (ines.Run(Boxes) is { Length: > 0 } found)
                wrong.Add($"{where}:\n{found}");
        }
    }

    [Fact]
    public async Task Everything_that_a_line_says_stands_on_the_mat()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go(
            Begin(ines, "## Pads\n#14 pairs 6/side [kick pads]\ntalk about guard\nrounds \"Gulls\" 2 x 1:00 rest 20s")
        );
        ines.Until(() => ines.Has("#plan .line"));
        ines.StartByKey();
        ines.Until(() => State(ines) == "running");
        // a number says what it is, count by count, and what the holder shows
        Assert.StartsWith("#14", ines.Text("#title"), StringComparison.Ordinal);
        Assert.Contains(":", ines.Text("#title"), StringComparison.Ordinal);
        Assert.NotEmpty(ines.Texts(".mat-counts .held"));
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "talk about guard");
        Assert.Equal("as long as you need", ines.Text("#word"));
    }

    [Fact]
    public async Task Sound_comes_back_by_any_touch_and_the_count_is_heard()
    {
        await using var server = await LadderServer.Start();
        using var ines = new Screen(server.Address);
        ines.Before(StandIns);
        ines.SignIn(DemoSchool.Head);
        ines.Go(Begin(ines, "## Pads\njab, cross 10/side brisk\npush-up x10"));
        ines.Until(() => ines.Has("#plan .line"));
        ines.StartByKey();
        ines.Until(() => State(ines) == "running");
        ines.Press("s");
        // clicks for both counts of a repetition, a word for each
        ines.Until(() => Number(ines, "tones") >= 4 && Number(ines, "said.length") >= 2);
        ines.Reload();
        ines.Until(() => ines.Has("#sound-bar:not([hidden])"));
        Assert.Equal(0, Number(ines, "tones"));
        ines.Click("#sound-bar");
        ines.Until(() => !ines.Has("#sound-bar:not([hidden])"));
        ines.Press(Keys.ArrowRight);
        ines.Press("s");
        ines.Until(() => Number(ines, "tones") >= 1 && ines.Run("return said.at(-1)") == "ni");
    }

    private static int Number(Screen screen, string script) =>
        int.Parse(screen.Run($"return {script}"), CultureInfo.InvariantCulture);

    [Fact]
    public async Task An_end_by_mistake_is_taken_back_and_the_log_is_one_press_away()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        var mat = Begin(ines, "## Floor\njab x10\ncross x10");
        ines.Go(mat);
        ines.Until(() => ines.Has("#roll .person"));
        ines.Click("#all-there");
        ines.Until(() => !ines.Has("#roll .is-away"));
        ines.Click("#roll .person:nth-child(2)");
        ines.Type("#guest", "Tuva" + Keys.Enter);
        ines.Until(() => ines.Has("#roll .is-late") && ines.Texts("#roll .person b").Contains("Tuva"));
        ines.Press(Keys.Tab);
        ines.Click("#main");
        ines.Until(() => State(ines) == "running");
        ines.Click("[data-do=others]");
        // a touch is not enough
        ines.Click("#end");
        Assert.Equal("running", State(ines));
        ines.Hold("#end", () => State(ines) == "over");
        ines.Click("#go-on");
        ines.Until(() => State(ines) == "running" && !ines.Has("#over:not([hidden])"));
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "cross");
        ines.Press(Keys.ArrowRight);
        ines.Until(() => State(ines) == "over" && ines.Has("#to-log:not([hidden])"));
        // the diary's own log, filled in from the run
        ines.Click("#to-log");
        ines.Until(() => ines.Path.StartsWith("/diary/", StringComparison.Ordinal) && ines.Has(".roll-one"));
        string Look(string what) => ines.Run($"return document.querySelector('{what} ?? ''");
        ines.Until(() => Look(".roll-one:nth-child(2) input:checked + span')?.textContent") == "late");
        ines.Until(() => Look("#notes')?.value").Contains("Guests: Tuva", StringComparison.Ordinal));
        ines.Click("form[method=post] button.main");
        ines.Until(() => ines.Path == "/");
        Assert.Contains("Kites", ines.Text(".said"), StringComparison.Ordinal);
        await using var db = server.Owner();
        var lesson = Guid.Parse(mat.Split('/')[^1]);
        var there = await db
            .Logs.IgnoreQueryFilters()
            .Where(l => l.LessonId == lesson)
            .SelectMany(l => l.Attendances)
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.Single(there, a => a.Presence == Core.Lessons.Running.Presence.Late);
        Assert.True(there.Count > 10);
    }

    [Fact]
    public async Task A_lesson_of_another_day_asks_once()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go(Begin(ines, "## Floor\njab x10", "2041-05-14"));
        ines.Until(() => ines.Has("#plan .line"));
        Assert.Contains("14 May", ines.Text("#main"), StringComparison.Ordinal);
        ines.Click("#main");
        Assert.Equal("waiting", State(ines));
        ines.Click("#main");
        ines.Until(() => State(ines) == "running");
    }

    [Fact]
    public async Task A_whole_lesson_runs_without_network_and_is_there_once_afterwards()
    {
        await using var server = await LadderServer.Start();
        await using var line = new CuttableLine("127.0.0.1", server.Address.Port);
        var site = new UriBuilder(server.Address) { Port = line.Port }.Uri;
        using var ines = new Screen(site, 390, 844);
        ines.SignIn(DemoSchool.Head);
        var text = "## Floor\n" + string.Join('\n', Enumerable.Range(1, 20).Select(n => $"lunge x{n}"));
        var mat = Begin(ines, text);
        ines.Go(mat);
        ines.Until(() =>
            ines.Has("#plan .line") && ines.Run("return navigator.serviceWorker?.controller ? 1 : 0") == "1"
        );
        ines.Click("#main");
        ines.Until(() => State(ines) == "running");
        ines.Until(() => ines.Run(Unsent) == "0");
        await line.Cut();
        var touches = 1;
        for (var n = 2; n <= 20; n++)
        {
            ines.Click("[data-do=next]");
            touches++;
            var place = $"line {n} of 20";
            ines.Until(() => ines.Text("#place").EndsWith(place, StringComparison.Ordinal));
            if (n != 10)
                continue;
            ines.Reload();
            ines.Until(() => ines.Text("#place").EndsWith(place, StringComparison.Ordinal) && State(ines) == "running");
            Assert.True(ines.Has("#unsaved:not([hidden])") || ines.Run(Unsent) != "0");
        }
        ines.Click("[data-do=next]");
        touches++;
        Assert.True(touches < 40, $"{touches} touches");
        ines.Until(() => State(ines) == "over");
        line.Mend();
        ines.Until(() => ines.Run(Unsent) == "0" && ines.Has("#to-log:not([hidden])"));
        await using var db = server.Owner();
        var lesson = Guid.Parse(mat.Split('/')[^1]);
        var kinds = await db
            .Runs.IgnoreQueryFilters()
            .Where(r => r.LessonId == lesson)
            .SelectMany(r => r.Events)
            .Select(e => e.Kind)
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.Equal(21, kinds.Count);
        Assert.Equal(19, kinds.Count(k => k == Core.Lessons.Running.RunEventKind.Go));
        ines.Click("#to-log");
        ines.Until(() => ines.Texts("tbody tr").Count == 20);
    }

    private const string Unsent =
        "return JSON.parse(localStorage.getItem(Object.keys(localStorage).find(k => k.startsWith('loyal-ladder-run-'))))?.unsent ?? -1";

    [Fact]
    public async Task Two_devices_that_were_apart_show_one_truth()
    {
        await using var server = await LadderServer.Start();
        await using var line = new CuttableLine("127.0.0.1", server.Address.Port);
        using var away = new Screen(new UriBuilder(server.Address) { Port = line.Port }.Uri);
        away.SignIn(DemoSchool.Head);
        using var near = Screen.SignedIn(server, DemoSchool.Instructor);
        var mat = Begin(away, "## Floor\n" + string.Join('\n', Enumerable.Range(1, 6).Select(n => $"lunge x{n}")));
        away.Go(mat);
        near.Go(mat);
        away.Click("#main");
        near.Until(() => State(near) == "running");
        await line.Cut();
        away.Press(Keys.ArrowRight);
        away.Press(Keys.ArrowRight);
        away.Until(() => away.Text("#place").Contains("line 3", StringComparison.Ordinal));
        near.Press(Keys.ArrowRight);
        near.Press("+");
        near.Until(() => near.Text("#place").Contains("line 2", StringComparison.Ordinal));
        near.Press(" ");
        line.Mend();
        away.Until(() => away.Run(Unsent) == "0");
        away.Until(() => State(away) == State(near) && away.Text("#place") == near.Text("#place"));
        Assert.Equal(Sum(near), Sum(away));

        static string Sum(Screen screen) => $"{screen.Text("#title")} {State(screen)} {screen.Text("#line-left")}";
    }

    [Fact]
    public async Task Holder_group_and_wall_follow_and_the_wall_names_nobody()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        var mat = Begin(ines, AllKinds);
        ines.Go("/school/halls");
        ines.Click("button[formaction*='handler=Wall']");
        ines.Until(() => ines.Has(".token-shown"));
        var address = new Uri(ines.Text(".token-shown")).AbsolutePath;
        var hall = ines.Text("tbody tr:first-child strong");
        using var wall = new Screen(server.Address);
        wall.Go(address);
        wall.Until(() => State(wall) == "idle" && wall.Text("#idle-clock").Length == 5);
        ines.Go(mat.Replace("/mat/", "/sheets/", StringComparison.Ordinal));
        var isThere = ines.Run("return document.body.innerText").Contains(hall, StringComparison.Ordinal);
        Assert.True(isThere, $"the class is not in {hall}");
        ines.Go(mat);
        ines.Until(() => ines.Has("#roll .person"));
        ines.Click("#all-there");
        var name = ines.Text("#roll .person b");
        ines.Click("#main");
        wall.Until(() => State(wall) == "running");
        for (var n = 2; n <= 5; n++)
        {
            ines.Press(Keys.ArrowRight);
            var place = $"line {n} of 8";
            wall.Until(() => wall.Text("#place").EndsWith(place, StringComparison.Ordinal));
        }
        ines.Press("s");
        Assert.DoesNotContain(name, wall.Run("return document.documentElement.outerHTML"), StringComparison.Ordinal);
        Assert.False(wall.Has("button"));
        wall.IsAccessible("Wall");
        using var tobin = Screen.SignedIn(server, DemoSchool.Assistant);
        tobin.Go($"{mat}/holder");
        tobin.Until(() => tobin.Texts(".mat-counts .held").Count == 4);
        Assert.False(tobin.Has("[data-do=next]"));
        tobin.IsAccessible("Holder");
        tobin.Go($"{mat}/group");
        tobin.Until(() => tobin.Text("#title") == "jab, cross, rear front kick");
        ines.Press(Keys.ArrowRight);
        tobin.Until(() => tobin.Text("#place").Contains("line 6", StringComparison.Ordinal));
        // a new address ends the old one
        ines.Go("/school/halls");
        ines.Click("button[formaction*='handler=Wall']");
        ines.Until(() => ines.Has(".token-shown"));
        wall.Go(address);
        Assert.DoesNotContain(hall, wall.Run("return document.body.innerText"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_quick_clock_takes_two_presses_and_can_be_logged()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Click("a[href='/clock']");
        ines.Until(() => ines.Path == "/clock");
        ines.IsAccessible("Timer");
        ines.Click("#main");
        ines.Until(() => State(ines) == "running" && ines.Text("#title") == "3 x 2:00");
        ines.Hold("#end", () => State(ines) == "over");
        ines.Type("input[name=what]", "pads");
        ines.Click(".quick-log button.main");
        ines.Until(() => ines.Path.StartsWith("/diary/", StringComparison.Ordinal));
        Assert.Contains("3 x 2:00 rest 30s", ines.Text("tbody"), StringComparison.Ordinal);
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task Rounds_are_made_kept_called_and_stand_on_a_sheet()
    {
        await using var server = await LadderServer.Start();
        using var ines = new Screen(server.Address);
        ines.Before(StandIns);
        ines.SignIn(DemoSchool.Head);
        ines.Go("/rounds?rounds=2&work=1:00&rest=0:20&seed=7&clinch=true");
        ines.IsAccessible("Rounds");
        var first = ines.Text("#call-now");
        ines.Type("#name", "Gulls");
        ines.Click(".keep-rounds button");
        ines.Until(() => ines.Has(".said"));
        Assert.Contains("rounds \"Gulls\" 2 x 1:00", ines.Text(".said"), StringComparison.Ordinal);
        Assert.Equal(first, ines.Text("#call-now"));
        ines.Click("#call");
        ines.Until(() => ines.Text("#call-round") == "round 1 of 2" && Number(ines, "said.length") >= 1);
        Assert.Equal(first, ines.Run("return said[0]"));
        ines.Go(Begin(ines, "## Pads\nrounds \"Gulls\" 2 x 1:00 rest 20s"));
        ines.Until(() => ines.Has("#plan .line"));
        ines.StartByKey();
        ines.Until(() => State(ines) == "running");
        ines.Press("s");
        ines.Until(() => ines.Text(".mat-call .call-now") == first);
        ines.Go("/rounds/paper?rounds=2&work=1:00&seed=7");
        Assert.Equal(2, ines.Texts("table.calls").Count);
        ines.HasNoScriptErrors();
    }
}
