namespace LoyalLadder.Core.Techniques;

/// <summary>The catalogue file cannot be used; the message names every line that is wrong and says why.</summary>
public sealed class CatalogueException(IReadOnlyList<string> errors)
    : Exception("The technique catalogue is not usable:\n" + string.Join('\n', errors))
{
    public IReadOnlyList<string> Errors { get; } = errors;
}
