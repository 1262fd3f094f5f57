namespace LoyalLadder.Web.Pages.Help;

/// <summary>Something that can be typed, and what it is for.</summary>
public sealed record Example(string Typed, string Says);

/// <summary>What can be typed on a sheet, each way of it once. The page reads them as it reads any sheet.</summary>
public static class Examples
{
    public static IReadOnlyList<Example> Lines =>
        [
            new("front kick 5/side", Say("a name, then how much; English, Japanese, Korean, Thai or Chinese names")),
            new("jab, cross, lead hook 8/side", Say("a comma between what follows one another")),
            new("jab & cross 10/side", Say("an 'and' sign for what comes in one count")),
            new("1-2-3 10/side", Say("punches by their numbers")),
            new("#14 x10", Say("a combination that the school has numbered")),
            new(
                "round kick (head) 5/side slow",
                Say("where it goes, and at what pace: slow, steady, fast, called, counted")
            ),
        ];

    public static IReadOnlyList<Example> Amounts =>
        [
            new("push-up x20", Say("so many, once")),
            new("front kick 5/side", Say("so many on each side")),
            new("round kick x20 alternating", Say("left and right in turn")),
            new("squat 3x10 rest 30s", Say("sets, with a rest between")),
            new("round kick 3 steady + 3 called /side", Say("growing: first so, then so")),
            new("plank 45s", Say("a time")),
            new("jab, cross 3 x 2:00 rest 30s", Say("rounds")),
            new("side stretch 30s/side", Say("a time on each side")),
            new("hold 10s, 20s, 30s plank", Say("holds that grow")),
            new("8 jumping jacks and 2 push-ups, 4 times", Say("each with its own number, the whole several times")),
            new("jab, cross pairs 10/side", Say("one partner, then the other")),
            new("front kick threes 8/side", Say("in threes")),
            new(Say("stations 4 x 1:00 change 20s: jab | squat | plank | front kick"), Say("from station to station")),
            new(Say("lines 3 jobs x 1:00 change 20s: round kick | push-up | plank [4 bags]"), Say("lines at the bags")),
            new("rear front kick floor x2", Say("down the floor and back")),
            new(Say("circuit x3 rest 30s: push-up x10 | plank 30s"), Say("a circuit")),
            new("runs 10 front kick", Say("run up, do it, run back")),
            new("jog laps 3", Say("round the hall")),
            new("water 1 min", Say("a drink")),
        ];

    public static IReadOnlyList<Example> Signs =>
        [
            new("## Pads", Say("a heading; Warm-up, Pads, Cool-down and the like are headings alone too")),
            new("note: ask for the home challenge", Say("a note; it takes no time")),
            new("jab, cross pairs 8/side [mitts]", Say("kit in brackets; the clock adds fetching it")),
            new("plank 45s must", Say("must, should or could: what may give way when time is short")),
            new("round kick 5/side teach 90s", Say("how long it is shown; 'teach new', 'no teach'")),
            new(
                "round kick 5/side stage 4",
                Say("how far along: 1 parts, 2 in the air, 3 moving, 4 on a target, 5 with a partner, 6 under pressure")
            ),
            new("wrist release pairs 6/side -- tap means stop", Say("words behind two dashes go with the line")),
        ];

    /// <summary>What stands for lines that are elsewhere; nothing of it can be read here.</summary>
    public static IReadOnlyList<Example> Calls =>
        [
            new(
                "as in \"Week 3\", Pads",
                Say("the lines of another sheet, by its title and heading, as they stand now")
            ),
            new("drill: Two and hold", Say("a drill by its name; the lines follow when the drill is changed")),
            new("copy: Two and hold", Say("the lines of a drill, once")),
        ];

    public static IEnumerable<(string Title, IReadOnlyList<Example> Rows)> All =>
        [(Say("What is done"), Lines), (Say("How much of it"), Amounts), (Say("Signs"), Signs)];
}
