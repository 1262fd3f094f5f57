using System.Text.Json;
using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.PadRounds;

/// <summary>Makes called rounds over what the school teaches, and keeps them under names.</summary>
public sealed class RoundsBook(LadderContext db, OwnSchool own, SyllabusBook syllabus, SchoolCache memory)
{
    /// <summary>Rounds of a school that are remembered at once; each takes the place of an earlier one.</summary>
    private const int Slots = 64;

    /// <summary>
    /// The rounds that somebody asks for, or why there are none, by field. The same ask has the same rounds, so that a page that is
    /// looked at again does not make them again.
    /// </summary>
    public Task<RoundsMade> Make(RoundRequest request, NamingSchool naming, CancellationToken cancel)
    {
        var ask = $"{JsonSerializer.Serialize(request, MatJson.Options)} {naming}";
        var slot = (uint)string.GetHashCode(ask, StringComparison.Ordinal) % Slots;
        return memory.GetLatest(
            $"rounds {slot}",
            ask,
            CachedKind.Progress,
            () => MakeAnew(request, naming, cancel),
            cancel
        );
    }

    private async Task<RoundsMade> MakeAnew(RoundRequest request, NamingSchool naming, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var material = facts.Material;
        var reader = new RoundReader(
            material.Words(naming),
            await syllabus.Read(cancel),
            material.PartsOf,
            facts.School.CrossedMitts
        );
        var (ask, refusals) = reader.Read(request);
        if (ask is null)
            return RoundsMade.Refused(refusals);
        var numbered = material.Combinations.Where(c => c.Moves is not null);
        var maker = new RoundMaker(
            material.Catalogue,
            material.Words(NamingSchool.Generic).Numbers,
            [.. numbered.Select(c => new NumberedCall(c.Row.Number, c.Moves!))]
        );
        return maker.Make(ask, naming);
    }

    /// <summary>What is kept, by name.</summary>
    public Task<List<KeptRounds>> All(CancellationToken cancel) =>
        db.KeptRounds.AsNoTracking().OrderBy(r => r.Name).ToListAsync(cancel);

    public Task<KeptRounds?> Find(Guid id, CancellationToken cancel) =>
        db.KeptRounds.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id, cancel);

    /// <summary>The calls of the kept rounds that the lines of a sheet name.</summary>
    public async Task<Func<LessonLine, Sequence<Sequence<MatCall>>?>> CallsOf(LessonPlan plan, CancellationToken cancel)
    {
        var names = plan.Entries.OfType<LessonLine>().Select(RoundsOnSheet.NameIn).OfType<string>();
        var keys = names.Select(NameKey.Of).ToHashSet();
        if (keys.Count == 0)
            return _ => null;
        var calls = (await All(cancel))
            .Where(r => keys.Contains(NameKey.Of(r.Name)))
            .DistinctBy(r => NameKey.Of(r.Name))
            .ToDictionary(r => NameKey.Of(r.Name), r => RoundsOnSheet.ForMat(r.ReadCalls()));
        return line =>
            RoundsOnSheet.NameIn(line) is { } name && calls.TryGetValue(NameKey.Of(name), out var of) ? of : null;
    }

    /// <summary>Keeps rounds under a name; what had that name is replaced, since sheets call it by it.</summary>
    /// <param name="key">The key of the post, which becomes that of new rounds.</param>
    /// <param name="seen">The state of the kept rounds that the page was made from; null where it was made from settings.</param>
    /// <param name="name">1 to 60 characters, without quotes.</param>
    /// <param name="request">What was asked for.</param>
    /// <param name="naming">The words of the calls.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<KeptRounds>> Keep(
        Guid key,
        uint? seen,
        string name,
        RoundRequest request,
        NamingSchool naming,
        CancellationToken cancel
    ) => db.RunExclusive("kept rounds", () => KeepInTurn(key, seen, name.Trim(), request, naming, cancel), cancel);

    private async Task<RowSaved<KeptRounds>> KeepInTurn(
        Guid key,
        uint? seen,
        string name,
        RoundRequest request,
        NamingSchool naming,
        CancellationToken cancel
    )
    {
        var errors = new FieldErrors();
        if (name.Length is 0 or > KeptRounds.LongestName || name.Contains('"') || NameKey.Of(name).Length == 0)
            errors.Add(
                "Name",
                Say($"Give them a name of at most {KeptRounds.LongestName} characters, without quotes.")
            );
        var made = await Make(request, naming, cancel);
        foreach (var refusal in made.Refusals)
            errors.Add(refusal.Field, refusal.Message);
        if (errors.Any)
            return RowSaved<KeptRounds>.Refused(errors);
        var all = await db.KeptRounds.ToListAsync(cancel);
        var kept = all.Find(r => r.Id == key || NameKey.Of(r.Name) == NameKey.Of(name));
        if (kept is not null && kept.Id != key && seen is { } known && known != kept.Version)
            return RowSaved<KeptRounds>.Conflict(kept);
        kept ??= Added(key);
        kept.Name = name;
        kept.Ask = JsonSerializer.Serialize(request with { Naming = null }, MatJson.Options);
        kept.Calls = JsonSerializer.Serialize(made.Rounds, MatJson.Options);
        return RowSaved<KeptRounds>.Kept(kept);
    }

    private KeptRounds Added(Guid key)
    {
        var added = new KeptRounds
        {
            Id = key,
            Name = "",
            Ask = "{}",
            Calls = "{}",
        };
        db.KeptRounds.Add(added);
        return added;
    }

    /// <summary>Takes kept rounds out; sheets that name them count their time without calls.</summary>
    public Task<bool> Remove(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            "kept rounds",
            async () =>
            {
                if (await db.KeptRounds.FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } kept)
                    return false;
                db.KeptRounds.Remove(kept);
                return true;
            },
            cancel
        );
}
