using LoyalLadder.Core;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Syllabus;

/// <summary>The syllabus of a track while cells of it are changed; nothing is saved before the turn ends.</summary>
/// <param name="db">The database, in its turn.</param>
/// <param name="syllabus">Writes down what changed.</param>
/// <param name="facts">The school's.</param>
/// <param name="track">Which.</param>
/// <param name="rows">All that its ranks ask for, what was put away among it.</param>
/// <param name="restedOn">Requirements that somebody was signed off or graded for.</param>
internal sealed class GridEdit(
    LadderContext db,
    SyllabusBook syllabus,
    SchoolFacts facts,
    Track track,
    List<RequirementRow> rows,
    HashSet<Guid> restedOn
)
{
    private const string SomebodyElse =
        "Somebody changed this cell meanwhile: this is theirs. Type yours again to keep it.";

    private readonly Dictionary<Guid, int> _next = track.Ranks.ToDictionary(
        r => r.Id,
        r => rows.Where(x => x.RankId == r.Id).Select(x => x.Position + 1).DefaultIfEmpty(0).Max()
    );

    /// <summary>What a row is about: its learnable and kind, or what is wrong.</summary>
    public static (string? Learnable, RequirementKind Kind, string? Problem) RowOf(
        string what,
        string typedKind,
        SchoolFacts facts
    )
    {
        var words = what.Trim();
        if (words.Length is 0 or > Requirement.LongestWords)
            return (null, default, Say($"Say what is asked for, in at most {Requirement.LongestWords} characters."));
        var (found, problem) = facts.Material.LearnableOf(words, facts.School.Naming);
        RequirementKind? kind = typedKind.Trim().Length == 0 ? null : KindOf(typedKind);
        if (typedKind.Trim().Length > 0 && kind is null)
            return (
                null,
                default,
                Say($"“{typedKind}” is no kind: {string.Join(", ", Enum.GetNames<RequirementKind>())}.")
            );
        if (found is not null)
            return (found, kind ?? KindOfLearnable(found, facts), null);
        return kind is { } said && !AskedCell.HasStages(said)
            ? (Learnable.OfWords(said, words).Key, said, null)
            : (null, default, Say($"{problem} For a form, a fitness mark, a challenge or terms, say so as its kind."));
    }

    private static RequirementKind? KindOf(string typed)
    {
        var key = NameKey.Of(typed);
        return Enum.GetValues<RequirementKind>()
            .Select(k => (RequirementKind?)k)
            .FirstOrDefault(k => NameKey.Of(k.ToString()!) == key);
    }

    private static RequirementKind KindOfLearnable(string learnable, SchoolFacts facts) =>
        new Learnable(learnable).IsNumber ? RequirementKind.Combination
        : facts.Material.Catalogue.Find(learnable) is { IsExercise: true } ? RequirementKind.Fitness
        : RequirementKind.Technique;

    /// <summary>Keeps a cell, unless somebody changed it meanwhile or it makes no sense.</summary>
    /// <param name="typed">The cell.</param>
    /// <param name="key">The key of a requirement that it makes.</param>
    public KeptCell Set(TypedCell typed, Guid key)
    {
        if (track.Ranks.FirstOrDefault(r => r.Id == typed.RankId) is not { } rank)
            return Kept("", Say("This rank is no longer there."));
        var held = rows.Find(r => r.RankId == rank.Id && r.Learnable == typed.Learnable);
        var now = TextOf(held);
        var of = held ?? rows.Find(r => r.Learnable == typed.Learnable);
        var (learnable, named, strange) = of is null
            ? RowOf(typed.What, typed.Kind, facts)
            : (of.Learnable, of.Kind, null);
        if (learnable != typed.Learnable)
            return Kept("", strange ?? Say("This row is no longer there."));
        var (cell, problem) = AskedCell.Read(named, typed.Typed);
        if (problem is not null)
            return Kept(now, problem);
        var wanted = cell?.Write(named) ?? "";
        if (typed.Seen != now && wanted != now)
            return Kept(now, Say(SomebodyElse));
        if (cell is not { } asked)
        {
            TakeOut(held);
            return Kept("", null);
        }
        var isNamed = new Learnable(typed.Learnable).IsStaged;
        var spoken = isNamed ? typed.Learnable : of?.Words ?? typed.What;
        return Put(held, rank, Draft(rank, named, spoken, asked), key) is { } refused
            ? Kept(now, refused)
            : Kept(wanted, null);

        KeptCell Kept(string text, string? why) => new(typed.RankId, typed.Learnable, text, why);
    }

    private static string TextOf(RequirementRow? row) =>
        row is { ArchivedAt: null } ? AskedCell.Of(row.Plain()).Write(row.Kind) : "";

    private static RequirementDraft Draft(Rank rank, RequirementKind kind, string what, AskedCell asked) =>
        new(rank.Id, kind, what, asked.Stage, asked.Amount, asked.IsSeconds, asked.Signers);

    /// <summary>Asks for something, or for it otherwise.</summary>
    /// <returns>What stands against it; null when it is done.</returns>
    private string? Put(RequirementRow? held, Rank rank, RequirementDraft draft, Guid key)
    {
        var (made, errors) = SyllabusBook.Check(Now(rank), held?.Id, draft, facts);
        if (made is null)
            return errors.First;
        if (held is null)
            rows.Add(syllabus.Added(key, made, _next[rank.Id]++, facts));
        else
        {
            // what was taken out and is asked for again has its signatures back
            held.ArchivedAt = null;
            syllabus.Changed(held, made, facts);
        }
        return null;
    }

    /// <summary>A rank with what it asks for by now.</summary>
    private Rank Now(Rank rank) =>
        rank with
        {
            Requirements = rows.Where(r => r.RankId == rank.Id && r.ArchivedAt is null)
                .Select(r => r.Plain())
                .ToSequence(),
        };

    private void TakeOut(RequirementRow? held)
    {
        if (held is null or { ArchivedAt: not null })
            return;
        var isRestedOn = restedOn.Contains(held.Id);
        syllabus.TakenOut(held, isRestedOn, facts);
        if (!isRestedOn)
        {
            db.Requirements.Remove(held);
            rows.Remove(held);
        }
    }

    /// <summary>Ranks that a table names and the track does not have, as they would stand on top of it.</summary>
    public IReadOnlyList<Rank> NewRanks(PastedGrid pasted)
    {
        var known = track.Ranks.Select(r => NameKey.Of(r.Name)).ToHashSet();
        var top = track.Ranks.Select(r => r.Position + 1).DefaultIfEmpty(0).Max();
        return
        [
            .. pasted
                .Ranks.Where(r => !known.Contains(NameKey.Of(r)))
                .Select(
                    (name, n) =>
                    {
                        var (colour, stripes) = BeltColours.Of(name);
                        return new Rank(Guid.CreateVersion7(), track.Id, name, top + n, colour, stripes, 0, 0);
                    }
                ),
        ];
    }

    /// <summary>What a table does to the track; carried out where there is a key.</summary>
    public IReadOnlyList<ListedRow> Paste(PastedGrid pasted, IReadOnlyList<Rank> added, Guid? key)
    {
        var ranks = track.Ranks.Concat(added).ToDictionary(r => NameKey.Of(r.Name));
        foreach (var rank in added)
            _next[rank.Id] = 0;
        List<Rank> columns = [.. pasted.Ranks.Select(r => ranks[NameKey.Of(r)])];
        return [.. pasted.Rows.Select(r => PasteRow(r, columns, key))];
    }

    private ListedRow PasteRow(PastedRow row, List<Rank> columns, Guid? key)
    {
        var (learnable, kind, problem) = RowOf(row.What, row.Kind, facts);
        if (learnable is null)
            return new ListedRow(row.Line, RowFate.Wrong, problem!);
        var fate = RowFate.Same;
        foreach (var (rank, n) in columns.Select((r, n) => (r, n)))
        {
            var held = rows.Find(r => r.RankId == rank.Id && r.Learnable == learnable);
            var (cell, wrong) = AskedCell.Read(held?.Kind ?? kind, row.Cells[n]);
            if (wrong is not null)
                return new ListedRow(row.Line, RowFate.Wrong, $"{row.What}, {rank.Name}: {wrong}");
            if (cell is not { } asked || TextOf(held) == asked.Write(held?.Kind ?? kind))
                continue;
            fate = held is { ArchivedAt: null } ? RowFate.Changed : Max(fate, RowFate.New);
            var draft = Draft(rank, held?.Kind ?? kind, row.What, asked);
            var refused = key is { } post
                ? Put(held, rank, draft, DerivedKey.Of(post, (row.Line * PastedGrid.MostRanks) + n))
                : Refusal(SyllabusBook.Check(Now(rank), held?.Id, draft, facts).Errors);
            if (refused is not null)
                return new ListedRow(row.Line, RowFate.Wrong, $"{row.What}, {rank.Name}: {refused}");
        }
        return new ListedRow(row.Line, fate, row.What);
    }

    private static string? Refusal(FieldErrors errors) => errors.Any ? errors.First : null;

    private static RowFate Max(RowFate one, RowFate other) => one == RowFate.Changed ? one : other;
}
