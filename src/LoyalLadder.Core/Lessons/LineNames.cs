namespace LoyalLadder.Core.Lessons;

/// <summary>A line in the words in which an instructor speaks of it.</summary>
public static class LineNames
{
    /// <summary>What is done, and how it is arranged where that is more than one after another.</summary>
    public static string Of(LessonLine line) =>
        line.Dose switch
        {
            BagLinesDose => Say($"bag line of {Joined(line.Jobs)}"),
            StationsDose => Say($"stations of {Joined(line.Jobs)}"),
            CircuitDose => Say($"circuit of {Joined(line.Jobs)}"),
            SoloDose { IsShared: true } => Say($"{line.Content}, with a partner"),
            FloorDose => Say($"{line.Content}, down the floor"),
            _ => line.Content,
        };

    private static string Joined(IReadOnlyList<string> names) =>
        names.Count < 2
            ? string.Concat(names)
            : Say($"{string.Join(", ", names.Take(names.Count - 1))} and {names[^1]}");
}
