using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>
/// The strikes of one session: what pad rounds are made of, what is in focus, and a few others. A holder who calls everything
/// that exists trains nothing.
/// </summary>
internal sealed class Repertoire(Catalogue catalogue, RoundAsk ask)
{
    private const int MostOfAFocus = 4;

    private readonly Dictionary<string, int> _depths = [];

    /// <summary>The strikes, in the order of the catalogue.</summary>
    public List<Technique> Chosen(Dice dice)
    {
        var callable = catalogue.All.Where(t => CallShapes.IsCallable(t, ask) && t.Ranges != Ranges.Clinch).ToList();
        var chosen = callable.Where(t => t.IsMainstay).ToHashSet();
        foreach (var focus in ask.Focus)
            Add(callable.FindAll(t => focus.Techniques.Contains(t.Id)), MostOfAFocus);
        var others = callable.FindAll(t => !t.IsMainstay);
        Add(others.FindAll(t => t.Family == TechniqueFamily.Kick), 2);
        Add(others.FindAll(t => t.Family == TechniqueFamily.Knee), 1);
        Add(others.FindAll(t => t.Family == TechniqueFamily.Elbow), 1);
        Add(others.FindAll(t => t.Family is TechniqueFamily.Punch or TechniqueFamily.OpenHand), 1);
        return callable.FindAll(chosen.Contains);

        void Add(List<Technique> some, int most) =>
            chosen.UnionWith(some.OrderBy(t => -Math.Log(1 - dice.Next()) * (1 + Depth(t))).Take(most));
    }

    /// <summary>How much stands below a technique: what is built on nothing is called more often.</summary>
    private int Depth(Technique technique)
    {
        if (_depths.TryGetValue(technique.Id, out var known))
            return known;
        var below = technique.BuildsOn.Select(catalogue.Find).OfType<Technique>().ToList();
        var depth = below.Count == 0 ? 0 : 1 + below.Max(Depth);
        _depths[technique.Id] = depth;
        return depth;
    }
}
