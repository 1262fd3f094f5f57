using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineItems
{
    /// <summary>Words behind the amount are about the line, unless they say the side: 'cut kick x10 front leg'.</summary>
    private Clause WithoutTail(Clause clause, LineItem item)
    {
        var amount = clause.Atoms.FindIndex(a => a.IsAmount);
        if (amount < 0 || clause.Shape(_tokens) != ClauseShape.ContentAmount)
            return clause;
        var tail = clause.Atoms.Skip(amount).Where(a => a.Kind != AtomKind.Dose).ToList();
        if (tail.Count == 0 || tail.Exists(a => a.Kind == AtomKind.Name || IsSide(a)))
            return clause;
        item.Remarks.Insert(0, Words([clause with { Atoms = tail }]));
        return clause with { Atoms = clause.Atoms.GetRange(0, amount) };
    }

    private bool IsSide(Atom atom) =>
        atom.Kind == AtomKind.Word
        && SpokenWords.Sides.ContainsKey(_tokens[atom.From].Text)
        && (
            _tokens[atom.From].Text is "left" or "right" or "lead" or "rear"
            || (atom.To < _tokens.Count && SpokenWords.SideNouns.Contains(_tokens[atom.To].Text))
        );

    private string WholeOf(LineItem item)
    {
        var atoms = item.Content.SelectMany(c => c.Atoms).Concat(item.Later).ToList();
        return atoms.Count == 0
            ? ""
            : _text[_tokens[atoms.Min(a => a.From)].Start.._tokens[atoms.Max(a => a.To) - 1].End];
    }

    private string Whole(Clause clause) =>
        _text[_tokens[clause.Atoms[0].From].Start.._tokens[clause.Atoms[^1].To - 1].End];

    /// <summary>The words of clauses without the phrases of the dose; what stands between unbroken words stays.</summary>
    private string Words(IReadOnlyList<Clause> clauses)
    {
        var runs = new List<string>();
        var first = -1;
        var last = -1;
        foreach (var atom in clauses.SelectMany(c => c.Content))
        {
            if (first >= 0 && atom.From > last && Enumerable.Range(last, atom.From - last).Any(IsTaken))
            {
                runs.Add(Slice(first, last));
                first = -1;
            }
            if (first < 0)
                first = atom.From;
            last = atom.To;
        }
        if (first >= 0)
            runs.Add(Slice(first, last));
        return string.Join(' ', runs.Where(r => r.Length > 0));
    }

    private HashSet<int>? _taken;

    private bool IsTaken(int token)
    {
        _taken ??= [.. _clauses.SelectMany(c => c.Doses).SelectMany(d => Enumerable.Range(d.From, d.To - d.From))];
        return _taken.Contains(token);
    }

    private string Slice(int from, int to) => Trim(_text[_tokens[from].Start.._tokens[to - 1].End]);

    public static string Trim(string words) =>
        words.Trim(' ', ',', ';', ':', '-', '.', '/', '~', '|', '+', '&', '>', '!');
}
