using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using static LoyalLadder.Data.Lists.ListedRows;

namespace LoyalLadder.Data.Lists;

/// <summary>The school's kit.</summary>
public sealed class KitList(LadderContext db) : ITakenList
{
    public string Key => "kit";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel) =>
        (await db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(cancel)).ConvertAll(k =>
            (IReadOnlyList<string>)[k.Name, N(k.Count), N(k.FetchSeconds)]
        );

    public async Task<IReadOnlyList<ListedRow>> Take(IReadOnlyList<CsvRow> rows, Guid? key, CancellationToken cancel)
    {
        var known = (await db.KitItems.OrderBy(k => k.Id).ToListAsync(cancel))
            .DistinctBy(k => NameKey.Of(k.Name))
            .ToDictionary(k => NameKey.Of(k.Name));
        var seen = new HashSet<string>();
        return [.. rows.Select(r => One(r, known, seen, key))];
    }

    private ListedRow One(CsvRow row, Dictionary<string, KitItem> known, HashSet<string> seen, Guid? key)
    {
        var name = row.Cells[0];
        if (name.Length is 0 or > 80)
            return Wrong(row, Say("A name of at most 80 characters is wanted."));
        if (!seen.Add(NameKey.Of(name)))
            return Wrong(row, Say($"{name} stands twice in the list."));
        if (Number(row.Cells[1], 0, 999) is not { } count)
            return Wrong(row, Say($"{name}: how many? 0 to 999."));
        if (Number(row.Cells[2].Length == 0 ? N(KitTime.Unlisted) : row.Cells[2], 0, 600) is not { } seconds)
            return Wrong(row, Say($"{name}: 0 to 600 seconds to fetch."));
        var item = known.GetValueOrDefault(NameKey.Of(name));
        if (item is not null && (item.Count, item.FetchSeconds) == (count, seconds))
            return Same(row, name);
        var listed = item is null
            ? New(row, $"{name}: {count}, {seconds} s")
            : Changed(row, Say($"{name}: {item.Count} becomes {count}, {item.FetchSeconds} s becomes {seconds} s"));
        if (key is { } post)
            Put(item, DerivedKey.Of(post, row.Line), name, count, seconds);
        return listed;
    }

    private void Put(KitItem? item, Guid key, string name, int count, int seconds)
    {
        if (item is null)
        {
            item = new KitItem { Id = key, Name = name };
            db.KitItems.Add(item);
        }
        (item.Count, item.FetchSeconds) = (count, seconds);
    }
}
