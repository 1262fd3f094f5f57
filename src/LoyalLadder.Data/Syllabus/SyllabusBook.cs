using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Syllabus;

/// <summary>
/// What is typed of a requirement; what it asks for is a technique's name, '#14', or the words of a form, a fitness
/// mark or a challenge.
/// </summary>
public sealed record RequirementDraft(
    Guid RankId,
    RequirementKind Kind,
    string What,
    int Stage,
    int Amount,
    bool IsSeconds,
    int Signers
);

/// <summary>The tracks with their ranks and what these ask for: every change is written down in words, with who and when.</summary>
public sealed class SyllabusBook(LadderContext db, OwnSchool own, SchoolCache memory, TimeProvider time)
{
    /// <summary>The tracks with their ranks, the lowest first, and what each asks for; what was put away is left out.</summary>
    public Task<Core.Syllabus.Syllabus> Read(CancellationToken cancel) =>
        memory.GetOrCreate("syllabus", CachedKind.Progress, () => ReadRows(cancel), cancel);

    private async Task<Core.Syllabus.Syllabus> ReadRows(CancellationToken cancel)
    {
        var tracks = await db.Tracks.AsNoTracking().OrderBy(t => t.Position).ToListAsync(cancel);
        var ranks = (
            await db
                .Ranks.AsNoTracking()
                .Where(r => r.ArchivedAt == null)
                .OrderBy(r => r.Position)
                .ThenBy(r => r.Id)
                .ToListAsync(cancel)
        ).ToLookup(r => r.TrackId);
        var asked = (
            await db
                .Requirements.AsNoTracking()
                .Where(r => r.ArchivedAt == null)
                .OrderBy(r => r.Position)
                .ThenBy(r => r.Id)
                .ToListAsync(cancel)
        ).ToLookup(r => r.RankId, r => r.Plain());
        return new Core.Syllabus.Syllabus(
            tracks
                .Select(t => new Track(
                    t.Id,
                    t.Name,
                    t.Band,
                    ranks[t.Id].Select(r => r.Plain() with { Requirements = asked[r.Id].ToSequence() }).ToSequence()
                ))
                .ToSequence()
        );
    }

    public Task<List<RequirementChange>> History(Guid rankId, CancellationToken cancel) =>
        db
            .RequirementChanges.AsNoTracking()
            .Where(c => c.RankId == rankId)
            .OrderByDescending(c => c.ChangedAt)
            .Take(60)
            .ToListAsync(cancel);

    /// <summary>The version of a requirement that a form is filled from; null when there is none of that key.</summary>
    public async Task<uint?> VersionOf(Guid id, CancellationToken cancel) =>
        await db.Requirements.Where(r => r.Id == id).Select(r => (uint?)r.Version).FirstOrDefaultAsync(cancel);

    /// <summary>The requirement as it would be kept, or what is wrong with it, field by field.</summary>
    /// <param name="rank">The rank; null when it is gone.</param>
    /// <param name="id">The requirement that is changed; null for a new one.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="facts">The school's.</param>
    internal static (Requirement? Made, FieldErrors Errors) Check(
        Rank? rank,
        Guid? id,
        RequirementDraft draft,
        SchoolFacts facts
    )
    {
        var errors = new FieldErrors();
        var what = draft.What.Trim();
        var learnable = LearnableOf(draft.Kind, what, facts, errors);
        CheckNumbers(draft, errors);
        CheckRank(id, learnable, rank, errors);
        if (errors.Any)
            return (null, errors);
        var isFitness = draft.Kind == RequirementKind.Fitness;
        var made = new Requirement
        {
            Id = id ?? Guid.CreateVersion7(),
            RankId = draft.RankId,
            Kind = draft.Kind,
            Learnable = learnable!.Value.Key,
            Words = learnable.Value.IsStaged ? "" : what,
            Stage = draft.Stage,
            Amount = isFitness ? draft.Amount : 0,
            IsSeconds = isFitness && draft.IsSeconds,
            Signers = draft.Signers,
        };
        return (made, errors);
    }

    private static Learnable? LearnableOf(RequirementKind kind, string what, SchoolFacts facts, FieldErrors errors)
    {
        if (what.Length is 0 or > Requirement.LongestWords)
        {
            errors.Add("What", Say($"Say what is asked for, in at most {Requirement.LongestWords} characters."));
            return null;
        }
        var (found, problem) = facts.Material.LearnableOf(what, facts.School.Naming);
        if (found is not null)
            return new Learnable(found);
        if (
            kind
            is RequirementKind.Form
                or RequirementKind.Fitness
                or RequirementKind.Challenge
                or RequirementKind.Terms
        )
            return Learnable.OfWords(kind, what);
        errors.Add("What", problem ?? Say("Say what is asked for."));
        return null;
    }

    private static void CheckNumbers(RequirementDraft draft, FieldErrors errors)
    {
        if (draft.Stage is < Stages.Lowest or > Stages.Highest)
            errors.Add("Stage", Say("A stage is 1 to 6."));
        if (draft.Amount is < 0 or > Requirement.MostAmount)
            errors.Add("Amount", Say($"0 to {Requirement.MostAmount}."));
        if (draft.Kind == RequirementKind.Fitness && draft.Amount == 0)
            errors.Add("Amount", Say("How many, or how many seconds?"));
        if (draft.Signers is < 1 or > 2)
            errors.Add("Signers", Say("One or two instructors sign it off."));
    }

    private static void CheckRank(Guid? id, Learnable? learnable, Rank? rank, FieldErrors errors)
    {
        if (rank is null)
            errors.Add("What", Say("This rank is no longer there."));
        else if (rank.Requirements.Any(r => r.Learnable == learnable?.Key && r.Id != id))
            errors.Add("What", Say($"{rank.Name} asks for this already."));
        else if (id is null && rank.Requirements.Count >= Requirement.MostOfARank)
            errors.Add("What", Say($"A rank asks for at most {Requirement.MostOfARank} things."));
    }

    /// <summary>Saves a new requirement or changes one.</summary>
    /// <param name="id">The requirement that is changed; null for a new one.</param>
    /// <param name="key">The key of the post, which becomes that of a new requirement.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<RequirementRow>> Save(
        Guid? id,
        Guid key,
        uint? version,
        RequirementDraft draft,
        CancellationToken cancel
    ) => db.RunExclusive($"rank {draft.RankId}", () => SaveInTurn(id, key, version, draft, cancel), cancel);

    private async Task<RowSaved<RequirementRow>> SaveInTurn(
        Guid? id,
        Guid key,
        uint? version,
        RequirementDraft draft,
        CancellationToken cancel
    )
    {
        if (id is null && await db.Requirements.FirstOrDefaultAsync(r => r.Id == key, cancel) is { } already)
            return RowSaved<RequirementRow>.Kept(already);
        var facts = await own.Facts(cancel);
        var (made, errors) = Check((await Read(cancel)).Find(draft.RankId), id, draft, facts);
        if (made is null)
            return RowSaved<RequirementRow>.Refused(errors);
        var row = id is null ? null : await db.Requirements.FirstOrDefaultAsync(r => r.Id == id, cancel);
        if (id is not null && row is null)
            return RowSaved<RequirementRow>.Gone();
        if (row is not null && version is { } seen && row.Version != seen)
            return RowSaved<RequirementRow>.Conflict(row);
        row = row is null
            ? Added(key, made, await NextPosition(draft.RankId, cancel), facts)
            : Changed(row, made, facts);
        return RowSaved<RequirementRow>.Kept(row);
    }

    /// <summary>Adds a requirement behind the others of its rank.</summary>
    internal RequirementRow Added(Guid key, Requirement made, int position, SchoolFacts facts)
    {
        var row = new RequirementRow
        {
            Id = key,
            Learnable = "",
            Position = position,
        };
        db.Requirements.Add(row);
        Fill(row, made);
        Remember(row.RankId, $"asks for {Words(facts, made)}");
        return row;
    }

    /// <summary>Changes a requirement and writes down what it was.</summary>
    internal RequirementRow Changed(RequirementRow row, Requirement made, SchoolFacts facts)
    {
        var before = Words(facts, row.Plain());
        Fill(row, made);
        if (before != Words(facts, made))
            Remember(row.RankId, $"{before} became {Words(facts, made)}");
        return row;
    }

    /// <summary>Puts a requirement away that records rest on, and writes down in any case that it is no longer asked for.</summary>
    internal void TakenOut(RequirementRow row, bool isRestedOn, SchoolFacts facts)
    {
        Remember(row.RankId, $"no longer asks for {Words(facts, row.Plain())}");
        if (isRestedOn)
            row.ArchivedAt = time.GetUtcNow();
    }

    private static void Fill(RequirementRow row, Requirement made)
    {
        row.RankId = made.RankId;
        row.Kind = made.Kind;
        row.Learnable = made.Learnable;
        row.Words = made.Words;
        row.Stage = made.Stage;
        (row.Amount, row.IsSeconds) = (made.Amount, made.IsSeconds);
        row.Signers = made.Signers;
    }

    private async Task<int> NextPosition(Guid rank, CancellationToken cancel) =>
        (await db.Requirements.Where(r => r.RankId == rank).Select(r => (int?)r.Position).MaxAsync(cancel) ?? -1) + 1;

    /// <summary>
    /// Takes a requirement out; one that somebody was signed off or graded for is put away, so that their record
    /// stays whole.
    /// </summary>
    public async Task<Removal> Remove(Guid id, CancellationToken cancel)
    {
        if (await db.Requirements.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } row)
            return Removal.NotThere;
        var words = $"no longer asks for {Words(await own.Facts(cancel), row.Plain())}";
        return await db.RemoveOrArchive<RequirementRow>(id, () => Remember(row.RankId, words), cancel);
    }

    /// <summary>How long and how often somebody has to come before a rank.</summary>
    /// <param name="rankId">The rank.</param>
    /// <param name="seen">What the form showed when it was filled; null takes whatever stands.</param>
    /// <param name="asked">What is asked for now.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<FieldErrors> SetTimes(
        Guid rankId,
        (int? Days, int? Lessons) seen,
        (int Days, int Lessons) asked,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            $"rank {rankId}",
            async () =>
            {
                var errors = new FieldErrors();
                var (leastDays, leastLessons) = asked;
                if (leastDays is < 0 or > 3650 || leastLessons is < 0 or > 2000)
                    errors.Add("Times", Say("0 to 3,650 days and 0 to 2,000 lessons."));
                else if (await db.Ranks.FirstOrDefaultAsync(r => r.Id == rankId, cancel) is not { } row)
                    errors.Add("Times", Say("This rank is no longer there."));
                else if (IsOtherwise(row, seen) && (row.LeastDays, row.LeastLessons) != asked)
                    errors.Add(
                        "Times",
                        Say(
                            $"Somebody changed this meanwhile: it is {row.LeastDays} days and {row.LeastLessons} lessons now. "
                                + $"Save once more to keep yours."
                        )
                    );
                else
                {
                    (row.LeastDays, row.LeastLessons) = (leastDays, leastLessons);
                    Remember(
                        rankId,
                        AllLanguages.InEnglish(() =>
                            $"{Spoken.Many(leastDays, "day")} in rank and {Spoken.Many(leastLessons, "lesson")} at least"
                        )
                    );
                }
                return errors;
            },
            cancel
        );

    private static bool IsOtherwise(RankRow row, (int? Days, int? Lessons) seen) =>
        (seen.Days ?? row.LeastDays, seen.Lessons ?? row.LeastLessons) != (row.LeastDays, row.LeastLessons);

    private void Remember(Guid rank, string words) =>
        db.RequirementChanges.Add(
            new RequirementChange { RankId = rank, Words = words.Length > 400 ? words[..400] : words }
        );

    private static string Words(SchoolFacts facts, Requirement row)
    {
        var name = facts.Material.NameOf(row, facts.School.Naming);
        return $"{name}, {Stages.Word(row.Stage)}{(row.Signers == 2 ? ", signed by two" : "")}";
    }
}
