using System.Collections.Immutable;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// One thing that a school teaches: a strike, a block, a way of falling, an exercise. Shipped as data; one technique has
/// many names, and which one is shown depends on who reads.
/// </summary>
public sealed record Technique
{
    /// <summary>Stable key in kebab-case, never shown to people.</summary>
    public required string Id { get; init; }

    public required TechniqueFamily Family { get; init; }

    /// <summary>Names per naming school, the first being the one that is shown. Generic is always present.</summary>
    public required ImmutableSortedDictionary<NamingSchool, ImmutableArray<string>> Names { get; init; }

    /// <summary>Which side may do it; <see cref="SideRule.Either"/> falls back on <see cref="DefaultSide"/>.</summary>
    public SideRule Sides { get; init; }

    /// <summary>The side meant when nobody says: lead, rear, both or none.</summary>
    public Side DefaultSide { get; init; }

    /// <summary>Length of one at full speed; for exercises the seconds of one repetition.</summary>
    public required decimal BaseSeconds { get; init; }

    public Power Power { get; init; }

    public ImmutableArray<Level> Levels { get; init; } = [];

    /// <summary>Where the foot goes after a kick or a stepping strike, when the line does not say.</summary>
    public Landing Landing { get; init; }

    /// <summary>Degrees that the body turns, 0 to 540.</summary>
    public int TurnDegrees { get; init; }

    /// <summary>The line on which it comes at somebody: what a defence has to answer.</summary>
    public AttackLine Line { get; init; }

    /// <summary>It strikes sideways or behind: the chest need not look at the partner.</summary>
    public bool StrikesAway { get; init; }

    /// <summary>Pad rounds are made of it: it is called often, whatever else is.</summary>
    public bool IsMainstay { get; init; }

    /// <summary>It goes to the rear without a turn: it meets nobody who stands in front.</summary>
    public bool StrikesToTheRear { get; init; }

    /// <summary>It comes from behind: whoever does it is not in front of the other's hands.</summary>
    public bool IsFromBehind { get; init; }

    /// <summary>The lines that it answers when it is used as a defence.</summary>
    public ImmutableArray<AttackLine> Answers { get; init; } = [];

    /// <summary>The ranges at which it works; all of them where the catalogue is silent.</summary>
    public Ranges Ranges { get; init; } = Ranges.Anywhere;

    /// <summary>What it does to the feet before it lands, for footwork and for kicks with a step built in.</summary>
    public FootMove Foot { get; init; }

    /// <summary>The shape of a stance; null for anything else.</summary>
    public StanceShape? Shape { get; init; }

    /// <summary>What it does to the partner's place.</summary>
    public PartnerEffect Partner { get; init; }

    /// <summary>Where a holder shows the target, when it has one.</summary>
    public HoldPlace? Hold { get; init; }

    /// <summary>The lead leg is loaded within the move itself, as by a switch.</summary>
    public bool IsLoaded { get; init; }

    /// <summary>Which limb is busy with it.</summary>
    public Limb Limb { get; init; }

    /// <summary>Ids of what it can grow into: lead leg, sliding, spinning, jumping.</summary>
    public ImmutableArray<string> Upgrades { get; init; } = [];

    /// <summary>The two to five commands by which it is taught, in order.</summary>
    public ImmutableArray<string> Parts { get; init; } = [];

    public ImmutableArray<string> Cues { get; init; } = [];

    public ImmutableArray<string> Faults { get; init; } = [];

    /// <summary>What part of the body meets the target, or takes the attack; empty where nothing does.</summary>
    public string Surface { get; init; } = "";

    /// <summary>Where it is aimed, a zone for each level.</summary>
    public ImmutableArray<string> Targets { get; init; } = [];

    /// <summary>Where the other hand is meanwhile.</summary>
    public string OtherHand { get; init; } = "";

    /// <summary>Id of an easier version; see <see cref="Catalogue.EasierThan"/> for what is taken where none is named.</summary>
    public string? Easier { get; init; }

    /// <summary>Id of a harder version; see <see cref="Catalogue.HarderThan"/>.</summary>
    public string? Harder { get; init; }

    /// <summary>Stages of learning that a technique passes through, the first is 1.</summary>
    public const int HighestStage = 6;

    /// <summary>What good looks like, a line for each stage, where the catalogue's own words are not enough.</summary>
    public ImmutableArray<string> Stages { get; init; } = [];

    /// <summary>Ids of what has to be there first.</summary>
    public ImmutableArray<string> BuildsOn { get; init; } = [];

    /// <summary>1 (rest) to 5 (all out).</summary>
    public required int Effort { get; init; }

    public ImmutableArray<string> Regions { get; init; } = [];

    /// <summary>Landings from a jump or a fall in one repetition.</summary>
    public int Landings { get; init; }

    /// <summary>What its repetitions load beyond the ordinary, so that a limit counts them.</summary>
    public Load Load { get; init; }

    public ImmutableArray<string> Cautions { get; init; } = [];

    /// <summary>The most contact that an age band is allowed; a band that is not named may work with a partner under control.</summary>
    public ImmutableSortedDictionary<AgeBand, Manner> Manners { get; init; } =
        ImmutableSortedDictionary<AgeBand, Manner>.Empty;

    /// <summary>A game or another thing that a class does, and no technique: nobody learns it by stages.</summary>
    public bool IsActivity { get; init; }

    /// <summary>True for water and rest: nothing is taught, nobody works.</summary>
    public bool IsPause { get; init; }

    /// <summary>Exercises, mobility and breath are timed by their own seconds, with no default side and no reset.</summary>
    public bool IsExercise =>
        Family is TechniqueFamily.Conditioning or TechniqueFamily.Mobility or TechniqueFamily.Breath;

    public bool IsKick => Family is TechniqueFamily.Kick or TechniqueFamily.Knee;

    public bool IsStrike =>
        Family
            is TechniqueFamily.Punch
                or TechniqueFamily.OpenHand
                or TechniqueFamily.Elbow
                or TechniqueFamily.Kick
                or TechniqueFamily.Knee;

    /// <summary>Held still for a time, or for a count.</summary>
    public bool IsStretch => Family == TechniqueFamily.Mobility && BaseSeconds >= LeastStretch;

    private const decimal LeastStretch = 5;

    /// <summary>Stretching, circling and breathing, but no pause.</summary>
    public bool IsLoosening => Family is TechniqueFamily.Mobility or TechniqueFamily.Breath && !IsPause;

    /// <summary>What is drunk: a class is not without water for longer than since the last of these.</summary>
    public bool IsDrink { get; init; }

    /// <summary>Whether one is on the floor for it, or behind it.</summary>
    public Posture Posture { get; init; }

    /// <summary>Never strong, however the hips stand: it finds the way for what follows.</summary>
    public bool IsAlwaysLight { get; init; }

    /// <summary>Id of what does the same inside a clinch; null where nothing does.</summary>
    public string? InClinch { get; init; }

    /// <summary>What a round of it is spent on; null where it is not done in rounds.</summary>
    public RoundWork? Round { get; init; }

    /// <summary>Work in rounds. 'N x M' without a unit are minutes there.</summary>
    public bool IsTimedRound => Round is not null;

    /// <summary>Leaves the floor.</summary>
    public bool IsJump =>
        Landings > 0
        && Family is TechniqueFamily.Kick or TechniqueFamily.Knee or TechniqueFamily.Punch
        && BaseSeconds >= 1;

    public Manner MannerFor(AgeBand band) => Manners.TryGetValue(band, out var manner) ? manner : Manner.Partner;

    /// <summary>The name that a reader of <paramref name="school"/> says, else the generic one.</summary>
    public string NameIn(NamingSchool school) =>
        Names.TryGetValue(school, out var own) ? own[0] : Names[NamingSchool.Generic][0];
}
