using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>How a clause is built: its amount behind the content, before it, alone …</summary>
internal enum ClauseShape
{
    /// <summary>Neither amount nor content: 'in pairs', 'slow'.</summary>
    Said,
    Content,
    Amount,
    ContentAmount,
    AmountContent,
}

/// <summary>What stands between two joints of a line, at most one content in it.</summary>
/// <param name="Atoms">In order, without joints.</param>
/// <param name="Joint">The token before it; null at the start of a line and inside a clause that was cut.</param>
/// <param name="IsLabel">A colon follows.</param>
internal sealed record Clause(List<Atom> Atoms, Token? Joint, bool IsLabel)
{
    public bool HasName => Atoms.Exists(a => a.Kind == AtomKind.Name);

    public bool HasAmount => Atoms.Exists(a => a.IsAmount);

    /// <summary>Words or names that no phrase of the dose took.</summary>
    public bool HasWords =>
        Atoms.Exists(a => a.Kind is AtomKind.Name or AtomKind.Word or AtomKind.Label or AtomKind.Bracket);

    public IEnumerable<Atom> Content => Atoms.Where(a => a.Kind != AtomKind.Dose);

    public IEnumerable<Atom> Doses => Atoms.Where(a => a.Kind == AtomKind.Dose);

    public ClauseShape Shape(List<Token> tokens)
    {
        var content = Atoms.FindIndex(a => IsContent(a, tokens));
        var amount = Atoms.FindIndex(a => a.IsAmount);
        return (content, amount) switch
        {
            (< 0, < 0) => Atoms.Exists(a => a.Kind != AtomKind.Dose) ? ClauseShape.Content : ClauseShape.Said,
            (< 0, _) => ClauseShape.Amount,
            (_, < 0) => ClauseShape.Content,
            _ => content < amount ? ClauseShape.ContentAmount : ClauseShape.AmountContent,
        };
    }

    /// <summary>A name, or a word that is not merely said around one.</summary>
    public static bool IsContent(Atom atom, List<Token> tokens) =>
        atom.Kind is AtomKind.Name or AtomKind.Label
        || (
            atom.Kind == AtomKind.Word
            && !SpokenWords.IsAround(tokens[atom.From].Text)
            && tokens[atom.From].Kind is TokenKind.Word or TokenKind.Number or TokenKind.Stored
        )
        || (atom.Kind == AtomKind.Word && atom.To - atom.From > 1)
        || (
            atom.Kind == AtomKind.Bracket
            && (atom.From == 0 || Enumerable.Range(atom.From, atom.To - atom.From).Any(i => tokens[i].Text == ","))
            && tokens[atom.To - 1].Text == ")"
        );
}

/// <summary>Cuts the atoms of a line into clauses.</summary>
internal static class Clauses
{
    public static List<Clause> Of(List<Atom> atoms, List<Token> tokens)
    {
        var clauses = new List<Clause>();
        Token? joint = null;
        var from = 0;
        for (var i = 0; i <= atoms.Count; i++)
        {
            if (i < atoms.Count && atoms[i].Kind != AtomKind.Joint)
                continue;
            var isLabel = i < atoms.Count && tokens[atoms[i].From].Text == ":";
            if (i > from && atoms[from].Kind == AtomKind.Label && i > from + 1)
            {
                clauses.Add(new Clause([atoms[from]], joint, true));
                (from, joint) = (from + 1, null);
            }
            if (i > from)
                Cut(atoms.GetRange(from, i - from), joint, isLabel, tokens, clauses);
            if (i < atoms.Count)
                joint = tokens[atoms[i].From];
            from = i + 1;
        }
        for (var i = 1; i < clauses.Count; i++)
            if (clauses.Take(i).Any(c => c.HasName) && IsManner(clauses[i], tokens))
                clauses[i] = clauses[i] with
                {
                    Atoms = clauses[i].Atoms.ConvertAll(a => a with { Kind = AtomKind.Word }),
                };
        return clauses;
    }

    /// <summary>'good form', 'pull it back quick', 'breathe out': a name or a pace in it is no move and no dose.</summary>
    private static bool IsManner(Clause clause, List<Token> tokens)
    {
        if (
            clause.HasAmount
            || clause.Atoms.TrueForAll(a => a.Kind is AtomKind.Name)
            || clause.Atoms.TrueForAll(a => a.Kind is AtomKind.Dose)
        )
            return false;
        var words = clause.Atoms.SelectMany(a => Enumerable.Range(a.From, a.To - a.From)).ToList();
        return words.Count > 1
            && clause.Atoms.Exists(a => a.Kind == AtomKind.Word)
            && words.TrueForAll(t =>
                !tokens[t].IsWord
                || SpokenWords.Manner.Contains(tokens[t].Text)
                || SpokenWords.Fillers.Contains(tokens[t].Text)
            );
    }

    /// <summary>'jabs 10 hooks 10' and '10 squats 10 sit-ups' are two things each, without a joint between them.</summary>
    private static void Cut(List<Atom> atoms, Token? joint, bool isLabel, List<Token> tokens, List<Clause> clauses)
    {
        var from = 0;
        var startsWithAmount =
            atoms.FindIndex(a => a.IsAmount) is >= 0 and var amount
            && !atoms.Take(amount).Any(a => Clause.IsContent(a, tokens));
        var hadContent = false;
        var hadAmount = false;
        for (var i = 0; i < atoms.Count; i++)
        {
            var isName = atoms[i].Kind == AtomKind.Name;
            var cutsBehind = !startsWithAmount && isName && hadContent && hadAmount;
            var cutsBefore = startsWithAmount && atoms[i].IsAmount && hadContent && IsBefore(atoms, i);
            var cutsPrefix = startsWithAmount && atoms[i].IsAmount && !hadContent && hadAmount && IsBefore(atoms, i);
            if (cutsBehind || cutsBefore || cutsPrefix)
            {
                clauses.Add(new Clause(atoms.GetRange(from, i - from), joint, false));
                (from, joint, hadContent, hadAmount) = (i, null, false, false);
            }
            hadContent |= isName;
            hadAmount |= atoms[i].IsAmount;
        }
        clauses.Add(new Clause(atoms.GetRange(from, atoms.Count - from), joint, isLabel));
    }

    /// <summary>A name follows, before any other amount.</summary>
    private static bool IsBefore(List<Atom> atoms, int at)
    {
        for (var i = at + 1; i < atoms.Count; i++)
        {
            if (atoms[i].Kind == AtomKind.Name)
                return true;
            if (atoms[i].IsAmount)
                return false;
        }
        return false;
    }
}
