using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Drafting;

/// <summary>A class of a made-up school with twelve sheets behind it, each drawn from what such classes do.</summary>
internal sealed record GivenSchool(AgeBand Band, int[] Minutes, (string Heading, int Lines, string[] Pool)[] Parts)
{
    private static readonly string[] Mobile =
    [
        "jog 2:00",
        "jumping jacks 20",
        "arm circles 10",
        "leg swings 8/side",
        "hip circles 8/side",
        "high knees 20",
        "skip 1:00",
        "side shuffle 0:45",
        "squat 10",
    ];

    private static readonly string[] Stretches =
    [
        "hamstring stretch 20s/side",
        "quad stretch 20s/side",
        "shoulder stretch 20s/side",
        "hip flexor stretch 20s/side",
        "calf stretch 20s/side",
        "breathing 1:00",
    ];

    private static readonly string[] Skills =
    [
        "jab, cross 8/side",
        "front kick 6/side",
        "round kick 6/side",
        "side kick 5/side",
        "jab, cross, lead hook 6/side",
        "lead hook, cross 6/side",
        "front kick floor x2",
        "round kick floor x2",
        "knee 8/side",
        "rising block 8/side",
        "low block 8/side",
        "slip, cross 6/side",
        "jab, rear round kick 6/side",
        "cross, lead hook, cross 6/side",
    ];

    private static readonly string[] Pads =
    [
        "jab, cross pairs 8/side [mitts]",
        "jab, cross, lead hook pairs 6/side [mitts]",
        "round kick pairs 8/side [kick pads]",
        "knee pairs 8/side [kick pads]",
        "front kick pairs 8/side [shields]",
        "cross, lead hook pairs 8/side [mitts]",
        "jab, cross, rear low kick pairs 6/side [kick pads]",
        "jab, rear round kick pairs 6/side [kick pads]",
    ];

    private static readonly string[] Fit =
    [
        "push-up 8",
        "squat 12",
        "plank 30s",
        "sit-up 12",
        "burpee 6",
        "mountain climbers 20",
    ];

    public static GivenSchool Kids { get; } =
        new(
            AgeBand.Kids,
            [40, 45],
            [("Warm-up", 5, Mobile), ("Basics", 5, Skills[..10]), ("Fitness", 2, Fit), ("Cool-down", 3, Stretches)]
        );

    public static GivenSchool Teens { get; } =
        new(
            AgeBand.Teens,
            [45, 50, 60],
            [
                ("Warm-up", 6, Mobile),
                ("Basics", 5, Skills),
                ("Pads", 3, Pads[..5]),
                ("Fitness", 2, Fit),
                ("Cool-down", 3, Stretches),
            ]
        );

    public static GivenSchool Adults { get; } =
        new(
            AgeBand.Adults,
            [60, 75, 90],
            [
                ("Warm-up", 6, Mobile),
                ("Basics", 6, Skills),
                ("Pads", 5, Pads),
                ("Fitness", 3, Fit),
                ("Cool-down", 4, Stretches),
            ]
        );

    private static readonly string[] Due =
    [
        "\"side kick\" 5/side walk teach new",
        "\"back kick\" 8/side steady",
        "\"uppercut\" 8/side brisk stage 3",
        "\"lead hook\" pairs 8/side steady [mitts]",
        "\"round kick\" pairs 8/side steady [kick pads]",
        "\"front kick\" floor x2 steady",
        "\"elbow\" 5/side walk teach new",
    ];

    public DraftAsk Ask(int seed, DateOnly day)
    {
        var random = new Random(seed);
        var wanted = new List<WantedLine>();
        for (var owed = random.Next(3); owed > 0; owed--)
            wanted.Add(new WantedLine(Skills[random.Next(Skills.Length)], $"owed {owed}", true));
        wanted.AddRange(Due.OrderBy(_ => random.Next()).Take(4).Select(d => new WantedLine(d, $"due {d}", false)));
        return new DraftAsk
        {
            Setting = Given.Adults(8 + random.Next(13)) with
            {
                Band = Band,
                Minutes = Minutes[random.Next(Minutes.Length)],
            },
            Limits = CheckLimits.Of(Band),
            Taken = random.Next(2) == 0 ? WaysToFit.PlainSum : lines => lines.Sum(l => l.Seconds) * 1.08,
            Past = [.. Enumerable.Range(1, 12).Select(w => new PastSheet(day.AddDays(-7 * w), Sheet(random)))],
            Wanted = wanted,
            Day = day,
            Seed = seed,
        };
    }

    private LessonPlan Sheet(Random random)
    {
        var text = new List<string>();
        foreach (var (heading, lines, pool) in Parts)
        {
            text.Add($"## {heading}");
            if (heading == "Warm-up")
                text.Add("bow in and say the two rules 1:00");
            text.AddRange(pool.OrderBy(_ => random.Next()).Take(lines));
        }
        return Given.Reader.Read(string.Join('\n', text)).Plan;
    }
}
