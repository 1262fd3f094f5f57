using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Find;

/// <summary>A page that is found by its name.</summary>
/// <param name="Name">As its heading or link has it.</param>
/// <param name="Address">Where it stands.</param>
/// <param name="About">Other words that somebody may look for: what can be set or done there.</param>
/// <param name="Least">Who may open it.</param>
public sealed record PagePlace(string Name, string Address, string About = "", Role Least = Role.Assistant);

/// <summary>The pages of a part of the school's settings.</summary>
public sealed record PageGroup(string Name, IReadOnlyList<PagePlace> Pages);

/// <summary>Every page that can be gone to, once: for the school's own navigation and for Find.</summary>
public static class PagePlaces
{
    /// <summary>The school's settings in four groups, in the order in which a new school needs them.</summary>
    public static IReadOnlyList<PageGroup> School =>
        [
            new(
                Say("School"),
                [
                    new(
                        Say("Settings"),
                        "/school",
                        Say(
                            "name, time zone, naming, counting, opening, closing, mitts, punch numbers, safety policy, second step"
                        )
                    ),
                    new(Say("Halls"), "/school/halls", Say("floor, bags, tablets, wall display")),
                    new(Say("Classes"), "/school/classes", Say("ages, usual minutes, instructors")),
                    new(
                        Say("Timetable"),
                        "/school/timetable",
                        Say("closures, holidays, calendar address, moved classes")
                    ),
                    new(Say("Kit"), "/school/kit", Say("pads, shields, time to fetch")),
                ]
            ),
            new(
                Say("People"),
                [
                    new(Say("Students"), "/school/students", Say("add, enrol, archived students")),
                    new(
                        Say("People who sign in"),
                        "/school/users",
                        Say("instructors, assistants, invite, roles"),
                        Role.Head
                    ),
                    new(Say("Sign-in log"), "/school/door", Say("passwords, failed sign-ins"), Role.Head),
                ]
            ),
            new(
                Say("Syllabus"),
                [
                    new(Say("Tracks and ranks"), "/school/ranks", Say("belts, grades, usual syllabus")),
                    new(Say("Limits of the checks"), "/school/limits", Say("safety, what children may do, insurer")),
                    new(Say("Pace"), "/school/pace", Say("seconds per rep, tap the pace, talk")),
                    new(Say("Certificates"), "/school/papers", Say("signatures, border, picture")),
                ]
            ),
            new(
                Say("Data"),
                [
                    new(Say("Lists in and out"), "/school/lists", Say("import, export, spreadsheet, CSV")),
                    new(Say("Tokens"), "/school/tokens", Say("API, other programs"), Role.Head),
                    new(Say("Who changed what"), "/school/changes", Say("changes, history"), Role.Head),
                    new(Say("The school as a file"), "/school/move", Say("backup, move, restore"), Role.Head),
                ]
            ),
        ];

    private static IEnumerable<PagePlace> Rooms =>
        [
            new(Say("Today"), "/", Say("now, next class, waiting")),
            new(Say("Timer"), "/clock", Say("stopwatch, rounds without a lesson")),
            new(Say("Sheets"), "/sheets", Say("lessons, plan, week")),
            new(Say("New lesson"), "/sheets/new", Say("paste, write, copy"), Role.Instructor),
            new(Say("Bench"), "/bench", Say("combinations, movement, feet, body")),
            new(Say("Material"), "/material", Say("techniques, kicks, strikes")),
            new(Say("Activities"), "/material/activities", Say("games, warm-ups, fitness")),
            new(Say("Drills"), "/material/drills", Say("library")),
            new(Say("Ladder"), "/ladder", Say("ranks, syllabus, requirements")),
            new(Say("Diary"), "/diary", Say("logs, what was taught")),
            new(Say("People"), "/people", Say("students, readiness, attendance")),
            new(Say("Register for the month"), "/people/register", Say("attendance")),
            new(Say("In pictures"), "/people/charts", Say("charts, attendance by week, sides")),
            new(Say("Gradings"), "/gradings", Say("examiners, marks, results, belts")),
            new(Say("Term"), "/term", Say("map, plan, weeks")),
            new(Say("Rounds"), "/rounds", Say("pads, called rounds, sparring")),
            new(Say("How to write a sheet"), "/help", Say("help, examples, keys")),
        ];

    /// <summary>Pages whose name or words hold every word that is looked for.</summary>
    public static IEnumerable<PagePlace> Find(string text, Func<Role, bool> isAtLeast)
    {
        var wanted = NameKey.Words(text);
        if (wanted.Count == 0)
            return [];
        return Rooms
            .Concat(School.SelectMany(g => g.Pages))
            .Where(p => isAtLeast(p.Least))
            .Where(p =>
                NameKey.Words($"{p.Name} {p.About}") is var words
                && wanted.TrueForAll(w => words.Exists(has => Begins(has, w)))
            );
    }

    private static bool Begins(string word, string wanted) => word.StartsWith(wanted, StringComparison.Ordinal);
}
