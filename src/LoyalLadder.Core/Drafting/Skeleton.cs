using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>A segment of a class's usual lesson.</summary>
/// <param name="Name">Its heading.</param>
/// <param name="Kind">What kind of work it is.</param>
/// <param name="Share">Of the lesson's working seconds, 0 to 1.</param>
internal sealed record SkeletonPart(string Name, SegmentKind Kind, double Share);

/// <summary>A line that the class knows.</summary>
/// <param name="Key">Its content without case and dose: one line in many sheets.</param>
/// <param name="Line">As it stood last.</param>
/// <param name="Kind">The segment that it stood under.</param>
/// <param name="Last">The day on which it was last on a sheet.</param>
/// <param name="Sheets">On how many sheets it stood.</param>
internal sealed record KnownLine(string Key, LessonLine Line, SegmentKind Kind, DateOnly Last, int Sheets);

/// <summary>How a class's lessons usually go, learned from its last sheets; a plain one where there are none.</summary>
internal sealed class Skeleton
{
    /// <summary>Share of the sheets on which a line stands that never changes.</summary>
    private const double AlwaysShare = 0.75;

    private const int LeastSheets = 3,
        LeastSegments = 3;

    private readonly int _sheets;

    public Skeleton(DraftAsk ask, SheetReader reader)
    {
        var past = ask.Past.Take(DraftAsk.MostPast).Where(p => p.Plan.Lines.Any(l => l.Dose is not null)).ToList();
        _sheets = past.Count;
        var pattern = past.Find(p => IsPattern(p.Plan))?.Plan;
        var plans = past.ConvertAll(p => p.Plan);
        if (pattern is null)
        {
            pattern = new LessonPlan(LessonHead.Empty, reader.ReadEntries(Usual(ask.Setting.Band)).ToSequence());
            plans.Add(pattern);
            past.Add(new PastSheet(ask.Day.AddDays(-365), pattern));
        }
        Parts = ask.Parts.Count > 0 ? Chosen(ask.Parts) : PartsOf(pattern, plans, ask.Setting);
        Lines = [.. past.SelectMany(Told).GroupBy(t => t.Key).Select(Known)];
    }

    /// <summary>The segments in order.</summary>
    public IReadOnlyList<SkeletonPart> Parts { get; }

    /// <summary>Everything that the class knows to do.</summary>
    public IReadOnlyList<KnownLine> Lines { get; }

    /// <summary>True for what stands on nearly every sheet: bowing in, the closing words.</summary>
    public bool IsAlways(KnownLine line) => _sheets >= LeastSheets && line.Sheets >= AlwaysShare * _sheets;

    /// <summary>The segments as somebody reads and changes them: shares in hundredths.</summary>
    public IEnumerable<LessonPart> Shares() =>
        Parts.Select(p => new LessonPart(p.Name, Math.Max(1, (int)Math.Round(100 * p.Share))));

    private static List<SkeletonPart> Chosen(IReadOnlyList<LessonPart> parts)
    {
        var all = (double)parts.Sum(p => p.Share);
        return [.. parts.Select(p => new SkeletonPart(p.Name, SegmentKinds.Of(p.Name), p.Share / all))];
    }

    private static bool IsPattern(LessonPlan plan)
    {
        var kinds = plan.Entries.OfType<Segment>().Select(s => s.Kind).ToList();
        return kinds.Count >= LeastSegments && kinds[0] == SegmentKind.WarmUp && kinds.Contains(SegmentKind.CoolDown);
    }

    private static List<SkeletonPart> PartsOf(LessonPlan pattern, List<LessonPlan> plans, LessonSetting setting)
    {
        var headings = pattern
            .Entries.OfType<Segment>()
            .DistinctBy(s => s.Name)
            .OrderBy(s => PlaceInArc(s.Kind))
            .ToList();
        var seconds = plans
            .Select(p => LessonClock.Time(p, setting))
            .SelectMany(c => c.Lines)
            .GroupBy(l => l.Segment)
            .ToDictionary(g => g.Key, g => (double)g.Sum(l => l.Seconds));
        var all = headings.Sum(h => Of(h));
        return headings.ConvertAll(h => new SkeletonPart(
            h.Name,
            h.Kind,
            Math.Min(all > 0 ? Of(h) / all : 1.0 / headings.Count, Most(h.Kind, setting))
        ));

        // headings of one kind share what that kind takes
        double Of(Segment heading) =>
            seconds.GetValueOrDefault(heading.Kind) / headings.Count(h => h.Kind == heading.Kind);
    }

    /// <summary>Grown people warm up for 15 % of the time at most, others for a quarter.</summary>
    private static double Most(SegmentKind kind, LessonSetting setting) =>
        kind != SegmentKind.WarmUp ? 1
        : setting.Band == AgeBand.Adults ? 0.15
        : 0.25;

    /// <summary>What is done by oneself comes before what is done on somebody, hard work before the way down.</summary>
    private static int PlaceInArc(SegmentKind kind) =>
        kind switch
        {
            SegmentKind.WarmUp => 0,
            SegmentKind.Sparring => 3,
            SegmentKind.Fitness => 4,
            SegmentKind.Games => 5,
            SegmentKind.CoolDown => 6,
            SegmentKind.Pads or SegmentKind.Bags or SegmentKind.Partner => 2,
            _ => 1,
        };

    private readonly record struct Seen(string Key, LessonLine Line, SegmentKind Kind, DateOnly Date);

    private static IEnumerable<Seen> Told(PastSheet sheet)
    {
        var kind = SegmentKind.Other;
        foreach (var entry in sheet.Plan.Entries)
        {
            if (entry is Segment segment)
                kind = segment.Kind;
            // what nobody understood then is not planned again, and water comes where the checks want it
            else if (entry is LessonLine { Dose: not null, IsUnderstood: true, Moves.IsPause: false } line)
                yield return new Seen($"{kind} {NameKey.Of(line.Content)}", line, kind, sheet.Date);
        }
    }

    private static KnownLine Known(IGrouping<string, Seen> seen)
    {
        var newest = seen.MaxBy(s => s.Date);
        var plain = newest.Line with { Priority = null, Teach = null, Remark = Plain(newest.Line.Remark) };
        return new KnownLine(seen.Key, plain, newest.Kind, newest.Date, seen.Select(s => s.Date).Distinct().Count());
    }

    /// <summary>What was owed then is not owed now.</summary>
    private static string? Plain(string? remark) =>
        remark?.StartsWith("was owed", StringComparison.OrdinalIgnoreCase) == true ? null : remark;

    /// <summary>A lesson of an age that nobody has planned for yet.</summary>
    private static string Usual(AgeBand band) =>
        band == AgeBand.Kids
            ? """
                ## Warm-up
                jog 2:00
                jumping jacks 20
                arm circles 10
                leg swings 8/side
                ## Basics
                jab, cross 8/side
                front kick 6/side
                ## Games
                tag 4:00
                ## Cool-down
                hamstring stretch 20s/side
                shoulder stretch 20s/side
                """
            : """
                ## Warm-up
                jog 3:00
                jumping jacks 30
                arm circles 10
                leg swings 10/side
                hip circles 8/side
                ## Basics
                jab, cross 10/side
                front kick 8/side
                round kick 8/side
                ## Pads
                jab, cross, lead hook pairs 8/side [mitts]
                ## Fitness
                push-up 10
                squat 15
                ## Cool-down
                hamstring stretch 30s/side
                quad stretch 30s/side
                shoulder stretch 20s/side
                """;
}
