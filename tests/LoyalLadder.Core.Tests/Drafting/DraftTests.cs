using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Drafting;

/// <summary>Sheets that are drafted: nothing to settle, inside the time, what is owed first, not last week's lesson again.</summary>
public class DraftTests
{
    private static readonly LessonDrafter Drafter = new(Given.Reader);
    private static readonly DateOnly Day = new(2041, 5, 7);

    private static readonly Dictionary<AgeBand, GivenSchool> Schools = new()
    {
        [AgeBand.Kids] = GivenSchool.Kids,
        [AgeBand.Teens] = GivenSchool.Teens,
        [AgeBand.Adults] = GivenSchool.Adults,
    };

    private static List<string> Faults(DraftAsk ask, Draft draft)
    {
        var faults = new List<string>();
        var clock = LessonClock.Time(draft.Plan, ask.Setting);
        var checks = LessonChecks.Of(clock, ask.Limits).ToList();
        faults.AddRange(checks.Where(c => c.Level != CheckLevel.Note).Select(c => $"{c.Level} {c.Code}: {c.Message}"));
        if (checks.Count(c => c.Level == CheckLevel.Note) is > 2 and var notes)
            faults.Add($"{notes} notes: {string.Join(", ", checks.Select(c => c.Code))}");
        if (clock.TotalSeconds > ask.Setting.Minutes * 60)
            faults.Add($"{clock.TotalSeconds} s of {ask.Setting.Minutes * 60}");
        if (clock.TotalSeconds < ask.Setting.Minutes * 60 * 0.8)
            faults.Add($"only {clock.TotalSeconds} s of {ask.Setting.Minutes * 60}");
        if (
            ask.Taken(clock.Lines)
            > (ask.Setting.Minutes * 60) - ask.Setting.OpeningSeconds - ask.Setting.ClosingSeconds
        )
            faults.Add("not likely to end in time");
        var first = ask.Wanted.FirstOrDefault(w => w.IsOwed);
        if (first is not null && draft.Entries.All(e => e.Why != first.Why))
            faults.Add($"without what is owed: {first.Text}");
        var pattern = ask.Past[0].Plan.Entries.OfType<Segment>().Select(s => s.Kind).Distinct();
        var empty = pattern.Where(k => clock.Lines.All(l => l.Segment != k)).ToList();
        if (empty.Count > 0)
            faults.Add($"nothing under {string.Join(", ", empty)}");
        return faults;
    }

    private static double Repeated(DraftAsk ask, Draft draft)
    {
        var before = ask.Past[0].Plan.Lines.Select(l => NameKey.Of(l.Content)).ToHashSet();
        var lines = draft
            .Entries.Where(e => e.Entry is LessonLine { Moves.IsPause: false } && e.Why != "as always")
            .ToList();
        return lines.Count(e => before.Contains(NameKey.Of(((LessonLine)e.Entry).Content))) / (double)lines.Count;
    }

    [Fact]
    public void Hundreds_of_drafts_have_nothing_to_settle_and_end_in_time()
    {
        // a thousand take two minutes: LOYALLADDER_DRAFTS=1000 asks for them
        var drafts = int.TryParse(Environment.GetEnvironmentVariable("LOYALLADDER_DRAFTS"), out var asked)
            ? asked
            : 240;
        var faults = new System.Collections.Concurrent.ConcurrentBag<string>();
        Parallel.For(
            0,
            drafts,
            seed =>
            {
                var band = (AgeBand)(seed % 3);
                var ask = Schools[band].Ask(seed, Day);
                var draft = Drafter.Write(ask);
                foreach (var fault in Faults(ask, draft))
                    faults.Add($"{band}: {fault}");
                if (Repeated(ask, draft) > LessonDrafter.MostRepeated)
                    faults.Add($"{band}: {Repeated(ask, draft):P0} repeated");
            }
        );
        Assert.True(
            faults.IsEmpty,
            $"{faults.Count}\n"
                + string.Join(
                    '\n',
                    faults
                        .GroupBy(f => f[..Math.Min(60, f.Length)])
                        .OrderByDescending(g => g.Count())
                        .Take(25)
                        .Select(g => $"{g.Count()} x {g.First()[..Math.Min(230, g.First().Length)]}")
                )
        );
    }

    /// <summary>Moving before stretching, a game for children whose lessons have none, no heading without a line.</summary>
    [Fact]
    public void Drafts_begin_with_moving_and_leave_no_heading_empty()
    {
        for (var seed = 0; seed < 12; seed++)
        {
            var ask = Schools[(AgeBand)(seed % 3)].Ask(seed, Day) with { Activities = ActivityFile.Shipped };
            var entries = Drafter.Write(ask).Entries.Select(e => e.Entry).ToList();
            Assert.All(
                entries.Zip(entries.Skip(1).Append(new Segment("end"))),
                e => Assert.False(e is { First: Segment, Second: Segment }, $"{seed}: {e.First} is empty")
            );
            var warmUp = entries
                .SkipWhile(e => e is not Segment { Kind: SegmentKind.WarmUp })
                .Skip(1)
                .TakeWhile(e => e is not Segment)
                .OfType<LessonLine>()
                .ToList();
            Assert.False(warmUp[0].Moves.IsLoosening, $"{seed}: begins with {warmUp[0].Content}");
            if (ask.Setting.Band == AgeBand.Kids)
                Assert.Contains(entries, e => e is Segment { Kind: SegmentKind.Games });
        }
    }
}
