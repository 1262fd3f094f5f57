using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using static LoyalLadder.Data.Lists.ListedRows;

namespace LoyalLadder.Data.Lists;

/// <summary>The school's drills.</summary>
public sealed class DrillList(LadderContext db, OwnSchool own, DrillBook drills) : ITakenList
{
    public string Key => "drills";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel) =>
        (await drills.All(cancel)).ConvertAll(d =>
            (IReadOnlyList<string>)[d.Name, d.Kind.ToString(), AgeBands.Word(d.LeastBand), d.Text, d.Notes]
        );

    public async Task<IReadOnlyList<ListedRow>> Take(IReadOnlyList<CsvRow> rows, Guid? key, CancellationToken cancel)
    {
        var known = await db.Drills.ToListAsync(cancel);
        var facts = await own.Facts(cancel);
        var (seen, listed) = (new HashSet<string>(), new List<ListedRow>());
        foreach (var row in rows)
            listed.Add(await One(row, known, seen, facts, key, cancel));
        return listed;
    }

    private async Task<ListedRow> One(
        CsvRow row,
        List<Drill> known,
        HashSet<string> seen,
        SchoolFacts facts,
        Guid? key,
        CancellationToken cancel
    )
    {
        var name = row.Cells[0].Length > 0 ? row.Cells[0] : Say("no name");
        if (Word<SegmentKind>(row.Cells[1]) is not { } part)
            return Wrong(row, Say($"{name}: the part is one of {string.Join(", ", Enum.GetNames<SegmentKind>())}."));
        if (AgeBands.Read(row.Cells[2]) is not { } band)
            return Wrong(row, Say($"{name}: the age is kids, teens or adults."));
        if (!seen.Add(NameKey.Of(row.Cells[0])))
            return Wrong(row, Say($"{name}: it stands twice in the list."));
        var draft = new DrillDraft(
            row.Cells[0],
            part,
            band,
            row.Cells[3].ReplaceLineEndings("\n"),
            row.Cells[4].ReplaceLineEndings("\n")
        );
        var drill = known.Find(d => NameKey.Of(d.Name) == NameKey.Of(row.Cells[0]));
        var (lines, errors) = DrillBook.Check(known, drill?.Id, draft, facts);
        if (errors.Any)
            return Wrong(row, $"{name}: {errors.First}");
        var words = $"{name}: {Spoken.Many(lines.Count, "line")}";
        if (drill is not null && IsSame(drill, draft, lines))
            return Same(row, words);
        var listed = drill is null ? New(row, words) : Changed(row, words);
        if (key is { } post)
            await drills.Put(drill ?? drills.Added(DerivedKey.Of(post, row.Line)), lines, draft, facts, cancel);
        return listed;
    }

    private static bool IsSame(Drill drill, DrillDraft draft, List<string> lines) =>
        (drill.Name, drill.Kind, drill.LeastBand, drill.Notes, drill.Text)
        == (draft.Name.Trim(), draft.Kind, draft.LeastBand, draft.Notes.Trim(), string.Join('\n', lines));
}
