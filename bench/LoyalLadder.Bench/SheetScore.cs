using System.Globalization;
using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>
/// How whole sheets are read: lines told apart, work under its own heading, work understood, what has to be known known, and the
/// minutes inside an honest bracket. Each sheet is read by a reader that has not learned from it.
/// </summary>
internal sealed class SheetScore(Vocabulary words)
{
    private (int Right, int All) _headed,
        _understood,
        _known,
        _clock;

    private readonly List<string> _misses = [];

    public static void Print(string file, string moreFile, Vocabulary words, int folds, bool isLong)
    {
        var sheets = LabelledSheet.Read(file);
        var more = LabelledSheet.ReadPlain(moreFile);
        var facts = File.ReadLines(file)
            .Where(l => l.Trim().Length > 0)
            .Select(l => JsonDocument.Parse(l).RootElement)
            .ToList();
        var score = new SheetScore(words);
        for (var fold = 0; fold < folds; fold++)
        {
            var held = Enumerable.Range(0, sheets.Count).Where(i => i * folds / sheets.Count == fold).ToList();
            var learned = sheets.Where((_, i) => !held.Contains(i)).Concat(more).ToList();
            var reader = new SheetReader(words, LayoutScore.Train(learned, new SheetReader(words)));
            foreach (var i in held)
                score.Take(sheets[i], facts[i], reader);
        }
        if (isLong)
            score._misses.ForEach(Console.WriteLine);
        Console.WriteLine($"work under its own heading {Share(score._headed)}");
        Console.WriteLine($"work understood {Share(score._understood)}");
        Console.WriteLine($"what has to be known {Share(score._known)}");
        Console.WriteLine($"minutes inside the bracket {Share(score._clock)}");
    }

    private static string Share((int Right, int All) part) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{part.Right} of {part.All} ({100.0 * part.Right / Math.Max(1, part.All):0.0} %)"
        );

    private void Take(LabelledSheet sheet, JsonElement facts, SheetReader reader)
    {
        var reading = reader.Read(sheet.Text);
        var entries = reading.Plan.Entries.Zip(reading.Lines).ToList();
        var heading = 0;
        for (var number = 1; number <= sheet.Labels.Length; number++)
        {
            var label = sheet.Labels[number - 1];
            if (label is "H" or "HW")
                heading = number;
            if (!label.Contains('W', StringComparison.Ordinal))
                continue;
            var own = entries.FindIndex(e => e.Second == number && e.First is LessonLine);
            var under = own < 0 ? -1 : entries.Take(own).LastOrDefault(e => e.First is Segment).Second;
            _headed = (_headed.Right + (under == heading ? 1 : 0), _headed.All + 1);
            var lines = entries.Where(e => e.Second == number).Select(e => e.First).OfType<LessonLine>().ToList();
            var isUnderstood = lines.Count > 0 && lines.TrueForAll(l => l.IsUnderstood);
            _understood = (_understood.Right + (isUnderstood ? 1 : 0), _understood.All + 1);
            if (under != heading || !isUnderstood)
            {
                var marks = (under == heading ? "  " : " H") + (isUnderstood ? "  " : " ?");
                var read = lines.Select(l =>
                    new SheetWriter(reader).Write(l) + (l.IsUnderstood ? "" : $" <{LineRepairs.Unknown(l)}>")
                );
                var typed = sheet.Lines[number - 1].Trim();
                _misses.Add($"{sheet.Id, 3}{marks} {typed}\n         => {string.Join(" ; ", read)}");
            }
        }
        Known(sheet, facts, reading.Plan, reader);
        Clock(sheet, facts, reading.Plan);
    }

    private void Known(LabelledSheet sheet, JsonElement facts, LessonPlan plan, SheetReader reader)
    {
        var all = plan
            .Lines.SelectMany(l => l.Versions.Select(v => v.Line).Prepend(l))
            .SelectMany(l => l.Moves.Elements)
            .Select(e => e.Technique?.Id)
            .ToHashSet();
        foreach (var name in facts.GetProperty("must_know").EnumerateArray().Select(e => e.GetString()!))
        {
            var meant = reader
                .ReadEntries(name.Replace('-', ' '))
                .OfType<LessonLine>()
                .SelectMany(l => l.Moves.Elements)
                .Select(e => e.Technique?.Id)
                .OfType<string>()
                .Append(words.Catalogue.Find(name)?.Id)
                .ToList();
            var isKnown = meant.Exists(all.Contains);
            _known = (_known.Right + (isKnown ? 1 : 0), _known.All + 1);
            if (!isKnown)
                _misses.Add($"{sheet.Id, 3} must know {name} ({string.Join(", ", meant)})");
        }
    }

    private void Clock(LabelledSheet sheet, JsonElement facts, LessonPlan plan)
    {
        if (facts.GetProperty("clock").ValueKind == JsonValueKind.Null)
            return;
        var band = facts.GetProperty("band").GetString() switch
        {
            "kids" => AgeBand.Kids,
            "teens" => AgeBand.Teens,
            _ => AgeBand.Adults,
        };
        var setting = new LessonSetting
        {
            Band = band,
            Heads = facts.GetProperty("heads").GetInt32(),
            Minutes = 60,
            Bags = 14,
        };
        var minutes = LessonClock.Time(plan, setting).TotalSeconds / 60.0;
        var (low, high) = (
            facts.GetProperty("clock").GetProperty("low").GetDouble(),
            facts.GetProperty("clock").GetProperty("high").GetDouble()
        );
        var isInside = minutes >= low && minutes <= high;
        _clock = (_clock.Right + (isInside ? 1 : 0), _clock.All + 1);
        if (!isInside)
            _misses.Add(
                string.Create(CultureInfo.InvariantCulture, $"{sheet.Id, 3} clock {minutes:0.0}, asked {low} to {high}")
            );
    }
}
