using System.Globalization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>A part of a class's usual lesson.</summary>
/// <param name="Name">Its heading, such as 'Warm-up'.</param>
/// <param name="Share">Of the lesson's time beside the other parts; hundredths where all together are a hundred.</param>
public sealed record LessonPart(string Name, int Share);

/// <summary>What a class's lesson is made of, as somebody chose it: a line a part, 'Warm-up 18'.</summary>
public static class LessonParts
{
    public const int Most = 12,
        LongestName = 40;

    /// <summary>Reads lines 'Warm-up 18' or 'Warm-up 18 %'; empty lines are left out.</summary>
    /// <returns>The parts in order, or what stands against them.</returns>
    public static (IReadOnlyList<LessonPart> Parts, string? Problem) Read(string? text)
    {
        var parts = new List<LessonPart>();
        foreach (
            var line in (text ?? "").Split('\n').Select(l => l.Trim().TrimStart('#').Trim()).Where(l => l.Length > 0)
        )
        {
            var (name, figure) = Apart(line.TrimEnd('%', ' '));
            if (
                !int.TryParse(figure, NumberStyles.None, CultureInfo.InvariantCulture, out var share)
                || share is < 1 or > 100
            )
                return ([], Say($"“{Spoken.Brief(line)}”: write a name and its share, 1 to 100, such as: Basics 20"));
            if (name.Length is 0 or > LongestName)
                return ([], Say($"“{Spoken.Brief(line)}”: a name has 1 to {LongestName} characters."));
            parts.Add(new LessonPart(name, share));
        }
        return Problem(parts) is { } problem ? ([], problem) : (parts, null);
    }

    /// <summary>As <see cref="Read"/> reads it.</summary>
    public static string Write(IEnumerable<LessonPart> parts) =>
        string.Join('\n', parts.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Name} {p.Share}")));

    /// <summary>What a sheet is made of: its headings with their share of its time, in hundredths.</summary>
    public static IReadOnlyList<LessonPart> Of(LessonPlan plan, LessonSetting setting)
    {
        var headings = plan.Headings();
        var seconds = LessonClock
            .Time(plan, setting)
            .Lines.GroupBy(l => headings[l.Entry])
            .Where(g => g.Key.Length > 0)
            .Select(g => (Name: g.Key, Seconds: g.Sum(l => l.Seconds)))
            .ToList();
        var all = Math.Max(1, seconds.Sum(s => s.Seconds));
        return
        [
            .. seconds
                .Where(s => s.Name.Length <= LongestName)
                .Take(Most)
                .Select(s => new LessonPart(s.Name, Math.Max(1, (int)Math.Round(100.0 * s.Seconds / all)))),
        ];
    }

    private static (string Name, string Figure) Apart(string line)
    {
        var at = line.LastIndexOf(' ');
        return at < 0 ? (line, "") : (line[..at].TrimEnd(' ', '\t', ':', ','), line[(at + 1)..]);
    }

    private static string? Problem(List<LessonPart> parts) =>
        parts.Count is < 2 or > Most ? Say($"A lesson has 2 to {Most} parts.")
        : parts.Select(p => NameKey.Of(p.Name)).Distinct().Count() < parts.Count
            ? Say("Each part has a name of its own.")
        // what cannot be left to chance: bodies are warm before they work, and calm when they leave
        : SegmentKinds.Of(parts[0].Name) != SegmentKind.WarmUp
            ? Say("A lesson begins with a warm-up: name the first part so.")
        : SegmentKinds.Of(parts[^1].Name) != SegmentKind.CoolDown
            ? Say("A lesson ends with a cool-down: name the last part so.")
        : null;
}
