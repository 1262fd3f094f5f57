using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>One thing to do, as far as a line has told of it.</summary>
internal sealed class LineItem
{
    /// <summary>Clauses whose words are what is done.</summary>
    public List<Clause> Content { get; } = [];

    /// <summary>Words about it.</summary>
    public List<string> Remarks { get; } = [];

    public DoseParts Parts { get; set; } = new();

    /// <summary>Rounds of pads, bags or sparring with a colon behind: what follows says what is done in them.</summary>
    public bool IsWork { get; init; }

    /// <summary>All that was typed of it, doses and all.</summary>
    public string Whole { get; set; } = "";

    /// <summary>Every phrase of the line has been said to it.</summary>
    public bool IsWhole { get; set; }

    /// <summary>Phrases of the dose that came in clauses of their own.</summary>
    public List<Atom> Later { get; } = [];

    /// <summary>Its number came first, and nothing else was said of it: '8 burpees'.</summary>
    public bool IsBareCount { get; set; }

    /// <summary>The words that are done, where they are not the slices of the clauses.</summary>
    public string? Words { get; set; }
}

/// <summary>
/// Puts the clauses of a line together to the things to do. An amount behind a list goes for all of it ('jab, cross, hook
/// 10 each side'); an amount before a name begins a new thing; 'each' of exercises goes for each of them; a count over
/// several counted things repeats them.
/// </summary>
internal sealed class LineItems
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
        foreach (var dose in _clauses.SelectMany(c => c.Doses).OrderBy(d => d.Rule!.IsAmount ? 0 : 1))
            dose.SayTo(item.Parts);
        var jobs = new List<string>();
        foreach (var clause in _clauses)
        {
            var words = Words([clause]);
            if (words.Length == 0)
                continue;
            if (clause.IsLabel || !clause.Atoms.Exists(a => Clause.IsContent(a, _tokens)))
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

    /// <summary>Kinds of work ('abs:'), numbers of rounds ('R1') and where it is done say nothing of the moves; 'breakfalls: back, side' says what they are.</summary>
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

    /// <summary>Any few words before a colon that name no side: 'tae kwon do kicks:', and an attack that is answered: 'low kick defence:'.</summary>
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

    // ---- contents ----

    private void TakeContent(Clause clause, int i)
    {
        if (!clause.HasName && _family is { } family && !clause.Atoms.Exists(a => a.Kind != AtomKind.Word))
        {
            _pending.Add(clause);
            return;
        }
        if (!clause.HasName && _pending.Count == 0 && _items.Count > 0 && !IsBackReference(clause))
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

    private static bool IsBackReference(Clause clause) => clause.Atoms.Count == 0;

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
        return _pending.Count > 0 && _clauses.Skip(i + 1).Any(c => c.HasAmount)
            || (_pending.Count > 0 && _items.Count == 0 && i == _clauses.Count - 1 && false);
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

    // ---- doses ----

    private void TakeDose(Clause clause, int i)
    {
        if (_pending.Count > 0)
        {
            if (!clause.HasAmount)
            {
                foreach (var dose in clause.Doses)
                    dose.SayTo(_pendingParts);
                if (clause.HasWords)
                    _pending.Add(clause);
                return;
            }
            var parts = new DoseParts();
            parts.Share(_pendingParts);
            SayTo(parts, clause);
            _last = [.. clause.Doses];
            List<Clause> contents = [.. _pending];
            if (clause.HasWords)
                contents.Add(clause);
            _pending.Clear();
            Items(contents, parts);
            _last = [];
            return;
        }
        if (_items.Count == 0)
        {
            Lead(clause);
            return;
        }
        if (
            clause.Shape(_tokens) == ClauseShape.Amount
            && clause.Doses.First(d => d.IsAmount) is var amount
            && Over(amount) is { } over
            && Repeat(over)
        )
        {
            Words(clause);
            return;
        }
        if (
            clause.HasAmount
            && clause.HasWords
            && OneCount(clause) is null
            && _items[^1].Parts.HasAmount
            && !IsSided(clause)
        )
        {
            // 'side steps 2 laps, backwards 1 lap': something else, and nobody knows what
            Add(clause);
            return;
        }
        if (clause.Joint is not null && OneCount(clause) is > MostInside + 1 and var more && _items[^1].Parts.HasReps)
        {
            foreach (var dose in clause.Doses.Where(d => !d.IsAmount))
                dose.SayTo(_items[^1].Parts);
            _items[^1].Parts.Reps(more);
        }
        else
            SayTo(_items[^1].Parts, clause);
        _items[^1].Later.AddRange(clause.Doses);
        Words(clause);

        void Words(Clause said)
        {
            if (said.HasWords)
                _items[^1].Remarks.Add(this.Words([said]));
        }
    }

    private static bool IsSided(Clause clause)
    {
        var parts = new DoseParts();
        SayTo(parts, clause);
        return parts.OneSided.Count > 0;
    }

    /// <summary>The only amount of a clause, where it is a bare count.</summary>
    private static decimal? OneCount(Clause clause)
    {
        if (clause.Atoms.Where(a => a.IsAmount).ToList() is not [var only])
            return null;
        var parts = new DoseParts();
        only.SayTo(parts);
        return parts.BareReps;
    }

    /// <summary>Several bare counts that are done over and over become one thing with reps of its own for each move.</summary>
    private bool Repeat(Atom? over)
    {
        var first = _items.FindLastIndex(i => !i.IsBareCount) + 1;
        if (_items.Count - first < (over is null ? 1 : 2))
            return false;
        var counted = _items.GetRange(first, _items.Count - first);
        if (
            over is null
            && counted.Count == 1
            && _clauses.Count(c => c.Shape(_tokens) == ClauseShape.AmountContent) < 2
        )
            return false;
        if (over is null && _clauses.Count(c => c.Shape(_tokens) == ClauseShape.AmountContent) > counted.Count)
            return true;
        var one = new LineItem { Words = string.Join(", ", counted.Select(c => Words(c.Content))) };
        foreach (var item in counted)
        {
            one.Parts.OwnReps.Add(item.Parts.BareReps ?? 1);
            one.Content.AddRange(item.Content);
            one.Remarks.AddRange(item.Remarks);
        }
        _items.RemoveRange(first, counted.Count);
        _items.Add(one);
        if (over is not null)
            over.SayTo(one.Parts);
        else
            foreach (
                var dose in _clauses
                    .TakeWhile(c => c.Shape(_tokens) != ClauseShape.AmountContent)
                    .SelectMany(c => c.Doses)
            )
                dose.SayTo(one.Parts);
        return true;
    }

    /// <summary>'8 rounds 20/10 squats': what was said before the name goes for it as well.</summary>
    private static void Led(LineItem item, IEnumerable<Atom> lead)
    {
        var parts = new DoseParts();
        foreach (var dose in lead.Concat(item.Content.SelectMany(c => c.Doses)).Concat(item.Later))
            dose.SayTo(parts);
        item.Parts = parts;
    }

    // ---- the rest ----

    private void Flush()
    {
        if (_pending.Count == 0)
            return;
        var item = new LineItem();
        item.Content.AddRange(_pending);
        item.Parts.Share(_pendingParts);
        _pending.Clear();
        _items.Add(item);
    }

    private void Rest()
    {
        var amount = _items.Count == 0 && _lineHasAmount;
        Flush();
        if (!amount)
            return;
        _items[^1].IsWhole = true;
        foreach (var dose in _clauses.SelectMany(c => c.Doses))
            dose.SayTo(_items[^1].Parts);
    }

    // ---- words ----

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
