using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Lessons;

/// <summary>One sheet reader per naming school, made once: they hold no state.</summary>
public sealed class Readers(Catalogue catalogue)
{
    private readonly Dictionary<NamingSchool, SheetReader> _byNaming =
        Enum.GetValues<NamingSchool>().ToDictionary(n => n, n => new SheetReader(catalogue, n));

    public SheetReader For(NamingSchool naming) => _byNaming[naming];
}
