namespace LoyalLadder.Core.Lessons;

/// <summary>What one person can take back of their own saves, and do again; each with the nearest first.</summary>
/// <param name="Undo">Saves that can be taken back.</param>
/// <param name="Redo">Saves that took something back and can be taken back themselves.</param>
public sealed record OwnSteps(IReadOnlyList<Guid> Undo, IReadOnlyList<Guid> Redo)
{
    /// <summary>Reads the steps out of a history.</summary>
    /// <param name="saves">One person's saves, oldest first, each with the save that it took back.</param>
    /// <param name="made">The save that the sheet begins with: what it began with is no step, and is never taken back.</param>
    public static OwnSteps Of(IEnumerable<(Guid Save, Guid? Undoes)> saves, Guid? made = null)
    {
        var (undo, redo) = (new List<Guid>(), new List<Guid>());
        foreach (var (save, undoes) in saves.Where(s => s.Save != made))
        {
            if (undoes is { } taken && undo.Remove(taken))
                redo.Add(save);
            else if (undoes is { } again && redo.Remove(again))
                undo.Add(save);
            else
            {
                // something new: what was taken back before it is past
                undo.Add(save);
                redo.Clear();
            }
        }
        undo.Reverse();
        redo.Reverse();
        return new OwnSteps(undo, redo);
    }
}
