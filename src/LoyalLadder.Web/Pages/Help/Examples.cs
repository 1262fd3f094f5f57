namespace LoyalLadder.Web.Pages.Help;

/// <summary>Something that can be typed, and what it is for.</summary>
public sealed record Example(string Typed, string Says);

/// <summary>What can be typed on a sheet, each way of it once. The page reads them as it reads any sheet.</summary>
public static class Examples
{
    public static IReadOnlyList<Example> Lines { get; } =
    [
        new("front kick 5/side", "a name, then how much; English, Japanese, Korean, Thai or Chinese names"),
        new("jab, cross, lead hook 8/side", "a comma between what follows one another"),
        new("jab + cross 10/side", "a plus for what comes in one count"),
        new("1-2-3 10/side", "punches by their numbers"),
        new("#14 x10", "a combination that the school has numbered"),
        new("round kick (head) 5/side slow", "where it goes, and at what pace: slow, steady, fast, called, counted"),
    ];

    public static IReadOnlyList<Example> Amounts { get; } =
    [
        new("push-up x20", "so many, once"),
        new("front kick 5/side", "so many on each side"),
        new("round kick x20 alternating", "left and right in turn"),
        new("squat 3x10 rest 30s", "sets, with a rest between"),
        new("round kick 3 steady + 3 called /side", "growing: first so, then so"),
        new("plank 45s", "a time"),
        new("jab, cross 3 x 2:00 rest 30s", "rounds"),
        new("side stretch 30s/side", "a time on each side"),
        new("hold 10s, 20s, 30s plank", "holds that grow"),
        new("8 jumping jacks and 2 push-ups, 4 times", "each with its own number, the whole several times"),
        new("jab, cross pairs 10/side", "one partner, then the other"),
        new("front kick threes 8/side", "in threes"),
        new("stations 4 x 1:00 change 20s: jab | squat | plank | front kick", "from station to station"),
        new("lines 3 jobs x 1:00 change 20s: round kick | push-up | plank [4 bags]", "lines at the bags"),
        new("rear front kick floor x2", "down the floor and back"),
        new("circuit x3 rest 30s: push-up x10 | plank 30s", "a circuit"),
        new("runs 10 front kick", "run up, do it, run back"),
        new("jog laps 3", "round the hall"),
        new("water 1 min", "a drink"),
    ];

    public static IReadOnlyList<Example> Signs { get; } =
    [
        new("## Pads", "a heading; Warm-up, Pads, Cool-down and the like are headings alone too"),
        new("note: ask for the home challenge", "a note; it takes no time"),
        new("jab, cross pairs 8/side [mitts]", "kit in brackets; the clock adds fetching it"),
        new("plank 45s must", "must, should or could: what may give way when time is short"),
        new("round kick 5/side teach 90s", "how long it is shown; 'teach new', 'no teach'"),
        new(
            "round kick 5/side stage 4",
            "how far along: 1 parts, 2 in the air, 3 moving, 4 on a target, 5 with a partner, 6 under pressure"
        ),
        new("wrist release pairs 6/side -- tap means stop", "words behind two dashes go with the line"),
    ];

    /// <summary>What stands for lines that are elsewhere; nothing of it can be read here.</summary>
    public static IReadOnlyList<Example> Calls { get; } =
    [
        new("as in \"Week 3\", Pads", "the lines of another sheet, by its title and heading, as they stand now"),
        new("drill: Two and hold", "a drill by its name; the lines follow when the drill is changed"),
        new("copy: Two and hold", "the lines of a drill, once"),
    ];

    public static IEnumerable<(string Title, IReadOnlyList<Example> Rows)> All =>
        [("What is done", Lines), ("How much of it", Amounts), ("Signs", Signs)];
}
