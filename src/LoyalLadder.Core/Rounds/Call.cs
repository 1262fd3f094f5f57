using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>Where somebody is between two calls: how far from the holder, and which foot is in front.</summary>
internal readonly record struct Spot(FightRange Range, Lead Lead);

/// <summary>What a holder can call: 1 to 6 counts, said in at most five words.</summary>
internal sealed record Call
{
    /// <summary>Spot in the book of calls.</summary>
    public required int Number { get; init; }

    public required Combination Moves { get; init; }

    /// <summary>Strikes by the side that is meant where the left foot is in front.</summary>
    public required int Left { get; init; }

    public required int Right { get; init; }

    /// <summary>Strikes in all; both hands at once are one.</summary>
    public required int Strikes { get; init; }

    /// <summary>Of its strikes, those of each focus.</summary>
    public required int[] Focus { get; init; }

    public required int Difficulty { get; init; }

    /// <summary>Seconds to answer it at a brisk pace.</summary>
    public required decimal Seconds { get; init; }

    /// <summary>Letters of its notation in the longest of the namings: a round has to be readable as one combination.</summary>
    public required int Letters { get; init; }

    /// <summary>Where it leaves off, from each range; null where it cannot be done from there.</summary>
    public required Spot?[] After { get; init; }

    public int Beats => Moves.BeatCount;

    /// <summary>Seconds to hear a call before it is answered.</summary>
    public const decimal Hearing = 0.6m;

    /// <summary>Seconds before the next call may come: hear it, do it; in tenths.</summary>
    public decimal Need => Math.Ceiling((Seconds + Hearing) * 10) / 10;

    /// <summary>It moves, holds or lets go, and hits nothing.</summary>
    public bool IsMove => Strikes == 0;

    /// <summary>The holder attacks first.</summary>
    public bool IsFed => Moves.Elements.Any(e => e.Attack is not null);

    public Spot? From(Spot place) =>
        After[(int)place.Range] is not { } left ? null
        : place.Lead == Lead.Left ? left
        : left with { Lead = left.Lead.Other() };
}
