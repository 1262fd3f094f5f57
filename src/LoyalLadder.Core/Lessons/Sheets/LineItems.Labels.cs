using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineItems
{
    /// <summary>
    /// Kinds of work ('abs:'), numbers of rounds ('R1') and where it is done say nothing of the moves; 'breakfalls:
    /// back, side' says what they are.
    /// </summary>
    private bool TakeLabel(int i)
    {
        var clause = _clauses[i];
        if (clause.HasAmount && !clause.Atoms.TrueForAll(a => a.Kind == AtomKind.Dose || IsLabelWord(a)))
            return false;
        var hasNames = _clauses.Skip(i + 1).Any(c => c.HasName);
        var isLabel =
            clause.Atoms.TrueForAll(a =>
                a.Kind == AtomKind.Dose
                || (IsLabelWord(a) && (hasNames || a.Kind != AtomKind.Label))
                || (hasNames && IsKindOfWork(a))
            ) || (hasNames && IsTitle(clause));
        if (
            isLabel
            && _pending.Count > 0
            && _pending.TrueForAll(p => p.Atoms.TrueForAll(a => IsKindOfWork(a) || IsLabelWord(a)))
        )
        {
            // 'focus mitts, swap: 1-2-3'
            _labels.Add(Words(_pending));
            _pending.Clear();
        }
        if (!clause.HasAmount && FamilyOf(i) is { } family)
        {
            _family = family;
            _labels.Add(Words([clause]));
            return true;
        }
        if (!isLabel)
            return false;
        if (clause.HasAmount)
            Lead(clause);
        else
            SayTo(_line, clause);
        if (Words([clause]) is { Length: > 0 } words)
            _labels.Add(words);
        return true;
    }

    /// <summary>
    /// Any few words before a colon that name no side: 'tae kwon do kicks:', and an attack that is answered: 'low
    /// kick defence:'.
    /// </summary>
    private bool IsTitle(Clause clause)
    {
        var words = NameKey.Words(Words([clause]));
        if (clause.HasAmount || words.Count is 0 or > 5 || words.Exists(SpokenWords.Sides.ContainsKey))
            return false;
        return !clause.HasName
            || words[0] is "defend" or "answer" or "beat" or "against"
            || words[^1] is "defence" or "defense" or "attack" or "drill" or "practice" or "work" or "set";
    }

    private bool IsLabelWord(Atom atom) =>
        atom.Kind == AtomKind.Label
        || atom.Kind == AtomKind.Word
            && Enumerable
                .Range(atom.From, atom.To - atom.From)
                .All(t =>
                    !_tokens[t].IsWord
                    || SpokenWords.Labels.Contains(_tokens[t].Text)
                    || SpokenWords.Fillers.Contains(_tokens[t].Text)
                );

    /// <summary>'pads:', 'bag:', 'sparring:' and 'bunkai:' before moves say where those are done.</summary>
    private bool IsKindOfWork(Atom atom) =>
        atom.Kind == AtomKind.Name
        && _reader.Moves.One(_row, atom.From) is { Moves: [{ Technique: { } technique }] }
        && (
            technique.IsTimedRound
            || technique.Family is TechniqueFamily.Ground or TechniqueFamily.Grip
            || technique.Id is "stretching" or "general-warm-up"
        );

    private bool IsPadsOrBags(Atom atom) =>
        atom.Kind == AtomKind.Name
        && _reader.Moves.One(_row, atom.From) is { Moves: [{ Technique.Id: "pad-round" or "bag-round" }] };

    /// <summary>The family that a heading names ('kicks:', 'breakfalls:'), where what follows are its members.</summary>
    private string? FamilyOf(int label)
    {
        var words = NameKey.Words(Words([_clauses[label]]));
        var family =
            words.Count == 0
                ? null
                : Families.GetValueOrDefault(words[^1] == "strike" && words.Count > 1 ? words[^2] : words[^1]);
        if (family is null)
            return null;
        var first = _clauses.Skip(label + 1).FirstOrDefault(c => c.HasWords);
        return first is not null && _reader.Read($"{Words([first])} {family}").IsKnown ? family : null;
    }

    /// <summary>'kicks', 'breakfalls': a family whose members may follow.</summary>
    public static bool IsFamily(string word) => Families.ContainsKey(NameKey.Of(word));

    private static readonly Dictionary<string, string> Families = new()
    {
        ["breakfall"] = "breakfall",
        ["fall"] = "fall",
        ["ukemi"] = "breakfall",
        ["kick"] = "kick",
        ["block"] = "block",
        ["punch"] = "punch",
        ["stance"] = "stance",
        ["elbow"] = "elbow",
        ["knee"] = "knee",
        ["stretch"] = "stretch",
        ["circle"] = "circle",
        ["squat"] = "squat",
        ["lunge"] = "lunge",
        ["jump"] = "jump",
    };

    /// <summary>'3 rounds:' and 'AMRAP 2 min:' go for all that follows.</summary>
    private void Lead(Clause clause)
    {
        SayTo(_line, clause);
        _lead.AddRange(clause.Doses);
        _lineHasAmount = true;
    }
}
