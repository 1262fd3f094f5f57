using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Syllabus;

/// <summary>What is typed of a requirement; what it asks for is a technique's name, '#14', or the words of a form, a fitness mark or a challenge.</summary>
public sealed record RequirementDraft(
    Guid RankId,
    RequirementKind Kind,
    string What,
    int Stage,
    int Amount,
    bool IsSeconds,
    int Signers
);

/// <summary>What the ranks ask for: every change is written down in words, with who and when.</summary>
public sealed class RequirementBook(LadderContext db, OwnSchool own, ProgressMemory memory)
{
    public const int MostOfARank = 60,
        MostAmount = 9999;

    /// <summary>The tracks with their ranks, the lowest first. Not to be changed by who reads them.</summary>
    public Task<List<Track>> Tracks(CancellationToken cancel) =>
        memory.Of(("tracks", db.SchoolId), db.SchoolId, () => ReadTracks(cancel));

    private async Task<List<Track>> ReadTracks(CancellationToken cancel)
    {
        var tracks = await db.Tracks.AsNoTracking().Include(t => t.Ranks).OrderBy(t => t.Position).ToListAsync(cancel);
        foreach (var track in tracks)
            track.Ranks.Sort((a, b) => a.Position.CompareTo(b.Position));
        return tracks;
    }

    /// <summary>What some ranks ask for, in the order of the ladder. Not to be changed by who reads it.</summary>
    public async Task<List<Requirement>> Of(IReadOnlyCollection<Guid> ranks, CancellationToken cancel)
    {
        var all = await memory.Of(
            ("asked", db.SchoolId),
            db.SchoolId,
            async () =>
                (
                    await db.Requirements.AsNoTracking().OrderBy(r => r.Position).ThenBy(r => r.Id).ToListAsync(cancel)
                ).ToLookup(r => r.RankId)
        );
        return [.. ranks.SelectMany(r => all[r]).OrderBy(r => r.Position).ThenBy(r => r.Id)];
    }

    public Task<List<RequirementChange>> History(Guid rankId, CancellationToken cancel) =>
        db
            .RequirementChanges.AsNoTracking()
            .Where(c => c.RankId == rankId)
            .OrderByDescending(c => c.ChangedAt)
            .Take(60)
            .ToListAsync(cancel);

    /// <summary>The requirement as it would be kept, and what is wrong with it, field by field.</summary>
    public async Task<(Requirement? Row, List<(string Field, string Message)> Errors)> Check(
        Guid? id,
        RequirementDraft draft,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var errors = new List<(string, string)>();
        var what = draft.What.Trim();
        var learnable = "";
        if (what.Length is 0 or > Requirement.LongestWords)
            errors.Add(("What", $"Say what is asked for, in at most {Requirement.LongestWords} characters."));
        else if (draft.Kind is RequirementKind.Technique or RequirementKind.Combination or RequirementKind.SelfDefence)
        {
            var (found, problem) = facts.Material.LearnableOf(what, facts.School.Naming);
            if (problem is not null)
                errors.Add(("What", problem));
            learnable = found ?? "";
        }
        else
            learnable =
                facts.Material.LearnableOf(what, facts.School.Naming).Learnable
                ?? $"{draft.Kind.ToString().ToLowerInvariant()}:{NameKey.Of(what)}";
        if (learnable.Length > Learnables.Longest)
            learnable = learnable[..Learnables.Longest];
        if (draft.Stage is < Stages.Lowest or > Stages.Highest)
            errors.Add(("Stage", "A stage is 1 to 6."));
        if (draft.Amount is < 0 or > MostAmount)
            errors.Add(("Amount", $"0 to {MostAmount}."));
        if (draft.Kind == RequirementKind.Fitness && draft.Amount == 0)
            errors.Add(("Amount", "How many, or how many seconds?"));
        if (draft.Signers is < 1 or > 2)
            errors.Add(("Signers", "One or two instructors sign it off."));
        var rank = await db.Ranks.AsNoTracking().FirstOrDefaultAsync(r => r.Id == draft.RankId, cancel);
        if (rank is null)
            errors.Add(("What", "This rank is no longer there."));
        else if (
            learnable.Length > 0
            && await db.Requirements.AnyAsync(
                r => r.RankId == draft.RankId && r.Learnable == learnable && r.Id != id,
                cancel
            )
        )
            errors.Add(("What", $"{rank.Name} asks for this already."));
        else if (id is null && await db.Requirements.CountAsync(r => r.RankId == draft.RankId, cancel) >= MostOfARank)
            errors.Add(("What", $"A rank asks for at most {MostOfARank} things."));
        if (errors.Count > 0)
            return (null, errors);
        var isOwnWords = learnable.Contains(':', StringComparison.Ordinal);
        return (
            new Requirement
            {
                RankId = draft.RankId,
                Kind = draft.Kind,
                Learnable = learnable,
                Words = isOwnWords ? what : "",
                Stage = draft.Stage,
                Amount = draft.Kind == RequirementKind.Fitness ? draft.Amount : 0,
                IsSeconds = draft.Kind == RequirementKind.Fitness && draft.IsSeconds,
                Signers = draft.Signers,
            },
            errors
        );
    }

    /// <summary>Saves a new requirement or changes one.</summary>
    public async Task<List<(string Field, string Message)>> Save(
        Guid? id,
        RequirementDraft draft,
        CancellationToken cancel
    )
    {
        var (made, errors) = await Check(id, draft, cancel);
        if (made is null)
            return errors;
        var facts = await own.Facts(cancel);
        if (id is null)
        {
            made.Position =
                await db
                    .Requirements.Where(r => r.RankId == draft.RankId)
                    .Select(r => (int?)r.Position)
                    .MaxAsync(cancel) + 1
                ?? 0;
            db.Requirements.Add(made);
            Remember(made.RankId, $"asks for {Words(facts, made)}");
        }
        else
        {
            if (await db.Requirements.FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } row)
                return [("What", "It is no longer there; somebody took it out.")];
            var before = Words(facts, row);
            (row.Kind, row.Learnable, row.Words, row.Stage, row.Amount, row.IsSeconds, row.Signers) = (
                made.Kind,
                made.Learnable,
                made.Words,
                made.Stage,
                made.Amount,
                made.IsSeconds,
                made.Signers
            );
            if (before != Words(facts, row))
                Remember(row.RankId, $"{before} became {Words(facts, row)}");
        }
        await db.SaveChangesAsync(cancel);
        return [];
    }

    /// <summary>Takes a requirement out; one that somebody has signed off stays in the history of the rank.</summary>
    public async Task<bool> Remove(Guid id, CancellationToken cancel)
    {
        if (await db.Requirements.FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } row)
            return false;
        Remember(row.RankId, $"no longer asks for {Words(await own.Facts(cancel), row)}");
        db.Requirements.Remove(row);
        await db.SaveChangesAsync(cancel);
        return true;
    }

    private void Remember(Guid rank, string words) =>
        db.RequirementChanges.Add(
            new RequirementChange { RankId = rank, Words = words.Length > 400 ? words[..400] : words }
        );

    private static string Words(SchoolFacts facts, Requirement row) =>
        $"{facts.Material.NameOf(row, facts.School.Naming)}, {Stages.Word(row.Stage)}{(row.Signers == 2 ? ", signed by two" : "")}";
}
