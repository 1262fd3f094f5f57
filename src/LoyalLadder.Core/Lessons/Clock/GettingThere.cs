using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>How a class stands while it works.</summary>
public enum Formation
{
    Lines,
    Floor,
    Pairs,
    Threes,
    Bags,
    Stations,
}

/// <summary>The seconds between two lines: standing differently, fetching kit, in a class of this age and size.</summary>
public static class GettingThere
{
    public static Formation FormationOf(LessonLine line) =>
        line.Dose switch
        {
            SoloDose { Pairs: true } => Formation.Pairs,
            SoloDose { Threes: true } => Formation.Threes,
            StationsDose => Formation.Stations,
            BagLinesDose => Formation.Bags,
            FloorDose or RunsDose or LapsDose => Formation.Floor,
            _ => Formation.Lines,
        };

    /// <summary>Whole seconds, rounded up once.</summary>
    /// <param name="from">How the class stood before.</param>
    /// <param name="held">Kit it had in hand.</param>
    /// <param name="to">How it has to stand now.</param>
    /// <param name="needed">Kit it needs now.</param>
    /// <param name="setting">Age, heads and the school's kit.</param>
    public static int Seconds(
        Formation from,
        Sequence<KitNeed> held,
        Formation to,
        Sequence<KitNeed> needed,
        LessonSetting setting
    )
    {
        var standing =
            from == to ? 5
            : to is Formation.Pairs or Formation.Threes or Formation.Bags or Formation.Stations ? 30
            : 20;
        var handled = needed.Where(n => !Holds(held, n)).Concat(held.Where(h => !Holds(needed, h)));
        var kit = handled.Select(n => KitTime.For(n, setting.Kit)?.Seconds ?? KitTime.Unlisted).DefaultIfEmpty(0).Max();
        return (int)Math.Ceiling((standing + kit) * AgeFactor(setting.Band) * CrowdFactor(setting.Heads));
    }

    private static bool Holds(Sequence<KitNeed> kit, KitNeed need)
    {
        foreach (var item in kit)
            if (NameKey.Of(item.Name) == NameKey.Of(need.Name))
                return true;
        return false;
    }

    private static decimal AgeFactor(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => 1.5m,
            AgeBand.Teens => 1.15m,
            _ => 1.0m,
        };

    private static decimal CrowdFactor(int heads) => 1 + (0.02m * Math.Max(0, heads - 12));
}
