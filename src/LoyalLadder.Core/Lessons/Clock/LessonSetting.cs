using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The room, the people and the booking that a lesson is timed for.</summary>
public sealed record LessonSetting
{
    public required AgeBand Band { get; init; }

    /// <summary>Age of the youngest, in years, where somebody said it; else the band tells.</summary>
    public int? YoungestAge { get; init; }

    /// <summary>Those for whom dangers are judged.</summary>
    public AgeGroup Ages => YoungestAge is { } years ? AgeGroups.OfAge(years) : AgeGroups.Of(Band);

    /// <summary>How they are called.</summary>
    public string Who => YoungestAge is null ? AgeBands.Said(Band) : AgeGroups.Said(Ages);

    /// <summary>How many are expected, 1 to 500.</summary>
    public required int Heads { get; init; }

    /// <summary>Booked minutes.</summary>
    public required int Minutes { get; init; }

    /// <summary>The floor that is taken where nobody has measured one.</summary>
    public static FloorSize UsualFloor { get; } = new(12, 9);

    public FloorSize Floor { get; init; } = UsualFloor;

    /// <summary>Bags that hang in the hall; 0 where there are none.</summary>
    public int Bags { get; init; }

    public TimeOnly Start { get; init; } = new(18, 0);

    /// <summary>Seconds from the booked start to the first line: lining up and bowing in.</summary>
    public int OpeningSeconds { get; init; } = 60;

    /// <summary>Seconds after the last line: lining up and bowing out.</summary>
    public int ClosingSeconds { get; init; } = 60;

    /// <summary>The school's kit and how long it takes to hand out.</summary>
    public Sequence<KitTime> Kit { get; init; } = KitTime.Usual;

    /// <summary>How fast whoever teaches it counts, where they tapped it.</summary>
    public TappedPaces Paces { get; init; } = TappedPaces.None;

    /// <summary>Seconds of one repetition as it is counted here; without a pace it is steady.</summary>
    public decimal RepSeconds(Combination moves, Pace? pace) =>
        RepClock.Seconds(moves, pace ?? Pace.Steady) * (TappedOf(moves, pace)?.Factor ?? 1);

    /// <summary>What was tapped for such a repetition; null for nothing.</summary>
    public TappedPace? TappedOf(Combination moves, Pace? pace) => Paces.Of(moves, pace ?? Pace.Steady);

    /// <summary>What the group has been taught; null where no log can tell, so that the planner's word alone counts.</summary>
    public GroupKnowledge? Group { get; init; }
}

/// <summary>A hall's clear floor in metres; the length is the way that lines travel.</summary>
public readonly record struct FloorSize(decimal Length, decimal Width);

/// <summary>One kind of kit.</summary>
/// <param name="Name">As it is called on sheets; matched by its words, so 'small shields' finds 'shields'.</param>
/// <param name="Count">How many there are; null when nobody counted.</param>
/// <param name="Seconds">To fetch or put it away with the whole class.</param>
public readonly record struct KitTime(string Name, int? Count, int Seconds)
{
    /// <summary>Seconds for kit that the school has not listed.</summary>
    public const int Unlisted = 25;

    /// <summary>What schools have before they list their own.</summary>
    public static Sequence<KitTime> Usual { get; } =
    [
        new("targets", null, 25),
        new("mitts", null, 25),
        new("pads", null, 25),
        new("shields", null, 40),
        new("gloves", null, 60),
        new("markers", null, 20),
        new("spots", null, 20),
        new("bags", null, 0),
    ];

    /// <summary>The listed kit that a need on a sheet means: the same name, else one whose words it holds.</summary>
    public static KitTime? For(KitNeed need, IEnumerable<KitTime> kit)
    {
        var words = NameKey.Words(need.Name);
        KitTime? found = null;
        foreach (var item in kit)
        {
            var own = NameKey.Words(item.Name);
            if (own.Count == 0 || !own.TrueForAll(words.Contains))
                continue;
            if (own.Count == words.Count)
                return item;
            if (found is null || own.Count > NameKey.Words(found.Value.Name).Count)
                found = item;
        }
        return found;
    }
}
