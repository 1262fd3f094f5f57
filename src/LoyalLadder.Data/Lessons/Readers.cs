using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using Microsoft.Extensions.Caching.Memory;

namespace LoyalLadder.Data.Lessons;

/// <summary>One sheet reader per naming school, made once, and what stored rows were last read as: a row's text always means the same.</summary>
public sealed class Readers(Catalogue catalogue) : IDisposable
{
    /// <summary>Rows remembered: those of the sheets that a busy school has open.</summary>
    private const int MostRows = 20_000;

    private readonly Dictionary<NamingSchool, SheetReader> _byNaming =
        Enum.GetValues<NamingSchool>().ToDictionary(n => n, n => new SheetReader(catalogue, n));

    private readonly MemoryCache _rows = new(new MemoryCacheOptions { SizeLimit = MostRows });

    public SheetReader For(NamingSchool naming) => _byNaming[naming];

    /// <summary>The entries of a stored row.</summary>
    public IReadOnlyList<SheetEntry> Row(string text, NamingSchool naming) => _rows.GetOrCreate((naming, text), entry =>
    {
        entry.Size = 1;
        return For(naming).ReadEntries(text);
    })!;

    public void Dispose() => _rows.Dispose();
}
