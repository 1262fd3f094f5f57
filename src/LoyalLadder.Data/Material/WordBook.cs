using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Material;

/// <summary>The school's own words. A word means the same on every sheet, those that were typed before it among them.</summary>
public sealed class WordBook(LadderContext db, OwnSchool own)
{
    /// <summary>Most words that a school keeps.</summary>
    public const int Most = 500;

    public Task<List<SchoolWord>> All(CancellationToken cancel) =>
        db.Words.AsNoTracking().OrderBy(w => w.Key).ToListAsync(cancel);

    /// <summary>From now on a word means a name; said again it means the new one.</summary>
    public async Task<FieldErrors> Mean(string? word, string? means, CancellationToken cancel)
    {
        var (typed, name) = (word?.Trim() ?? "", means?.Trim() ?? "");
        var facts = await own.Facts(cancel);
        var errors = Check(typed, name, facts);
        if (errors.Any)
            return errors;
        var key = NameKey.Of(typed);
        return await db.RunExclusive(
            "words",
            async () =>
            {
                var row = await db.Words.FirstOrDefaultAsync(w => w.Key == key, cancel);
                if (row is not null)
                    row.Means = name;
                else if (await db.Words.CountAsync(cancel) >= Most)
                    errors.Add("Word", Say($"A school keeps at most {Most} words of its own."));
                else
                    db.Words.Add(
                        new SchoolWord
                        {
                            Word = typed,
                            Key = key,
                            Means = name,
                        }
                    );
                return errors;
            },
            cancel
        );
    }

    private static FieldErrors Check(string word, string means, SchoolFacts facts)
    {
        var errors = new FieldErrors();
        var naming = facts.School.Naming;
        var isOwn = facts.Material.Words(naming).Words.ContainsKey(NameKey.Of(word));
        if (!isOwn && !LineRepairs.MayBeWord(word, facts.Material.Sheets(naming)))
            errors.Add(
                "Word",
                Say(
                    $"Write a word of 3 to {SchoolWord.LongestWord} characters that says nothing yet on a sheet: no name, no "
                        + $"number, no time."
                )
            );
        if (means.Length > SchoolWord.LongestMeaning)
            errors.Add("Means", Say($"At most {SchoolWord.LongestMeaning} characters."));
        else if (!new MoveReader(facts.Material.Words(naming)).Read(means).IsKnown)
            errors.Add("Means", Say("Write a name that the catalogue knows, such as: floor jack"));
        return errors;
    }

    /// <summary>The word says nothing any more; lines that hold it are marked again.</summary>
    public Task<int> Forget(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            "words",
            async () =>
            {
                if (await db.Words.FirstOrDefaultAsync(w => w.Id == id, cancel) is not { } row)
                    return 0;
                db.Words.Remove(row);
                return 1;
            },
            cancel
        );
}
