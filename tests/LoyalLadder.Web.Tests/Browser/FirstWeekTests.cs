using System.Diagnostics;
using System.Globalization;
using LoyalLadder.Core.Techniques;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>
/// A new school from nothing to three tracks of nine ranks with 180 requirements, sixty students in five classes and four
/// instructors: the steps that docs/first-week.md counts.
/// </summary>
public sealed class FirstWeekTests
{
    private static readonly string[] Ranks =
    [
        "White",
        "Grey",
        "Yellow",
        "Orange",
        "Green",
        "Blue",
        "Purple",
        "Brown",
        "Black",
    ];

    /// <summary>Hands that take the time that a person takes: each press, each letter, each look for the next place.</summary>
    private sealed class Hands(Screen screen)
    {
        private const double SecondsToFind = 1.5,
            SecondsALetter = 0.25,
            SecondsToPaste = 6;

        public int Steps { get; private set; }

        public double Seconds { get; private set; }

        public void Press(string css)
        {
            screen.Click(css);
            Took(SecondsToFind);
        }

        public void Type(string css, string text)
        {
            screen.Fill(css, text);
            Took(SecondsToFind + (SecondsALetter * text.Length));
        }

        public void Choose(string css, string words)
        {
            screen.Choose(css, words);
            Took(SecondsToFind * 2);
        }

        /// <summary>From where the list is kept: mark, copy, come back, paste.</summary>
        public void Paste(string css, string text)
        {
            screen.Paste(css, text);
            Took(SecondsToPaste);
        }

        /// <summary>A room or a page of one, from a link that stands on every page.</summary>
        public void Go(string path)
        {
            screen.Go(path);
            Took(SecondsToFind);
        }

        private void Took(double seconds) => (Steps, Seconds) = (Steps + 1, Seconds + seconds);
    }

    /// <summary>Sixty things, spread over nine ranks, as a spreadsheet has them.</summary>
    private static string Table(int from)
    {
        var names = CatalogueFile
            .Shipped()
            .All.Where(t => !t.IsExercise && t.Family is not (TechniqueFamily.Footwork or TechniqueFamily.Stance))
            .Select(t => t.NameIn(NamingSchool.Generic))
            .Skip(from)
            .Take(60)
            .ToList();
        var rows = names.Select(
            (name, n) =>
                $"{name}\t{string.Join('\t', Ranks.Select((_, r) => r == n * Ranks.Length / names.Count ? "3" : ""))}"
        );
        return string.Join('\n', rows.Prepend($"what\t{string.Join('\t', Ranks)}"));
    }

    private static string Students()
    {
        string[] firsts =
        [
            "Ana",
            "Cleo",
            "Dov",
            "Esme",
            "Finn",
            "Greta",
            "Hugo",
            "Ida",
            "Jonas",
            "Kit",
            "Lena",
            "Milo",
        ];
        string[] lasts = ["Brook", "Hale", "Marsh", "Croft", "Pike"];
        string[] groups = ["Otters", "Herons", "Foxes", "Evening", "Morning"];
        return string.Join(
            '\n',
            Enumerable
                .Range(0, 60)
                .Select(n =>
                    $"{n + 1}. {firsts[n % 12]} {lasts[n / 12]} - {Ranks[n % 4].ToLowerInvariant()} belt, {groups[n / 12]}"
                )
        );
    }

    [Fact]
    public async Task A_new_school_is_ready_for_its_first_week_within_a_quarter_of_an_hour()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        using var screen = new Screen(server.Address);
        var (hands, waited) = (new Hands(screen), Stopwatch.StartNew());
        Open(hands, screen);
        Ladder(hands, screen);
        foreach (
            var (name, band) in new[]
            {
                ("Otters", "Kids"),
                ("Herons", "Kids"),
                ("Foxes", "Teens"),
                ("Evening", "Adults"),
                ("Morning", "Adults"),
            }
        )
        {
            hands.Go("/school/classes");
            hands.Type("#Form_Name", name);
            hands.Choose("#Form_Band", band);
            hands.Press("form button.main");
            screen.Until(() => screen.Text("table").Contains(name, StringComparison.Ordinal));
        }
        hands.Go("/people/add");
        hands.Paste("#Names", Students());
        hands.Press("#names button");
        screen.Until(() => screen.Text(".said").StartsWith("Nothing is open", StringComparison.Ordinal));
        hands.Press("form[action*='Take'] button.main");
        screen.Until(() => screen.Text(".said").StartsWith("60 students", StringComparison.Ordinal));
        Instructors(hands, screen);
        await using var owner = server.Owner();
        Assert.Equal(
            (27, 180, 60, 60, 5),
            (
                await owner.Ranks.IgnoreQueryFilters().CountAsync(),
                await owner.Requirements.IgnoreQueryFilters().CountAsync(),
                await owner.Students.IgnoreQueryFilters().CountAsync(s => s.RankId != null),
                await owner.Enrolments.IgnoreQueryFilters().CountAsync(),
                await owner.Users.CountAsync()
            )
        );
        var minutes = (hands.Seconds + waited.Elapsed.TotalSeconds) / 60;
        TestContext.Current.SendDiagnosticMessage(
            string.Create(CultureInfo.InvariantCulture, $"{hands.Steps} steps, {minutes:0.0} minutes")
        );
        Assert.True(
            minutes < 15,
            string.Create(CultureInfo.InvariantCulture, $"{minutes:0.0} minutes, {hands.Steps} steps")
        );
        Assert.InRange(hands.Steps, 60, 90);
        screen.HasNoScriptErrors();
    }

    private static void Open(Hands hands, Screen screen)
    {
        hands.Go("/");
        screen.Until(() => screen.Path == "/first-run");
        hands.Type("#SchoolName", "The Boathouse");
        hands.Type("#DisplayName", "Runa");
        hands.Type("#Email", "runa@boathouse.example");
        hands.Type("#Password", TestDatabase.Password);
        hands.Press("button.main");
        screen.Until(() => screen.Path == "/school/classes");
    }

    private static void Ladder(Hands hands, Screen screen)
    {
        foreach (var (name, n) in new[] { "Kids", "Teens", "Adults" }.Select((name, n) => (name, n)))
        {
            hands.Go("/school/ranks");
            hands.Type("#trackName", name);
            hands.Choose("#band", name);
            hands.Press("form[action*='Track'] button");
            screen.Until(() => screen.Text(".said") == $"{name} is added.");
            hands.Go("/ladder/grid");
            if (n > 0)
                hands.Press($".shelves a:nth-child({n + 1})");
            hands.Press("#paste summary");
            hands.Paste("#Text", Table(n * 10));
            hands.Press("#paste button");
            hands.Press("form[action*='Take'] button.main");
            screen.Until(() => screen.Text(".said") == "The table is taken.");
        }
    }

    private static void Instructors(Hands hands, Screen screen)
    {
        foreach (var name in new[] { "Sten", "Maud", "Tove", "Odd" })
        {
            hands.Go("/school/users");
            hands.Type("#Form_DisplayName", name);
            hands.Type("#Form_Email", $"{name.ToLowerInvariant()}@boathouse.example");
            hands.Choose("#Form_Role", "instructor");
            hands.Type("#Form_Password", TestDatabase.Password);
            hands.Press("form:has(#Form_Email) button.main");
            screen.Until(() => screen.Text("table").Contains(name, StringComparison.Ordinal));
        }
    }
}
