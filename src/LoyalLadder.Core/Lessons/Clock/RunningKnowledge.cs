using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>
/// What the people in the room know while a lesson goes on: what their log says, and what was taught earlier in the same
/// lesson, which is known for the rest of it.
/// </summary>
/// <param name="group">Their log; null where no log can tell, so that everything counts as known.</param>
public sealed class RunningKnowledge(GroupKnowledge? group)
{
    private readonly HashSet<string> _taught = [];

    public Novelty Of(Combination moves) => group?.Of(moves, _taught) ?? Novelty.Known;

    /// <summary>The moves have been done: they, and what they are built on, are known from now on.</summary>
    public void Teach(Combination moves)
    {
        if (group is not null)
            _taught.UnionWith(TaughtBy(moves, group));
    }

    /// <summary>What somebody who has been taught the moves knows: they themselves and all that they are built on.</summary>
    public static IReadOnlySet<string> TaughtBy(Combination moves, GroupKnowledge group)
    {
        var taught = new HashSet<string>();
        var open = new Stack<string>(Learnables.Of(moves));
        while (open.TryPop(out var id))
        {
            if (!taught.Add(id))
                continue;
            foreach (var below in group.Catalogue.Find(id)?.BuildsOn ?? [])
                open.Push(below);
        }
        return taught;
    }
}
