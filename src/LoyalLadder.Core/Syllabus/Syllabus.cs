using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus;

/// <summary>What kind of thing a rank asks for.</summary>
public enum RequirementKind
{
    Technique,
    Combination,
    SelfDefence,
    Form,
    Fitness,
    Challenge,
    Terms,
}

/// <summary>Something that a rank asks for, up to a stage, signed off by one or two instructors.</summary>
public sealed record Requirement
{
    /// <summary>Longest words of a form, a fitness mark or a challenge.</summary>
    public const int LongestWords = 120;

    /// <summary>The most that one rank asks for.</summary>
    public const int MostOfARank = 60;

    /// <summary>The most repetitions or seconds of a fitness mark.</summary>
    public const int MostAmount = 9999;

    public required Guid Id { get; init; }
    public required Guid RankId { get; init; }

    /// <summary>Order within the rank.</summary>
    public int Position { get; init; }

    public required RequirementKind Kind { get; init; }

    /// <summary>What is asked for; see <see cref="Core.Syllabus.Learnable"/>.</summary>
    public required string Learnable { get; init; }

    /// <summary>Words of a form, a fitness mark or a challenge; empty where the learnable's own name says it.</summary>
    public string Words { get; init; } = "";

    /// <summary>1 parts, 2 whole in the air, 3 moving, 4 on a target, 5 with a partner, 6 under pressure.</summary>
    public int Stage { get; init; } = 4;

    /// <summary>Repetitions or seconds of a fitness mark; 0 for everything else.</summary>
    public int Amount { get; init; }

    /// <summary>True where the amount is seconds.</summary>
    public bool IsSeconds { get; init; }

    /// <summary>How many different instructors have to sign it off, 1 or 2.</summary>
    public int Signers { get; init; } = 1;

    /// <summary>The stage that lessons have to reach; 0 where only signing off counts.</summary>
    public int StageToReach => new Learnable(Learnable).IsStaged ? Stage : 0;
}

/// <summary>A rung of a track.</summary>
/// <param name="Id">Its key.</param>
/// <param name="TrackId">The track that it belongs to.</param>
/// <param name="Name">As it is spoken of.</param>
/// <param name="Position">0 is the lowest.</param>
/// <param name="Colour">Belt colour as #rrggbb; always shown with the name.</param>
/// <param name="Stripes">Part steps, 0 to 4.</param>
/// <param name="LeastDays">Days in the rank before, before this one may be graded for.</param>
/// <param name="LeastLessons">Lessons since the grading before.</param>
public sealed record Rank(
    Guid Id,
    Guid TrackId,
    string Name,
    int Position,
    string Colour,
    int Stripes,
    int LeastDays,
    int LeastLessons
)
{
    /// <summary>What it asks for, in order.</summary>
    public Sequence<Requirement> Requirements { get; init; }
}

/// <summary>An ordered list of ranks for an age band, the lowest first.</summary>
public sealed record Track(Guid Id, string Name, AgeBand Band, Sequence<Rank> Ranks);

/// <summary>The tracks of a school with their ranks and what these ask for.</summary>
public sealed record Syllabus(Sequence<Track> Tracks)
{
    /// <summary>All that any rank asks for.</summary>
    public IReadOnlySet<string> Asked =>
        Tracks.SelectMany(t => t.Ranks).SelectMany(r => r.Requirements).Select(r => r.Learnable).ToHashSet();

    /// <summary>The rank of that key; null when there is none.</summary>
    public Rank? Find(Guid? rank) => Tracks.SelectMany(t => t.Ranks).FirstOrDefault(r => r.Id == rank);

    /// <summary>The track that a rank belongs to; null when there is none.</summary>
    public Track? TrackOf(Guid? rank) => Tracks.FirstOrDefault(t => t.Ranks.Any(r => r.Id == rank));

    /// <summary>The rank to work for: the one above; for who has none the lowest of the track for the age; null at the top.</summary>
    /// <param name="rank">The rank that is held; null for none.</param>
    /// <param name="band">The age of the class, which decides where there is no rank yet.</param>
    public Rank? Next(Guid? rank, AgeBand? band)
    {
        if (rank is null)
            return Tracks.FirstOrDefault(t => t.Band == band) is { Ranks: [var lowest, ..] } ? lowest : null;
        return TrackOf(rank)?.Ranks.SkipWhile(r => r.Id != rank).Skip(1).FirstOrDefault();
    }
}
