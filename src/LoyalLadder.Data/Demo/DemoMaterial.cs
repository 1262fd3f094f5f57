using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Demo;

/// <summary>What the demo school teaches: combinations, self-defence and forms under its numbers, drills, kept sheets, words.</summary>
internal sealed class DemoMaterial(LadderContext db, OwnSchool own, DrillBook drills, KeptSheetBook kept)
{
    /// <summary>Something numbered, as written down; Rank is the step of its colour, 0 white to 7 black.</summary>
    private sealed record Written(
        string Number,
        CombinationKind Kind,
        string Name,
        string Moves,
        int Rank,
        AgeBand Least,
        string? Other,
        string? Control,
        string? Cautions,
        string? Notes,
        string? Versions,
        string? Tradition,
        string? Readings,
        int? Seconds
    );

    /// <summary>Games of the school's own names, and what they are to everybody else.</summary>
    private static readonly (string Word, string Means)[] OwnWords =
    [
        ("sharks and lifeboats", "tag game"),
        ("musical stances", "mirror game"),
        ("stepping stones", "relay"),
        ("lighthouse keeper", "mirror game"),
    ];

    public async Task Number(CancellationToken cancel)
    {
        var book = new CombinationBook(db, own);
        var tracks = await db.Tracks.AsNoTracking().Include(t => t.Ranks).ToListAsync(cancel);
        foreach (var written in DemoText.Rows<Written>("material.jsonl"))
        {
            var rank = DemoLadder.RankOf(tracks.Single(t => t.Name == written.Least.ToString()), written.Rank);
            var draft = new CombinationDraft
            {
                Number = written.Number,
                Kind = written.Kind,
                Name = written.Name,
                Notation = written.Moves,
                OtherReading = written.Other,
                RankId = rank.Id,
                LeastBand = written.Least,
                Versions = written.Versions,
                ControlRule = written.Control,
                Cautions = written.Cautions,
                Notes = written.Notes,
                Tradition = written.Tradition,
                Readings = written.Readings,
                FormSeconds = written.Seconds,
            };
            var saved = await book.Save(null, Guid.CreateVersion7(), null, draft, NamingSchool.Generic, cancel);
            Demand(saved.Errors, $"#{draft.Number}");
            db.ChangeTracker.Clear();
        }
        var words = new WordBook(db, own);
        foreach (var (word, means) in OwnWords)
            Demand(await words.Mean(word, means, cancel), word);
    }

    /// <summary>Keeps drills, and sheets for the weeks of the year.</summary>
    public async Task Keep(CancellationToken cancel)
    {
        foreach (var draft in DemoDrills.All)
            Demand((await drills.Save(null, Guid.CreateVersion7(), null, draft, cancel)).Saved.Errors, draft.Name);
        foreach (var band in Enum.GetValues<AgeBand>())
        foreach (var (text, i) in DemoText.Sheets(band.ToString()).Select((t, i) => (t, i)))
        {
            var draft = new KeptSheetDraft(text.Split('\n')[0].TrimStart('#', ' '), band, i + 1, text);
            Demand((await kept.Save(null, Guid.CreateVersion7(), null, draft, cancel)).Errors, draft.Title);
        }
    }

    private static void Demand(FieldErrors errors, string what)
    {
        if (errors.Any)
            throw new InvalidOperationException($"{what}: {errors.First}");
    }
}
