namespace LoyalLadder.Web.Pages.Help;

/// <summary>What a room is for, and how its usual work is done.</summary>
/// <param name="Key">The room as the ladder at the side marks it.</param>
/// <param name="Name">As it is called there.</param>
/// <param name="For">In one sentence.</param>
/// <param name="Steps">The usual work, a sentence each.</param>
public sealed record RoomHelp(string Key, string Name, string For, IReadOnlyList<string> Steps)
{
    public static IReadOnlyList<RoomHelp> All =>
        [
            new(
                "Today",
                Say("Today"),
                Say("The classes of the day in order, each with the next thing to do."),
                [
                    Say(
                        "A class without a lesson: press Write a lesson, or Suggest a lesson and change what you like."
                    ),
                    Say("A class with a lesson: press Start class on the device that you take to the mat."),
                    Say("A class that is over: press Save log and say what was done. Progress counts from logs alone."),
                ]
            ),
            new(
                "Sheets",
                Say("Sheets"),
                Say("Lessons of the week, lessons that are kept for later, and files to add."),
                [
                    Say(
                        "Type a line as on paper: front kick 5 each leg slow. The clock beside it is worked out at once."
                    ),
                    Say("Press Fit to time when the lesson is too long; every choice shows the end that it leads to."),
                    Say("Problems that must be fixed stand beside the lesson, each with what mends it."),
                ]
            ),
            new(
                "Bench",
                Say("Bench"),
                Say("One combination at a time: does it flow, from which distance, with which feet."),
                [
                    Say(
                        "Type the moves with commas between them; a cross on the strip shows where something is wrong."
                    ),
                    Say("Press the space bar to see a body do it, comma and full stop to go a count back or on."),
                    Say("Save gives it a number, under which lessons and ranks can name it."),
                ]
            ),
            new(
                "Material",
                Say("Material"),
                Say("Every technique, numbered combination, drill and activity of the school."),
                [
                    Say(
                        "Search by any name; English, Japanese, Korean, Thai and Chinese names all lead to the technique."
                    ),
                    Say("Add the school's own techniques, words and drills; lessons read them from then on."),
                    Say("Activities finds a game or a warm-up by minutes, people, ages and kit."),
                ]
            ),
            new(
                "Ladder",
                Say("Ladder"),
                Say("Ranks from the first to the last, with what each asks for."),
                [
                    Say("The grid shows a whole track: type a stage, an amount or a time into a cell."),
                    Say("A star asks for two signatures."),
                    Say("Press a rank to see who works for it and what is asked for and not taught anywhere."),
                ]
            ),
            new(
                "Diary",
                Say("Diary"),
                Say("What was taught, lesson by lesson."),
                [
                    Say("Open a lesson to correct what was done or who was there."),
                    Say("What was left out is carried over to the class's next lesson."),
                ]
            ),
            new(
                "People",
                Say("People"),
                Say("Students: attendance, what they lack for the next rank, care notes."),
                [
                    Say("Choose a class to see who is ready and what keeps the others."),
                    Say("Sign signs requirements off by touch; a requirement with a star needs two people."),
                    Say("A care note ends by itself. Keep it short, and keep medical papers elsewhere."),
                ]
            ),
            new(
                "Term",
                Say("Term"),
                Say("What each class is taught in which week until the term ends."),
                [
                    Say("Put marks by hand, or press Plan the term and compare what is offered."),
                    Say("A plan changes nothing before you take it."),
                ]
            ),
            new(
                "Rounds",
                Say("Rounds"),
                Say("Rounds on pads, bags or alone whose calls the device speaks."),
                [
                    Say("Choose what the round is for, how dense and how long; the calls balance sides by themselves."),
                    Say("Start counts down and calls; Shuffle makes new calls of the same kind."),
                ]
            ),
            new(
                "School",
                Say("School"),
                Say("Settings, people who sign in, ranks, and the school's data."),
                [
                    Say("A new school works from the top down: settings, halls, classes, timetable, then students."),
                    Say("Only head instructors change settings; everybody may read them."),
                ]
            ),
        ];
}
