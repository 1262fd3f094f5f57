using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>
/// Where a combination begins when nobody says: at the range that most strikes of its beginning need, before anybody steps. A
/// start is never chosen to hide what goes wrong later.
/// </summary>
internal static class OpeningRange
{
    /// <summary>The ranges from which the beginning works best, the farthest first.</summary>
    public static IEnumerable<FightRange> Of(Combination combination)
    {
        var nearest = Nearest(combination);
        var opening = Opening(combination);
        int Works(FightRange range) => opening.Count(ranges => ranges.Has(range));
        var open = All.Where(r => r >= nearest).ToList();
        var most = open.Max(Works);
        return open.Where(range => Works(range) == most);
    }

    private static IEnumerable<FightRange> All =>
        [FightRange.Long, FightRange.Middle, FightRange.Close, FightRange.Clinch];

    /// <summary>Where the strikes work that come before anything changes the range.</summary>
    private static List<Ranges> Opening(Combination combination)
    {
        var strikes = new List<Ranges>();
        foreach (var element in combination.Elements)
        {
            if (
                element.Technique is not { } technique
                || element.Attack is not null
                || element.Step is not null
                || technique.Foot != FootMove.None
            )
                break;
            if (technique.IsStrike && technique.Ranges != Ranges.Anywhere)
                strikes.Add(Distance.WorksAt(technique, element.Side, technique.IsLoaded));
            if (element.FootGoes != Landing.Return || technique.Partner != PartnerEffect.None)
                break;
        }
        return strikes;
    }

    /// <summary>
    /// Nobody begins nearer than the nearest range at which the first strike works; whoever leaves before it begins no nearer than
    /// the farthest one, so that leaving leaves it too far.
    /// </summary>
    private static FightRange Nearest(Combination combination)
    {
        var first = combination.Elements.FirstOrDefault(e => e.Technique is { IsStrike: true })?.Technique;
        if (first is null)
            return FightRange.Clinch;
        var works = All.Where(r => first.Ranges.Has(r)).ToList();
        if (works.Count == 0)
            return FightRange.Clinch;
        return IsLeavingFirst(combination) ? works[0] : works[^1];
    }

    /// <summary>The first thing that is done is a step or slide back, out of reach of what comes behind it.</summary>
    private static bool IsLeavingFirst(Combination combination) =>
        combination.Elements.FirstOrDefault() is { Attack: null, Technique: { IsStrike: false } technique }
        && FootMoves.RangeAfter(FightRange.Middle, technique.Foot, Lead.Left) > FightRange.Middle
        && FootMoves.RangeAfter(FightRange.Middle, technique.Foot, Lead.Right) > FightRange.Middle;
}
