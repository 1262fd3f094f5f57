using LoyalLadder.Core;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Syllabus.Presets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Syllabus;

/// <summary>A cell of the syllabus grid as somebody typed it.</summary>
/// <param name="RankId">The column.</param>
/// <param name="Learnable">The row.</param>
/// <param name="What">What the row is about, as it is typed: the track may not have it yet, or not any more.</param>
/// <param name="Kind">The row's kind; empty where the name tells.</param>
/// <param name="Seen">What stood there before.</param>
/// <param name="Typed">What stands there now.</param>
public sealed record TypedCell(Guid RankId, string Learnable, string What, string Kind, string Seen, string Typed);

/// <summary>What came of a cell.</summary>
/// <param name="RankId">The column.</param>
/// <param name="Learnable">The row.</param>
/// <param name="Text">What is kept there now.</param>
/// <param name="Problem">Why that is not what was typed; null where it is.</param>
public sealed record KeptCell(Guid RankId, string Learnable, string Text, string? Problem);

/// <summary>What a pasted table would do, row by row.</summary>
/// <param name="Rows">In order.</param>
/// <param name="NewRanks">Ranks that are not there yet and would stand on top of the track.</param>
/// <param name="Refusal">Why nothing of it can be taken; null where it can.</param>
public sealed record PastedLook(IReadOnlyList<Lists.ListedRow> Rows, IReadOnlyList<string> NewRanks, string? Refusal)
{
    /// <summary>How far the track had come when it was looked at.</summary>
    public string State { get; init; } = "";

    /// <summary>Somebody changed the track since it was looked at: nothing was taken, and this is how it would be now.</summary>
    public bool IsOld { get; init; }

    public bool CanBeTaken => Refusal is null && Rows.All(r => r.Fate != Lists.RowFate.Wrong) && HasNews;

    private bool HasNews => NewRanks.Count > 0 || Rows.Any(r => r.Fate is Lists.RowFate.New or Lists.RowFate.Changed);
}

/// <summary>The syllabus of a track as a table that is typed into, cell by cell or pasted whole.</summary>
public sealed class SyllabusGridBook(LadderContext db, OwnSchool own, SyllabusBook syllabus)
{
    private static string Turn(Guid track) => $"grid {track}";

    /// <summary>The table of a track; null where there is no such track.</summary>
    public async Task<SyllabusGrid?> Read(Guid trackId, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return (await syllabus.Read(cancel)).Tracks.FirstOrDefault(t => t.Id == trackId) is { } track
            ? GridOf(track, facts)
            : null;
    }

    private static SyllabusGrid GridOf(Track track, SchoolFacts facts) =>
        SyllabusGrid.Of(track, l => facts.Material.OnSheets(l, facts.School.Naming));

    /// <summary>What a new row of the grid is about: its learnable and kind, or what is wrong.</summary>
    public async Task<(string? Learnable, RequirementKind Kind, string? Problem)> RowOf(
        string what,
        string kind,
        CancellationToken cancel
    ) => GridEdit.RowOf(what, kind, await own.Facts(cancel));

    /// <summary>Keeps cells of a track; each is taken or not by itself.</summary>
    /// <param name="trackId">The track.</param>
    /// <param name="key">The key of the post.</param>
    /// <param name="cells">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What came of each; null where there is no such track.</returns>
    public Task<IReadOnlyList<KeptCell>?> Set(
        Guid trackId,
        Guid key,
        IReadOnlyList<TypedCell> cells,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn(trackId),
            async () =>
            {
                var facts = await own.Facts(cancel);
                if (await Edit(trackId, facts, cancel) is not { } edit)
                    return null;
                return (IReadOnlyList<KeptCell>?)[.. cells.Select((c, n) => edit.Set(c, DerivedKey.Of(key, n)))];
            },
            cancel
        );

    private async Task<GridEdit?> Edit(Guid trackId, SchoolFacts facts, CancellationToken cancel)
    {
        if ((await syllabus.Read(cancel)).Tracks.FirstOrDefault(t => t.Id == trackId) is not { } track)
            return null;
        var ranks = track.Ranks.Select(r => r.Id).ToList();
        var rows = await db.Requirements.Where(r => ranks.Contains(r.RankId)).ToListAsync(cancel);
        var signed = db.SignOffs.Where(s => ranks.Contains(s.Requirement!.RankId)).Select(s => s.RequirementId);
        var marked = db.GradingMarks.Where(m => ranks.Contains(m.Requirement!.RankId)).Select(m => m.RequirementId);
        return new GridEdit(db, syllabus, facts, track, rows, [.. await signed.Union(marked).ToListAsync(cancel)]);
    }

    /// <summary>What a pasted table would do.</summary>
    public async Task<PastedLook> Look(Guid trackId, string text, CancellationToken cancel) =>
        await Paste(trackId, text, null, cancel);

    /// <summary>
    /// Takes a pasted table, all of it or nothing: ranks that are not there are put on top, empty cells stay as they are.
    /// </summary>
    /// <param name="trackId">The track.</param>
    /// <param name="text">As pasted.</param>
    /// <param name="seen">How far the track had come when it was looked at; null takes whatever stands.</param>
    /// <param name="key">The key of the post.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<PastedLook> Take(Guid trackId, string text, string? seen, Guid key, CancellationToken cancel)
    {
        var look = await Look(trackId, text, cancel);
        if (seen is not null && seen != look.State && !await db.Posts.AnyAsync(p => p.Id == key, cancel))
            return look with { IsOld = true };
        return look.CanBeTaken
            ? await db.RunExclusive(
                Turn(trackId),
                key,
                () => Task.FromResult(look),
                () => Paste(trackId, text, key, cancel),
                cancel
            )
            : look;
    }

    private async Task<PastedLook> Paste(Guid trackId, string text, Guid? key, CancellationToken cancel)
    {
        var (pasted, refusal) = PastedGrid.Read(text);
        if (pasted is null)
            return new PastedLook([], [], refusal);
        var facts = await own.Facts(cancel);
        if (await Edit(trackId, facts, cancel) is not { } edit)
            return new PastedLook([], [], Say("This track is no longer there."));
        var added = edit.NewRanks(pasted);
        if (key is not null)
            AddRanks(added, trackId);
        var rows = edit.Paste(pasted, added, key);
        return new PastedLook(rows, [.. added.Select(r => r.Name)], null) { State = await State(trackId, cancel) };
    }

    /// <summary>How far what a track's ranks ask for has come: another mark whenever somebody changed it.</summary>
    private async Task<string> State(Guid trackId, CancellationToken cancel)
    {
        var rows = db.Requirements.Where(r => db.Ranks.Any(k => k.Id == r.RankId && k.TrackId == trackId));
        var (count, last) = (
            await rows.CountAsync(cancel),
            await rows.MaxAsync(r => (DateTimeOffset?)r.ChangedAt, cancel)
        );
        return string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{count}/{last?.UtcTicks}");
    }

    private void AddRanks(IReadOnlyList<Rank> added, Guid trackId)
    {
        foreach (var rank in added)
            db.Ranks.Add(
                new RankRow
                {
                    Id = rank.Id,
                    TrackId = trackId,
                    Name = rank.Name,
                    Position = rank.Position,
                    Colour = rank.Colour,
                    Stripes = rank.Stripes,
                }
            );
    }

    /// <summary>Lets ranks that ask for nothing yet ask for what is usual where people name things so; the others stay.</summary>
    /// <returns>How many things are asked for now that were not before.</returns>
    public Task<int> BeginWith(NamingSchool naming, Guid key, CancellationToken cancel) =>
        db.RunExclusive(
            "usual syllabus",
            async () =>
            {
                var facts = await own.Facts(cancel);
                var count = 0;
                foreach (var track in (await syllabus.Read(cancel)).Tracks)
                {
                    var usual = UsualSyllabus.For(naming, track, facts.Material.Catalogue).ToLookup(a => a.Rank);
                    foreach (var rank in usual.Where(r => track.Ranks[r.Key].Requirements.IsEmpty))
                    foreach (var (asked, n) in rank.Select((a, n) => (a, n)))
                    {
                        var made = Requirement(track.Ranks[rank.Key], asked);
                        syllabus.Added(DerivedKey.Of(key, count++), made, n, facts);
                    }
                }
                return count;
            },
            cancel
        );

    private static Requirement Requirement(Rank rank, UsualAsk asked) =>
        new()
        {
            Id = Guid.Empty,
            RankId = rank.Id,
            Kind = asked.Kind,
            Learnable = asked.Learnable,
            Stage = asked.Cell.Stage,
            Amount = asked.Cell.Amount,
            IsSeconds = asked.Cell.IsSeconds,
            Signers = asked.Cell.Signers,
        };
}
