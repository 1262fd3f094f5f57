using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>Where a new line belongs in a lesson: never hard work behind the cool-down.</summary>
public static class PlaceInLesson
{
    /// <summary>Effort up to which something may stand in a cool-down.</summary>
    private const int Light = 2;

    /// <summary>A heading with the entries under it.</summary>
    /// <param name="Kind">What kind of work it is.</param>
    /// <param name="Heading">Entry of the heading; -1 for lines above the first.</param>
    /// <param name="Last">Last entry under it, the heading itself where it is empty.</param>
    private readonly record struct Part(SegmentKind Kind, int Heading, int Last);

    /// <summary>The entry behind which something new belongs; -1 for the very front.</summary>
    /// <param name="plan">The lesson.</param>
    /// <param name="added">What is added.</param>
    /// <param name="chosen">The entry that the planner is at; null where nothing is chosen.</param>
    public static int Behind(LessonPlan plan, SheetEntry added, int? chosen)
    {
        var parts = Parts(plan);
        if (parts.Count == 0)
            return -1;
        var at = chosen is { } c ? parts.FindLast(p => p.Heading <= c) : parts[^1];
        return added switch
        {
            LessonLine line => Behind(parts, line, at, chosen),
            Segment { Kind: SegmentKind.CoolDown } => parts[^1].Last,
            Segment when parts[^1].Kind == SegmentKind.CoolDown && at == parts[^1] => parts[^1].Heading - 1,
            _ => chosen ?? BeforeCoolDown(parts).Last,
        };
    }

    private static int Behind(List<Part> parts, LessonLine line, Part at, int? chosen)
    {
        if (chosen is { } c && (at.Kind != SegmentKind.CoolDown || IsLight(line)))
            return c;
        foreach (var kind in Wanted(line))
            if (parts.FindLastIndex(p => p.Kind == kind) is >= 0 and var found)
                return parts[found].Last;
        return BeforeCoolDown(parts).Last;
    }

    private static Part BeforeCoolDown(List<Part> parts) =>
        parts.FindLastIndex(p => p.Kind != SegmentKind.CoolDown) is >= 0 and var last
            ? parts[last]
            : new Part(SegmentKind.Other, -1, -1);

    private static bool IsLight(LessonLine line) =>
        line.Moves.IsPause || line.Moves.IsLoosening || !line.Moves.IsKnown || Clock.LineEffort.Of(line) <= Light;

    private static List<Part> Parts(LessonPlan plan)
    {
        var parts = new List<Part>();
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment segment)
                parts.Add(new Part(segment.Kind, i, i));
            else if (parts.Count == 0)
                parts.Add(new Part(SegmentKind.Other, -1, i));
            else
                parts[^1] = parts[^1] with { Last = i };
        }
        return parts;
    }

    /// <summary>The kinds of segment that a line belongs under, the likeliest first; none for a drink.</summary>
    private static SegmentKind[] Wanted(LessonLine line) =>
        line switch
        {
            { Moves.IsPause: true } => [],
            { Moves.IsLoosening: true } => [SegmentKind.CoolDown, SegmentKind.WarmUp],
            { Dose: BagLinesDose } => [SegmentKind.Bags, SegmentKind.Pads],
            { Dose: StationsDose or CircuitDose } => [SegmentKind.Fitness, SegmentKind.Bags],
            { Moves.FormSeconds: not null } => [SegmentKind.Forms, SegmentKind.Basics],
            { Moves.IsExercise: true } => [SegmentKind.Fitness, SegmentKind.WarmUp],
            { Dose: RunsDose or LapsDose } => [SegmentKind.Fitness, SegmentKind.WarmUp],
            _ when IsDefence(line) => [SegmentKind.SelfDefence, SegmentKind.Partner, SegmentKind.Pads],
            { Kit.IsEmpty: false } or { Stage: 4 } => [SegmentKind.Pads, SegmentKind.Bags, SegmentKind.Partner],
            { Dose: SoloDose { IsShared: true } } or { Stage: >= 5 } =>
            [
                SegmentKind.Partner,
                SegmentKind.Pads,
                SegmentKind.SelfDefence,
                SegmentKind.Sparring,
            ],
            { Moves.Counts.Count: > 1 } => [SegmentKind.Combinations, SegmentKind.Basics, SegmentKind.Pads],
            _ => [SegmentKind.Basics, SegmentKind.Combinations],
        };

    private static bool IsDefence(LessonLine line) =>
        line.Moves.Elements.Any(e =>
            e.Attack is not null
            || e.Technique?.Family is TechniqueFamily.Grip or TechniqueFamily.Throw or TechniqueFamily.Ground
        );
}
