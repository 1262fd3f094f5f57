using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>A drill of the school's library, as a sheet that is drafted may take it.</summary>
/// <param name="Name">Its name.</param>
/// <param name="LeastBand">The youngest that do it.</param>
/// <param name="Text">Its lines as a sheet writes them.</param>
/// <param name="Lines">The same, read.</param>
public sealed record LibraryDrill(string Name, AgeBand LeastBand, string Text, IReadOnlyList<LessonLine> Lines)
{
    /// <summary>A drill that takes more lines than this is a block of its own, not one thing to be taught.</summary>
    private const int MostLines = 2;

    /// <summary>
    /// The drill that teaches something at a stage: comes before a bare line; of several the one that holds least beside it. Null
    /// where the library has none for the age.
    /// </summary>
    public static LibraryDrill? For(string learnable, int stage, AgeBand band, IEnumerable<LibraryDrill> library) =>
        library
            .Where(d => d.LeastBand <= band && d.Lines.Count is > 0 and <= MostLines)
            .Where(d => d.Lines.All(l => l.IsUnderstood && l.Dose is not null))
            .Where(d => d.Lines.Any(l => Stages.Of(l) == stage && Learnables.Of(l.Moves).Contains(learnable)))
            .OrderBy(d => d.Lines.SelectMany(l => Learnables.Of(l.Moves)).Distinct().Count())
            .ThenBy(d => d.Name, StringComparer.Ordinal)
            .FirstOrDefault();
}
