using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// Puts the clauses of a line together to the things to do. An amount behind a list goes for all of it ('jab, cross, hook
/// 10 each side'); an amount before a name begins a new thing; 'each' of exercises goes for each of them; a count over
/// several counted things repeats them.
/// </summary>
internal sealed partial class LineItems
{
    /// <summary>Inside a combination 'x2' or '3 knees' are repeats up to here.</summary>
    private const int MostInside = 4;

    private readonly MoveReader _reader;
    private readonly string _text;
    private readonly List<Token> _tokens;
    private readonly List<Clause> _clauses;
    private readonly WordRow _row;
    private readonly List<LineItem> _items = [];
    private readonly List<Clause> _pending = [];

    /// <summary>What was said before anything was named.</summary>
    private readonly DoseParts _line = new();
    private bool _lineHasAmount;
    private readonly List<Atom> _lead = [];
    private string? _family;
    private readonly List<string> _labels = [];

    private LineItems(MoveReader reader, string text, List<Token> tokens, List<Clause> clauses)
    {
        (_reader, _text, _tokens, _clauses) = (reader, text, tokens, clauses);
        _row = NameFinder.Keys(tokens);
    }

    public static List<LineItem> Of(MoveReader reader, string text, List<Token> tokens, List<Clause> clauses)
    {
        var items = new LineItems(reader, text, tokens, clauses);
        return items.AreJobs() ? [items.Jobs()] : items.InOrder();
    }

    // ---- stations and bag lines ----

    private bool AreJobs()
    {
        var all = new DoseParts();
        foreach (var dose in _clauses.SelectMany(c => c.Doses))
            dose.SayTo(all);
        return (all.IsStations || all.IsBagLines) && all.Time is not null;
    }

    private LineItem Jobs()
    {
        var item = new LineItem();
        // 'hold | bag | rest': who holds or rests has a place in the round as well
        var alone = _clauses.Where((c, i) => !c.HasAmount && IsBetweenBars(i)).ToHashSet();
        var said = _clauses.Where(c => !alone.Contains(c)).SelectMany(c => c.Doses);
        foreach (var dose in said.OrderBy(d => d.Rule!.IsAmount ? 0 : 1))
            dose.SayTo(item.Parts);
        var jobs = new List<string>();
        foreach (var clause in _clauses)
        {
            var words = alone.Contains(clause) ? Slice(clause.Atoms[0].From, clause.Atoms[^1].To) : Words([clause]);
            if (words.Length == 0)
                continue;
            if (clause.IsLabel || !(alone.Contains(clause) || clause.Atoms.Exists(a => Clause.IsContent(a, _tokens))))
                item.Remarks.Add(words);
            else
            {
                item.Content.Add(clause);
                jobs.Add(words);
            }
        }
        item.Words = string.Join(" | ", jobs);
        item.Whole = _text;
        return item;
    }

    private bool IsBetweenBars(int at) =>
        IsBar(at) || (_clauses[at].Joint?.Text == ":" && at + 1 < _clauses.Count && IsBar(at + 1));

    private bool IsBar(int at) => _clauses[at].Joint?.Text == "|";

    // ---- in order ----

    private List<LineItem> InOrder()
    {
        for (var i = 0; i < _clauses.Count; i++)
            Take(i);
        if (_pending.Count > 0)
            Rest();
        if (_items.Count == 0)
            _items.Add(new LineItem());
        foreach (var item in _items)
        {
            if (
                _lineHasAmount
                && !item.IsWhole
                && item.Parts.Over is null
                && item.Parts.OwnReps.Count == 0
                && _items.TrueForAll(i => i.Content.Count > 0)
            )
                Led(item, _lead);
            item.Parts.Share(_line);
        }
        _items[0].Remarks.InsertRange(0, _labels);
        foreach (var item in _items)
            item.Whole = _items.Count == 1 ? _text : WholeOf(item);
        foreach (var item in _items)
            item.Words ??= Words(item.Content.ConvertAll(clause => WithoutTail(clause, item)));
        return _items;
    }

    private void Take(int i)
    {
        var clause = _clauses[i];
        if (clause.IsLabel && TakeLabel(i))
            return;
        if (IsCue(clause, i))
        {
            TakeCue(clause);
            return;
        }
        switch (clause.Shape(_tokens))
        {
            case ClauseShape.Said when clause.HasWords || IsNamed:
            case ClauseShape.Amount when !(clause.HasWords && _family is not null) && (IsNamed || !clause.HasWords):
                TakeDose(clause, i);
                break;
            case ClauseShape.Said:
                SayTo(_line, clause);
                break;
            case ClauseShape.Content:
                TakeContent(clause, i);
                break;
            case ClauseShape.AmountContent when IsInside(clause, i):
                _pending.Add(clause with { Atoms = [.. clause.Atoms.Select(AsWord)] });
                break;
            case ClauseShape.ContentAmount when IsTimesInside(clause, i):
                _pending.Add(clause with { Atoms = [.. clause.Atoms.Select(AsWord)] });
                break;
            case ClauseShape.AmountContent:
                TakeAmountContent(clause);
                break;
            default:
                Add(clause);
                break;
        }
    }

    private bool IsNamed => _pending.Count > 0 || _items.Count > 0;

    private static Atom AsWord(Atom atom) => atom.IsAmount ? atom with { Kind = AtomKind.Word } : atom;

    private static void SayTo(DoseParts parts, Clause clause)
    {
        foreach (var dose in clause.Doses)
            dose.SayTo(parts);
    }

    // ---- contents ----

    private void TakeContent(Clause clause, int i)
    {
        if (!clause.HasName && _family is { } family && !clause.Atoms.Exists(a => a.Kind != AtomKind.Word))
        {
            _pending.Add(clause);
            return;
        }
        if (!clause.HasName && _pending.Count == 0 && _items.Count > 0)
        {
            _items[^1].Remarks.Add(Whole(clause));
            return;
        }
        if (_items is [.., { IsWork: true } work] && _pending.Count == 0 && !_clauses.Skip(i).Any(c => c.HasAmount))
        {
            // 'focus pads 3 x 2 mins: 1-2, 1-2-3, free'
            work.Remarks.Add(Whole(clause));
            return;
        }
        if (IsAboutOthers(clause) && _pending.Count == 0 && _items.Count > 0)
        {
            _items[^1].Remarks.Add(Whole(clause));
            return;
        }
        SayToPending(clause);
        if (_items is [.., var last] && _pending.Count == 0 && GoesOn(last, clause, i))
            last.Content.Add(clause);
        else if (clause.Content.Any())
            _pending.Add(clause);
    }

    private readonly DoseParts _pendingParts = new();

    private void SayToPending(Clause clause)
    {
        if (_items.Count == 0 && _pending.Count == 0 && !clause.HasName)
            SayTo(_line, clause);
        else
            foreach (var dose in clause.Doses)
                dose.SayTo(_pendingParts);
    }

    /// <summary>'holder steps back each time' behind the dose is about somebody else.</summary>
    private bool IsAboutOthers(Clause clause) =>
        clause.Atoms is [{ Kind: AtomKind.Word } first, ..]
        && SpokenWords.Others.Contains(_tokens[first.From].Text)
        && !clause.HasAmount;

    /// <summary>'10 jab, cross, hook': the list goes on behind the first name.</summary>
    private bool GoesOn(LineItem last, Clause clause, int i)
    {
        if (!last.IsBareCount || clause.Joint is not { Text: "," or "+" or "&" or "->" or ">" } || !clause.HasName)
            return false;
        if (_clauses.Skip(i + 1).Any(c => c.HasAmount))
            return false;
        return !_reader.Read(Words(last.Content)).IsExercise && !_reader.Read(Words([clause])).IsExercise;
    }

    /// <summary>'clinch, 3 knees, push off x6' and '2 rear round kicks, cross x5': the number is inside the combination.</summary>
    private bool IsInside(Clause clause, int i)
    {
        if (BareReps(clause) is not <= MostInside || IsLeading)
            return false;
        return _pending.Count > 0 && _clauses.Skip(i + 1).Any(c => c.HasAmount);
    }

    private static decimal? BareReps(Clause clause)
    {
        var parts = new DoseParts();
        SayTo(parts, clause);
        return clause.Doses.Count() == 1 ? parts.BareReps : null;
    }

    /// <summary>The line's first amount stands before its name.</summary>
    private bool IsLeading =>
        _clauses.Find(c => c.HasAmount)?.Shape(_tokens) == ClauseShape.AmountContent
        && _clauses.Find(c => c.HasName)?.HasAmount == true;

    /// <summary>'jab x2, cross, hook - 5 on each side': the first 'x2' is inside the combination.</summary>
    private bool IsTimesInside(Clause clause, int i)
    {
        if (
            BareReps(clause) is not <= MostInside
            || clause.Atoms is not [.., { Kind: AtomKind.Dose } last]
            || _tokens[last.From].Text is not ("x" or "twice")
        )
            return false;
        var next = i + 1 < _clauses.Count ? _clauses[i + 1] : null;
        if (_tokens[last.From].Text == "twice" && next is { HasName: true, HasAmount: true })
            return true;
        return next is { HasName: true, HasAmount: false, Joint.Text: "," or "->" or ">" }
                && _clauses.Skip(i + 2).Any(c => c.HasAmount)
            || (
                _pending.Count == 0
                && next is { HasName: true, Joint.Text: "," }
                && !next.HasAmount
                && i + 2 < _clauses.Count
                && _clauses[i + 2].HasAmount
            );
    }

    private void TakeAmountContent(Clause clause)
    {
        Flush();
        var item = new LineItem { IsBareCount = BareReps(clause) is not null };
        item.Content.Add(clause);
        SayTo(item.Parts, clause);
        _items.Add(item);
        var amounts = clause.Atoms.Where(a => a.IsAmount).ToList();
        if (amounts.Count > 1 && Over(amounts[^1]) is { } over)
        {
            // '3 jabs 1 cross x 10': the last amount goes over all
            item.Parts = new DoseParts();
            foreach (var dose in clause.Doses.Where(d => d != amounts[^1]))
                dose.SayTo(item.Parts);
            item.IsBareCount = item.Parts.BareReps is not null;
            if (!Repeat(over))
                over.SayTo(item.Parts);
        }
        if (_lineHasAmount)
            Repeat(null);
    }

    private static Atom? Over(Atom amount)
    {
        var parts = new DoseParts();
        amount.SayTo(parts);
        return parts.BareReps is not null || parts.IsOver || parts.Over is not null ? amount : null;
    }

    /// <summary>A content with its amount, and all that waited for one.</summary>
    private void Add(Clause clause)
    {
        var parts = new DoseParts();
        foreach (var dose in clause.Doses)
            dose.SayTo(parts);
        List<Clause> contents = [.. _pending, clause];
        _pending.Clear();
        Items(contents, parts);
    }

    private void Items(List<Clause> contents, DoseParts parts)
    {
        parts.Share(_pendingParts);
        if (IsForEach(contents, parts))
        {
            foreach (var content in contents)
            {
                var each = new DoseParts();
                foreach (var dose in contents.SelectMany(c => c.Doses).Concat(_last))
                    dose.SayTo(each);
                each.Share(_line);
                var one = new LineItem { Parts = each };
                one.Content.Add(content);
                Named(one);
                _items.Add(one);
            }
            return;
        }
        if (
            contents.Count > 1
            && contents[0].Atoms.TrueForAll(a => IsPadsOrBags(a))
            && contents[1].HasName
            && _items.Count == 0
        )
        {
            // 'kick shield, rear round kick 20 each leg'
            _labels.Add(Words([contents[0]]));
            contents.RemoveAt(0);
        }
        var item = new LineItem
        {
            Parts = parts,
            IsWork = contents[^1].IsLabel && contents[^1].Atoms.Exists(a => a.Kind == AtomKind.Name && IsKindOfWork(a)),
        };
        item.Content.AddRange(contents);
        item.Later.AddRange(_last);
        Named(item);
        _items.Add(item);
    }

    /// <summary>The doses of an amount that stood by itself.</summary>
    private List<Atom> _last = [];

    /// <summary>'back x5' under 'breakfalls:' is a back breakfall.</summary>
    private void Named(LineItem item)
    {
        if (_family is null)
            return;
        var words = $"{Words(item.Content)} {_family}";
        if (_reader.Read(words) is { IsKnown: true, Counts.Count: 1 })
            item.Words = words;
    }

    /// <summary>'squats, lunges and plank 30s each': an item each; 'jab, cross 10 each' is one thing on each side.</summary>
    private bool IsForEach(List<Clause> contents, DoseParts parts)
    {
        if (contents.Count < 2)
            return false;
        if (_family is not null)
            return contents.TrueForAll(c =>
                _reader.Read($"{Words([c])} {_family}") is { IsKnown: true, Counts.Count: 1 }
            );
        if (!parts.Each && !parts.TimeEach)
            return false;
        return parts.TimeEach
            ? contents.TrueForAll(c => c.HasName) && contents.TrueForAll(c => IsApart(Words([c])))
            : contents.TrueForAll(c => c.HasName && _reader.Read(Words([c])).IsExercise);
    }

    private bool IsApart(string words) =>
        _reader.Read(words) is { IsEmpty: false } moves
        && moves.Elements.All(e => e.Technique is { Family: TechniqueFamily.Stance } or { IsExercise: true });
}
