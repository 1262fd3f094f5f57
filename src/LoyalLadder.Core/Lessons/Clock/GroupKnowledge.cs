using System.Collections.ObjectModel;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>How well the people in the room know something.</summary>
public enum Novelty
{
    Known,
    Refresh,
    New,
}

/// <summary>What the people in the room have been taught so far, as their log tells it.</summary>
public sealed class GroupKnowledge
{
    private readonly Dictionary<string, Novelty> _novelty;

    /// <param name="catalogue">For what techniques are built on.</param>
    /// <param name="novelty">By learnable; what is missing is new.</param>
    /// <param name="hardYesterday">Regions of the body that the same people worked hard the day before.</param>
    public GroupKnowledge(
        Catalogue catalogue,
        IReadOnlyDictionary<string, Novelty> novelty,
        IReadOnlySet<string> hardYesterday
    )
    {
        (Catalogue, HardYesterday, _novelty) = (catalogue, hardYesterday, new Dictionary<string, Novelty>(novelty));
        // whoever has a technique has what it is built on, whether or not a sheet ever named it
        var open = new Stack<string>(novelty.Where(n => n.Value != Novelty.New).Select(n => n.Key));
        while (open.TryPop(out var id))
            foreach (var below in catalogue.Find(id)?.BuildsOn ?? [])
                if (_novelty.GetValueOrDefault(below, Novelty.New) > _novelty[id])
                {
                    _novelty[below] = _novelty[id];
                    open.Push(below);
                }
    }

    public Catalogue Catalogue { get; }

    public IReadOnlySet<string> HardYesterday { get; }

    public Novelty Of(string learnable) => _novelty.GetValueOrDefault(learnable, Novelty.New);

    /// <summary>How new a line's moves are: as its newest piece. Exercises and pauses need no teaching plan.</summary>
    public Novelty Of(Combination moves) => Of(moves, ReadOnlySet<string>.Empty);

    /// <summary>The same where some things have been taught since.</summary>
    public Novelty Of(Combination moves, IReadOnlySet<string> taughtSince) =>
        moves.IsEmpty || moves.IsExercise || moves.IsPause
            ? Novelty.Known
            : Learnables
                .TopLevelLearnables(moves)
                .Where(w => !taughtSince.Contains(w))
                .Select(Of)
                .DefaultIfEmpty(Novelty.Known)
                .Max();
}
