using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>What the partner does on one count, in the partner's own left and right.</summary>
/// <param name="Count">From 1.</param>
/// <param name="Feed">The attack to feed; null where none is.</param>
/// <param name="Hold">Where to hold what; empty where nothing is hit.</param>
/// <param name="Step">How to move with it; null to stand.</param>
public sealed record HolderLine(int Count, string? Feed, Sequence<string> Hold, string? Step)
{
    /// <summary>All of it in one line, as it stands on paper.</summary>
    public string Words =>
        (Feed is { } feed ? $"{feed}. " : "")
        + (Hold.IsEmpty && Feed is null ? Say("nothing to hold") : string.Join("; ", Hold))
        + (Step is { } step ? $" · {step}" : "");
}

/// <summary>A combination as the holder sees it: the holder's left is the performer's right.</summary>
public static class HolderCard
{
    /// <summary>Metres of travel below which the holder need not move.</summary>
    private const double Stands = 0.15;

    /// <param name="trace">The combination, followed.</param>
    /// <param name="naming">The words for attacks.</param>
    /// <param name="crossed">The school feeds the left hand to the holder's left mitt.</param>
    /// <param name="held">What is in hand; null for what suits the whole combination.</param>
    public static Sequence<HolderLine> Of(
        Trace trace,
        NamingSchool naming,
        bool crossed = false,
        HolderKit? held = null
    )
    {
        var lines = new List<HolderLine>();
        var before = trace.Start;
        var kit = held ?? HoldWords.KitFor(Places(trace));
        var isBehind = false;
        foreach (var steps in trace.Steps.GroupBy(s => s.Count))
        {
            var elements = steps.SelectMany(s => s.Elements).ToList();
            var after = steps.Last().Footing;
            // whoever holds on, or comes from behind, has no pads in the hands
            isBehind |= steps.Any(IsHoldingOn);
            lines.Add(
                new HolderLine(
                    steps.Key,
                    Feed(elements, trace, naming),
                    isBehind ? [] : steps.SelectMany(s => Holds(s, kit, crossed)).Distinct().ToSequence(),
                    Step(elements, before, after)
                )
            );
            before = after;
        }
        return lines.ToSequence();
    }

    private static string? Feed(List<TracedElement> elements, Trace trace, NamingSchool naming)
    {
        var attacks = elements
            .Select(e => e.Element.Attack)
            .OfType<Attack>()
            .Select(a =>
                NotationWriter.Named(a.Technique, a.Side, naming)
                + (a.Level is { } level ? Say($" to the {QualifierWords.Word(level)}") : "")
            )
            .ToList();
        if (attacks.Count == 0)
            return null;
        var what = string.Join(Say(", then the "), attacks);
        if (elements.Exists(e => e.Element.Attack is { } a && IsAtTheHead(a)))
            return Say($"{what}: light hands on the collar bones, let go when it works or at any tap");
        if (elements.Exists(e => e.Element.Attack is { } a && IsHold(a.Technique)))
            return Say($"take the {what}, let go when it works or at any tap");
        var stepsIn = elements.Exists(e => e.Element.Attack is { } a && Counters.ComesIn(a.Technique));
        var near = stepsIn ? Say(", step in with it") : "";
        var pulled = trace.Band == AgeBand.Kids ? Say(", stop short of the face") : "";
        return Say($"feed {string.Join(", then ", attacks)}, half speed{near}{pulled}");
    }

    /// <summary>What is shown in one beat; of two strikes at once each has one pad.</summary>
    private static IEnumerable<string> Holds(TraceStep step, HolderKit kit, bool crossed)
    {
        var shown = step.Elements.Where(e => PlaceOf(e) is not null).ToList();
        return shown.Select(e =>
        {
            var words = HoldWords.Of(PlaceOf(e)!.Value, e.Element.AimedAt ?? Level.Body, e.BodySide, kit, crossed);
            return shown.Count == 1
                ? words
                : words.Replace(Say("both pads"), Say("the other pad"), StringComparison.Ordinal);
        });
    }

    private static HoldPlace? PlaceOf(TracedElement traced) =>
        traced.Element.Technique is { IsStrike: true } technique ? technique.Hold : null;

    /// <summary>The one kit of the whole combination, in a word; null where nothing is held.</summary>
    public static string? KitOf(Trace trace)
    {
        var places = Places(trace);
        return places.Count == 0 ? null : HoldWords.Of(HoldWords.KitFor(places));
    }

    /// <summary>Where all its strikes are shown; behind an attack from behind nobody holds anything.</summary>
    private static List<HoldPlace> Places(Trace trace) =>
        [
            .. trace
                .Steps.TakeWhile(s => !IsHoldingOn(s))
                .SelectMany(s => s.Elements)
                .Select(PlaceOf)
                .OfType<HoldPlace>(),
        ];

    private static bool IsHoldingOn(TraceStep step) =>
        step.Elements.Any(e =>
            e.Element.Attack is { } attack && (attack.Technique.IsFromBehind || IsHold(attack.Technique))
        );

    private static bool IsHold(Technique attack) => attack.Line is AttackLine.Grab or AttackLine.Clinch;

    /// <summary>A throat or a head is only touched.</summary>
    private static bool IsAtTheHead(Attack attack) => IsHold(attack.Technique) && attack.AimedAt == Level.Head;

    private static string? Step(List<TracedElement> elements, Footing before, Footing after)
    {
        if (elements.Exists(e => e.Element.Technique!.Partner == PartnerEffect.SentLong))
            return Say("let it send you back to long range");
        var (dx, dy) = (after.Centre.X - before.Centre.X, after.Centre.Y - before.Centre.Y);
        var axis = before.Axis * Math.PI / 180;
        var along = (dx * Math.Sin(axis)) + (dy * Math.Cos(axis));
        var right = (dx * Math.Cos(axis)) - (dy * Math.Sin(axis));
        if (Math.Abs(along) >= Math.Abs(right) && along > Stands)
            return Say("step back with it");
        if (Math.Abs(along) >= Math.Abs(right) && along < -Stands)
            return Say("stay, or follow in slowly");
        return Math.Abs(right) > Stands
            ? Say($"turn to your {(right > 0 ? Say("left") : Say("right"))} and face")
            : null;
    }
}
