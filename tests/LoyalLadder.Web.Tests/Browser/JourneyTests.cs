using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The way through the application as instructors go it, in a real browser.</summary>
public sealed class JourneyTests
{
    [Fact]
    public async Task From_a_pasted_sheet_to_what_the_next_sheet_is_offered()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.IsAccessible("Today");
        var plan = ines.Find(".day li:first-child .next-act a.main");
        Assert.Equal("Write a lesson", plan.Text);
        plan.Click();
        ines.IsAccessible("New lesson");
        ines.Paste(
            "#Text",
            "Warm up\n20 jumping jacks\nLunges 5 each leg\nBasics\nfront kick 5 per leg slow, then 5 fast\nround "
                + "kick x 6 each side\nwibble wobble 10 reps\nCool down\nstretch 1 min"
        );
        ines.Click("button.main");
        ines.Until(() => ines.Path.StartsWith("/sheets/", StringComparison.Ordinal) && ines.Has(".line .dose"));
        Assert.Equal(["x20", "5/side", "5 slow + 5 brisk /side", "6/side", "x10", "1:00"], ines.Texts(".line .dose"));
        Assert.Contains("wibble wobble", ines.Text(".line.is-free"), StringComparison.Ordinal);
        ines.IsAccessible("Sheet");
        EditByKeys(ines);
        var sheet = ines.Path;
        ines.HasNoScriptErrors();

        Run(ines, sheet);
        Log(ines);

        ines.Go("/sheets/new");
        ines.Choose("#ClassId", "Little Gulls");
        ines.Run("document.querySelector('#Date').value = '2041-05-14'");
        ines.Click("button[name=empty]");
        ines.Until(() => ines.Has(".pull"));
        Assert.Contains("round kick", ines.Text(".pull strong"), StringComparison.Ordinal);
        ines.Click(".pull button");
        ines.Until(() => ines.Has(".line .dose"));
        Assert.Contains("was owed", ines.Text(".line"), StringComparison.Ordinal);
        ines.HasNoScriptErrors();
    }

    private static void EditByKeys(Screen ines)
    {
        var before = ines.Find("#headline").GetAttribute("title");
        ines.Run("document.activeElement.blur()");
        ines.Press("jj"); // the heading, then the jacks
        ines.Press("]");
        ines.Until(() => ines.Texts(".line .dose")[0] == "x21");
        Assert.NotEqual(before, ines.Find("#headline").GetAttribute("title"));
        ines.Press("x");
        ines.Press("x");
        ines.Until(() => ines.Texts(".line .dose")[0] == "5/side");
        ines.Press("u");
        ines.Until(() => ines.Texts(".line .dose")[0] == "x21");
        ines.Press("J");
        ines.Until(() => ines.Texts(".line .dose")[1] == "x21");
        ines.Press(Keys.Enter);
        ines.Find("#edit-text").Clear();
        ines.Type("#edit-text", "star jumps x99999999" + Keys.Enter);
        ines.Until(() => ines.Has(".line .field-error"));
        Assert.Equal("star jumps x99999999", ines.Find("#edit-text").GetAttribute("value"));
        ines.Find("#edit-text").Clear();
        ines.Type("#edit-text", "star jumps 30 sec" + Keys.Enter);
        ines.Until(() => ines.Texts(".line .dose")[1] == "30s");
        ines.Press("/");
        ines.Type("#quick-line", "water 1 min");
        ines.Until(() => ines.Text("#matches .reads").Contains("with setting up", StringComparison.Ordinal));
        ines.Press(Keys.Enter);
        ines.Until(() =>
            ines.Texts(".line .dose").Contains("1:00") && ines.Find("#quick-line").GetAttribute("value") == ""
        );
        Assert.Equal("quick-line", ines.Run("return document.activeElement.id"));
    }

    private static void Run(Screen ines, string sheet)
    {
        ines.Go(sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal));
        ines.Until(() => ines.Text("#plan .line b") == "Lunges");
        ines.IsAccessible("Mat, waiting");
        ines.Click("#roll .person");
        ines.Until(() => ines.Texts("#roll .is-there").Count == 1);
        ines.Click("#main");
        ines.Until(() => ines.Run("return document.body.dataset.state") == "running");
        Assert.Equal("Lunges", ines.Text("#title"));
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "star jumps");
        ines.Press("+");
        ines.Press("s");
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "water");
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "front kick");
        var shown = System.Diagnostics.Stopwatch.StartNew();
        ines.Press("s");
        ines.Until(() => ines.Run("return document.body.dataset.phase") == "work" && ines.Text("#side") == "right leg");
        Assert.Contains(ines.Text("#word"), new[] { "ichi", "ni", "san" });
        ines.IsAccessible("Mat, running");
        ines.Press("o");
        ines.Type("#note-text", "left legs lazy");
        ines.Click("#note-dialog button.main");
        ines.Until(() =>
            ines.Run("return Object.keys(localStorage).some(k => k.startsWith('loyal-ladder-run-'))") == "True"
        );
        // what was up for less than half a second counts as not done, and a quick machine is as quick as that
        ines.Until(() => shown.Elapsed > TimeSpan.FromSeconds(1));
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == "round kick");
        // the server has everything before the page is thrown away
        ines.Until(() =>
            ines.Run(
                "return fetch(location.pathname + '?handler=Events').then(r => r.json()).then(r => r.events.length)"
            )
            == ines.Run(
                "return JSON.parse(localStorage.getItem(Object.keys(localStorage).find(k => "
                    + "k.startsWith('loyal-ladder-run-')))).events.length"
            )
        );
        ines.Run("localStorage.clear()");
        ines.Reload();
        ines.Until(() =>
            ines.Text("#title") == "round kick" && ines.Run("return document.body.dataset.state") == "running"
        );
        ines.Press("k");
        ines.Until(() => ines.Text("#title") == "wibble wobble");
        ines.Click("[data-do=others]");
        ines.Hold("#end", () => ines.Has("#over:not([hidden])"));
        ines.Until(() => ines.Has("#to-log:not([hidden])"));
        ines.IsAccessible("Mat, over");
        ines.HasNoScriptErrors();
        ines.Go(sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal));
    }

    private static void Log(Screen ines)
    {
        ines.Until(() => ines.Path.StartsWith("/diary/", StringComparison.Ordinal));
        ines.IsAccessible("Log");
        Assert.Equal("left legs lazy", ines.Find("#notes").GetAttribute("value"));
        // the core adds the events up as the mat did: what was skipped and what was never reached are not done
        var outcomes = ines.Texts(".outcome input:checked + span");
        Assert.Equal(("not done", "not done"), (outcomes[4], outcomes[6]));
        Assert.NotEqual("not done", outcomes[3]);
        ines.Click("[data-all]");
        ines.Click(".roll-one:nth-child(2) label:first-child");
        // seconds in a test are no lesson: what was shown counts as done
        foreach (var row in new[] { 1, 2, 3, 4 })
            ines.Click($"tbody tr:nth-child({row}) .outcome label:first-child");
        ines.Click("form button.main");
        ines.Until(() => ines.Path == "/");
        Assert.Contains("carried over", ines.Text(".said"), StringComparison.Ordinal);
        ines.Go("/diary");
        ines.IsAccessible("Diary");
        Assert.Contains("Little Gulls", ines.Text("tbody tr:first-child"), StringComparison.Ordinal);
        Assert.Equal("11", ines.Texts("tbody tr:first-child td")[3]);
    }

    [Fact]
    public async Task A_new_school_from_empty_to_its_first_lesson_on_the_mat()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        using var head = new Screen(server.Address);
        head.Go("/");
        head.Until(() => head.Path == "/first-run");
        head.IsAccessible("First run");
        head.Click("button.main");
        head.Until(() =>
            head.Texts(".field-error").Exists(t => t.Contains("Give the school a name", StringComparison.Ordinal))
        );
        head.Type("#SchoolName", "Rope Walk");
        head.Type("#DisplayName", "Perran");
        head.Type("#Email", "perran@ropewalk.example");
        head.Type("#Password", "a rope of four strands" + Keys.Enter);
        head.Until(() => head.Path == "/school/classes");
        head.IsAccessible("Classes");
        head.Type("#Form_Name", "First Knots");
        head.Choose("#Form_Band", "Adults");
        head.Choose("#Form_Weekday", "Tuesday");
        head.Click(".school-grid form button.main");
        head.Until(() => head.Text(".said").Contains("First Knots", StringComparison.Ordinal));
        head.Go("/school/ranks");
        head.Click("button.main");
        head.Until(() => head.Has(".belt"));
        head.IsAccessible("Ranks");
        head.Go("/school/students");
        head.Type("#Form_Names", "Wren A\nTomas K\nBea L");
        head.Click("input[name='Form.ClassIds']");
        head.Click(".school-grid form button.main");
        head.Until(() => head.Texts(".ruled tbody tr").Count == 3);
        head.IsAccessible("Students");
        foreach (
            var room in new[]
            {
                "/school",
                "/school/halls",
                "/school/kit",
                "/school/users",
                "/school/tokens",
                "/material",
                "/material/round-kick",
                "/sheets",
            }
        )
        {
            head.Go(room);
            head.IsAccessible(room);
        }
        head.Go("/");
        // the first week ticks itself: ranks, a class and students are there, a hall and a sheet are not
        Assert.Equal(3, head.Texts(".first-week .is-done").Count);
        Assert.True(head.Has(".first-week a[href='/school/halls']"));
        head.Click(".next-act a.main");
        head.Click("button[name=empty]");
        head.Until(() => head.Has(".empty-room"));
        head.Type("#quick-line", "jab, cross 8/side" + Keys.Enter);
        head.Until(() => head.Texts(".line .dose").Contains("8/side"));
        head.Go(head.Path.Replace("/sheets/", "/mat/", StringComparison.Ordinal));
        head.StartByKey();
        head.Until(() => head.Run("return document.body.dataset.state") == "running");
        head.HasNoScriptErrors();
    }

    [Fact]
    public async Task Ladder_people_grading_and_briefing_are_open_to_all()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        foreach (
            var room in new[]
            {
                "/ladder",
                "/people",
                "/gradings",
                "/material/drills",
                "/sheets/library",
                "/school/lists",
                "/school/limits",
                "/school/pace",
            }
        )
        {
            ines.Go(room);
            ines.IsAccessible(room);
        }
        ines.Go("/people");
        ines.Click("td a[href^='/people/0']");
        ines.Until(() => ines.Text("h1") != "People" && ines.Has("#care"));
        ines.IsAccessible("a student");
        ines.Go("/gradings");
        ines.Click("td a[href^='/gradings/']");
        ines.Until(() => ines.Path.StartsWith("/gradings/", StringComparison.Ordinal));
        ines.IsAccessible("a grading");
        ines.Go("/");
        var sheet = ines.Run("return document.querySelector(\"a[href^='/sheets/0']\").getAttribute('href')");
        ines.Go($"{sheet}/briefing");
        Assert.True(ines.Has(".briefing"));
        ines.IsAccessible("a briefing");
        Assert.InRange(ines.Printed().Pages, 1, 1);
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task The_database_goes_away_in_the_middle_of_a_run_and_nothing_is_lost()
    {
        var database = await TestDatabase.Fresh(withDemo: true);
        var direct = new Npgsql.NpgsqlConnectionStringBuilder(database.Web);
        await using var line = new CuttableLine(direct.Host!, direct.Port);
        direct.Host = "127.0.0.1";
        direct.Port = line.Port;
        await using var server = new LadderServer(database) { Through = _ => direct.ConnectionString };
        server.StartServer();
        using var ines = Screen.SignedIn(server);
        // the evening's last lesson has no stop to settle first
        ines.Go(
            (string)ines.Run("return [...document.querySelectorAll(\"a[href^='/mat/']\")].at(-1).getAttribute('href')")!
        );
        ines.Until(() => ines.Text("#title").Length > 0);
        var mat = ines.Path;
        ines.StartByKey();
        ines.Until(() => ines.Run("return document.body.dataset.state") == "running");
        var second = ines.Text("#next li b");

        await line.Cut();
        ines.Press(Keys.ArrowRight);
        ines.Until(() => ines.Text("#title") == second);
        ines.Until(() => ines.Has("#unsaved:not([hidden])"));
        Assert.Contains("Not saved yet", ines.Text("#unsaved"), StringComparison.Ordinal);
        using var marlow = new Screen(server.Address);
        marlow.Go("/sign-in");
        marlow.Until(() => marlow.Text("h1") == "The database is away");
        // even a reload goes on: the page and its events are kept on the device
        ines.Reload();
        ines.Until(() => ines.Text("#title") == second && ines.Run("return document.body.dataset.state") == "running");

        line.Mend();
        ines.Until(() => !ines.Has("#unsaved:not([hidden])"));
        using var tobin = Screen.SignedIn(server, Data.Demo.DemoSchool.Instructor);
        tobin.Go(mat);
        tobin.Until(() => tobin.Text("#title") == second);
        // and what one presses, the other sees
        ines.Press(" ");
        tobin.Until(() => tobin.Run("return document.body.dataset.state") == "paused");
    }
}
