using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>What the holder has; several may be worn together.</summary>
[Flags]
public enum RoundKit
{
    None = 0,
    Mitts = 1,
    KickPads = 2,
    Shield = 4,
    ThighPads = 8,
}

/// <summary>How hard one round is against the one before it.</summary>
public enum RoundBuild
{
    /// <summary>All alike.</summary>
    Plain,

    /// <summary>Each round harder than the one before.</summary>
    Rising,

    /// <summary>Harder up to the middle, then easier again.</summary>
    Pyramid,
}

/// <summary>A strike, or a kind of strike, that a share of all strikes of the session is to be.</summary>
/// <param name="Words">As it was asked for.</param>
/// <param name="Techniques">The techniques that count as it, by id.</param>
/// <param name="Share">0 to 1, of all strikes.</param>
public sealed record RoundFocus(string Words, IReadOnlySet<string> Techniques, decimal Share);

/// <summary>What somebody may be called to do.</summary>
public sealed record RoundMoves
{
    /// <summary>Techniques that were taught, by id; null where everything may be called.</summary>
    public IReadOnlySet<string>? Taught { get; init; }

    /// <summary>The words of the limit, for refusals: 'Green and below'.</summary>
    public string TaughtWords { get; init; } = "";

    public bool Has(Technique technique) => Taught is null || Taught.Contains(technique.Id);
}

/// <summary>What a session of called rounds is asked to be.</summary>
public sealed record RoundAsk
{
    public const int MostRounds = 12;
    public const int ShortestWork = 20;
    public const int LongestWork = 300;
    public const int LongestRest = 300;
    public const int SparsestDensity = 6;
    public const int DensestDensity = 30;

    /// <summary>Seconds at the end of each round that are a burst.</summary>
    public const int BurstSeconds = 10;

    public required AgeBand Band { get; init; }
    public required RoundKit Kit { get; init; }

    /// <summary>1 to 12.</summary>
    public int Rounds { get; init; } = 3;

    /// <summary>20 to 300.</summary>
    public int WorkSeconds { get; init; } = 120;

    /// <summary>0 to 300, between two rounds.</summary>
    public int RestSeconds { get; init; } = 30;

    /// <summary>Calls a minute up to the burst, 6 to 30.</summary>
    public int Density { get; init; } = 12;

    /// <summary>At most eight, their shares at most 1 together.</summary>
    public IReadOnlyList<RoundFocus> Focus { get; init; } = [];

    public bool Clinch { get; init; }

    /// <summary>The lead may change within a round; each round begins with the left foot in front.</summary>
    public bool Switching { get; init; }

    public RoundBuild Build { get; init; }

    /// <summary>The same seed gives the same rounds, in every naming.</summary>
    public long Seed { get; init; }

    public RoundMoves Moves { get; init; } = new();

    /// <summary>The school feeds the left hand to the holder's left mitt.</summary>
    public bool Crossed { get; init; }

    /// <summary>All that is out of bounds, by field.</summary>
    public IReadOnlyList<RoundRefusal> Problems()
    {
        var problems = new List<RoundRefusal>();
        Within(Rounds, 1, MostRounds, "rounds", "");
        Within(WorkSeconds, ShortestWork, LongestWork, "workSeconds", " seconds");
        Within(RestSeconds, 0, LongestRest, "restSeconds", " seconds");
        Within(Density, SparsestDensity, DensestDensity, "density", Say(" calls a minute"));
        if (Build != RoundBuild.Plain && Rounds < (Build == RoundBuild.Rising ? 2 : 3))
            problems.Add(
                new RoundRefusal("build", Say("One round cannot rise: ask for 2 or more, or 3 or more for a pyramid."))
            );
        if (Focus.Count > MostFocus)
            problems.Add(new RoundRefusal("focus", Say($"At most {MostFocus} things can be in focus.")));
        for (var i = 0; i < Focus.Count; i++)
            if (Focus[i].Share is <= 0 or > 1)
                problems.Add(new RoundRefusal($"focus[{i}].share", Say("A share is above 0 and at most 1.")));
        if (Focus.Sum(f => f.Share) > 1)
            problems.Add(new RoundRefusal("focus", Say("The shares are more than the whole together.")));
        return problems;

        void Within(int value, int least, int most, string field, string unit)
        {
            if (value < least || value > most)
                problems.Add(new RoundRefusal(field, Say($"{least} to {most}{unit}.")));
        }
    }

    private const int MostFocus = 8;
}

/// <summary>Why rounds cannot be made as asked.</summary>
/// <param name="Field">The field of the ask that stands in the way: 'focus[0].item', 'kit'.</param>
/// <param name="Message">What is wrong, and what to ask for instead.</param>
public sealed record RoundRefusal(string Field, string Message);
