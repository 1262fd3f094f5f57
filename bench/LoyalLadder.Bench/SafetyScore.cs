using System.Text.Json;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>Compares what is said of dangerous and of harmless lines with what a careful instructor would say.</summary>
internal static class SafetyScore
{
    private const string WarmUp =
        "## Warm-up\njog 3:00\narm circles 30s\nhip circles 30s\nleg swing 20/side\n"
        + "shoulder circles 30s\nskipping rope 3:00\ntoe touch 60s\nwater 30s\n";

    private static readonly string[] Judging = ["age", "danger", "needs", "much", "judge", "control"];

    public static void Print(string file, SheetReader reader)
    {
        var (right, all) = (new Dictionary<string, int>(), new Dictionary<string, int>());
        foreach (var row in File.ReadLines(file).Where(l => l.Length > 0))
        {
            using var json = JsonDocument.Parse(row);
            var sheet = json.RootElement.GetProperty("sheet").GetString()!;
            var expected = json.RootElement.GetProperty("expect").GetString()!;
            var age = AgeBands.Read(json.RootElement.GetProperty("age").GetString())!.Value;
            var setting = new LessonSetting
            {
                Band = age,
                Heads = 12,
                Minutes = 60,
                Bags = 4,
            };
            var plan = reader.Read($"# Test\n{WarmUp}{sheet}").Plan;
            var last = plan.Entries.Count - 1;
            var said = LessonChecks
                .Of(LessonClock.Time(plan, setting))
                .Where(c => c.Entry == last && c.Level < CheckLevel.Note)
                .ToList();
            var isWarned = said.Count > 0;
            all[expected] = all.GetValueOrDefault(expected) + 1;
            if (isWarned == (expected == "warn"))
                right[expected] = right.GetValueOrDefault(expected) + 1;
            Console.WriteLine(
                $"{(isWarned == (expected == "warn") ? "  " : "##")} {expected, -5} {age, -6} {sheet.Replace('\n', ' ')}"
            );
            foreach (var check in said)
                Console.WriteLine($"        {(Judging.Contains(check.Code) ? "" : "~")}{check.Code}: {check.Message}");
        }
        foreach (var (kind, count) in all)
            Console.WriteLine($"{kind}: {right.GetValueOrDefault(kind)} of {count}");
    }
}
