using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;
using static LoyalLadder.Data.Lists.ListedRows;

namespace LoyalLadder.Data.Lists;

/// <summary>What the ranks ask for.</summary>
public sealed class LadderList(LadderContext db, OwnSchool own, SyllabusBook syllabus) : ITakenList
{
    public string Key => "ladder";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return
        [
            .. (await syllabus.Read(cancel)).Tracks.SelectMany(t =>
                t.Ranks.SelectMany(r => r.Requirements.Select(a => Cells(t, r, a, facts)))
            ),
        ];
    }

    private static IReadOnlyList<string> Cells(Track track, Rank rank, Requirement asked, SchoolFacts facts)
    {
        var unit = asked.IsSeconds ? "seconds" : "reps";
        var what = facts.Material.OnSheets(asked.Learnable, facts.School.Naming);
        return
        [
            track.Name,
            rank.Name,
            asked.Kind.ToString(),
            asked.Words.Length > 0 ? asked.Words : what,
            N(asked.Stage),
            asked.Amount == 0 ? "" : N(asked.Amount),
            asked.Amount == 0 ? "" : unit,
            N(asked.Signers),
        ];
    }

    /// <summary>What is there already.</summary>
    private sealed record Known(
        Core.Syllabus.Syllabus Ladder,
        SchoolFacts Facts,
        Dictionary<Guid, RequirementRow> Rows,
        HashSet<(Guid, string)> Seen,
        Dictionary<Guid, int> NextPositions
    );

    public async Task<IReadOnlyList<ListedRow>> Take(IReadOnlyList<CsvRow> rows, Guid? key, CancellationToken cancel)
    {
        var ladder = await syllabus.Read(cancel);
        var known = new Known(
            ladder,
            await own.Facts(cancel),
            await db.Requirements.Where(r => r.ArchivedAt == null).ToDictionaryAsync(r => r.Id, cancel),
            [],
            ladder
                .Tracks.SelectMany(t => t.Ranks)
                .ToDictionary(r => r.Id, r => r.Requirements.Select(a => a.Position + 1).DefaultIfEmpty(0).Max())
        );
        return [.. rows.Select(r => One(r, known, key))];
    }

    private ListedRow One(CsvRow row, Known known, Guid? key)
    {
        var cells = row.Cells;
        var where = $"{cells[0]}: {cells[1]}, {cells[3]}";
        var rank = known
            .Ladder.Tracks.Where(t => t.Name.Equals(cells[0], StringComparison.OrdinalIgnoreCase))
            .SelectMany(t => t.Ranks)
            .FirstOrDefault(r => r.Name.Equals(cells[1], StringComparison.OrdinalIgnoreCase));
        if (rank is null)
            return Wrong(row, Say($"{where}: there is no such rank."));
        var (draft, wrong) = Draft(cells, rank);
        if (draft is null)
            return Wrong(row, $"{where}: {wrong}");
        // what the rank asks for already is changed, not asked for twice
        var held = Held(rank, cells[3], known.Facts);
        var (made, errors) = SyllabusBook.Check(rank, held?.Id, draft, known.Facts);
        if (made is null)
            return Wrong(row, $"{where}: {errors.First}");
        if (!known.Seen.Add((rank.Id, made.Learnable)))
            return Wrong(row, Say($"{where}: it stands twice in the list."));
        if (held is not null && IsSame(held, made))
            return Same(row, where);
        if (key is { } post)
            Put(held, made, DerivedKey.Of(post, row.Line), known);
        return held is null ? New(row, where) : Changed(row, where);
    }

    private void Put(Requirement? held, Requirement made, Guid key, Known known)
    {
        if (held is null)
            syllabus.Added(key, made, known.NextPositions[made.RankId]++, known.Facts);
        else
            syllabus.Changed(known.Rows[held.Id], made, known.Facts);
    }

    private static (RequirementDraft? Draft, string? Wrong) Draft(IReadOnlyList<string> cells, Rank rank)
    {
        if (Word<RequirementKind>(cells[2]) is not { } kind)
            return (null, Say($"the kind is one of {string.Join(", ", Enum.GetNames<RequirementKind>())}."));
        // what is signed off by its words alone has no stage
        var hasStage = kind is RequirementKind.Technique or RequirementKind.Combination or RequirementKind.SelfDefence;
        var stageCell = cells[4].Length == 0 && !hasStage ? "1" : cells[4];
        if (Number(stageCell, Stages.Lowest, Stages.Highest) is not { } stage)
            return (null, Say("a stage is 1 to 6."));
        if (Number(cells[5].Length == 0 ? "0" : cells[5], 0, Requirement.MostAmount) is not { } amount)
            return (null, Say($"an amount is 0 to {Requirement.MostAmount}."));
        if (Number(cells[7].Length == 0 ? "1" : cells[7], 1, 2) is not { } signers)
            return (null, Say("one or two sign it off."));
        return (new RequirementDraft(rank.Id, kind, cells[3], stage, amount, cells[6].StartsWith('s'), signers), null);
    }

    /// <summary>What the rank asks for under these words. They are read once, not once a requirement.</summary>
    private static Requirement? Held(Rank rank, string what, SchoolFacts facts)
    {
        var (key, learnable) = (
            NameKey.Of(what),
            new Lazy<string?>(() => facts.Material.LearnableOf(what, facts.School.Naming).Learnable)
        );
        return rank.Requirements.FirstOrDefault(r =>
            r.Words.Length > 0 ? NameKey.Of(r.Words) == key : learnable.Value == r.Learnable
        );
    }

    private static bool IsSame(Requirement held, Requirement made) =>
        (held.Kind, held.Stage, held.Amount, held.IsSeconds, held.Signers, held.Words)
        == (made.Kind, made.Stage, made.Amount, made.IsSeconds, made.Signers, made.Words);
}
