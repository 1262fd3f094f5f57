using System.Collections.Frozen;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

internal enum AtomKind
{
    /// <summary>A phrase of the dose language.</summary>
    Dose,

    /// <summary>A move with its sides and levels, or figures.</summary>
    Name,

    /// <summary>A number of something that is no move: 'round 2', 'week 4'.</summary>
    Label,

    /// <summary>Any other word.</summary>
    Word,

    /// <summary>Round brackets that hold words about the line.</summary>
    Bracket,

    /// <summary>What stands between clauses: a comma, 'then', a dash.</summary>
    Joint,
}

/// <summary>Tokens that mean something together.</summary>
/// <param name="Kind">What they are.</param>
/// <param name="From">The first token.</param>
/// <param name="To">Behind the last.</param>
/// <param name="Rule">The phrase, for a dose.</param>
/// <param name="Captured">What stood in its places.</param>
internal sealed record Atom(AtomKind Kind, int From, int To, DoseRule? Rule = null, Captured? Captured = null)
{
    public bool IsAmount => Kind == AtomKind.Dose && Rule!.IsAmount;

    public void SayTo(DoseParts parts) => Rule!.Say(parts, Captured!);
}

/// <summary>Cuts a typed line into names, phrases of a dose, joints and other words; the longest reading at each place counts.</summary>
internal sealed partial class LineScan
{
    /// <summary>'week 3' and 'form 1' name something; their number is no dose.</summary>
    private static readonly FrozenSet<string> Numbered = Set(
        "week wk sheet level page drill combo combos combination form kata pattern poomsae tul number no part "
            + "group round technique set stage effort lesson class option version room age kyu dan gup r "
            + "game station roads road page block"
    );

    /// <summary>Tokens of a bracket that may hold a dose; longer ones hold words.</summary>
    private const int LongestBracket = 20;

    /// <summary>Turns of the body in degrees: glued to a name they belong to it.</summary>
    private static readonly FrozenSet<string> Degrees = Set("45 90 180 270 360 540 720 900");

    private static FrozenSet<string> Set(string words) => words.Split(' ').ToFrozenSet(StringComparer.Ordinal);

    private readonly Vocabulary _vocabulary;
    private readonly MoveFinder _moves;
    private readonly List<Token> _tokens;
    private readonly WordRow _keys;
    private readonly List<Atom> _atoms = [];
    private bool _hasFigures;

    private LineScan(Vocabulary vocabulary, MoveFinder moves, List<Token> tokens)
    {
        (_vocabulary, _moves, _tokens) = (vocabulary, moves, tokens);
        _keys = NameFinder.Keys(tokens);
    }

    public static List<Atom> Of(Vocabulary vocabulary, MoveFinder moves, List<Token> tokens)
    {
        var scan = new LineScan(vocabulary, moves, tokens);
        scan.Run(0, tokens.Count);
        return scan._atoms;
    }

    private void Run(int from, int to)
    {
        for (var at = from; at < to; )
        {
            var atom = Next(at, to);
            _atoms.Add(atom);
            at = atom.To;
        }
    }

    private Atom Next(int at, int to)
    {
        if (_tokens[at].Text == "(")
            return Bracket(at);
        if (_tokens[at].Text == "[")
            return new Atom(AtomKind.Name, at, Close(at, "]"));
        if (Protected(at) is > 0 and var words)
            return new Atom(
                IsFormKind(at) ? AtomKind.Name
                    : _tokens[at].IsNumber ? AtomKind.Word
                    : AtomKind.Label,
                at,
                at + words
            );
        if (Figures(at) is > 0 and var figures)
            return new Atom(AtomKind.Name, at, at + figures);
        if (IsFormKind(at))
            return new Atom(AtomKind.Name, at, at + 1 + NumberOfForm(at + 1));
        var name = _moves.One(_keys, at);
        var dose = Dose(at);
        if (dose is not null && dose.To - at >= name.Used)
            return dose.Rule!.Say == DoseGrammar.Remark ? dose with { Kind = AtomKind.Word } : dose;
        if (!name.IsNone && (IsDenied(at) || IsWhere(at, name)))
            return new Atom(AtomKind.Word, at, at + name.Used);
        if (!name.IsNone)
            return new Atom(AtomKind.Name, at, Math.Min(at + name.Used, to));
        return new Atom(IsJoint(at) ? AtomKind.Joint : AtomKind.Word, at, at + 1);
    }

    /// <summary>'no touching down', 'without the elbow', 'don't kick': what is named is not done.</summary>
    private bool IsDenied(int at)
    {
        var before = at - 1;
        while (before >= 0 && SpokenWords.Determiners.Contains(_tokens[before].Text) && _tokens[before].Text != "no")
            before--;
        return before >= 0
            && SpokenWords.Negations.Contains(_tokens[before].Text)
            && !(before + 1 < _tokens.Count && _tokens[before + 1].IsNumber);
    }

    /// <summary>'taegeuk 3', 'pattern no 2': a number that is no amount is which of the forms it is.</summary>
    private int NumberOfForm(int at)
    {
        var skip = at < _tokens.Count && _tokens[at].Text is "no" or "nr" or "number" ? 1 : 0;
        if (at + skip >= _tokens.Count || _tokens[at + skip] is not { IsNumber: true, Value: >= 1 and <= 30 })
            return 0;
        var behind = at + skip + 1 < _tokens.Count ? _tokens[at + skip + 1] : default;
        var isAmount =
            behind is { Attached: true, Kind: not TokenKind.Symbol }
            || behind.Text is "times" or "reps" or "x" && behind.Attached
            || behind.Text is "times" or "reps" or "each" or "per" or "rounds" or "sets" or "goes" or "of" or "/"
            || (behind.Text is { } unit && DoseWords.IsUnit(unit));
        return isAmount ? 0 : skip + 1;
    }

    private bool IsFormKind(int at) => SpokenWords.IsForm(_keys, at);

    /// <summary>'over the elbow', 'past the knee': a part of the body by which something goes is no strike with it.</summary>
    private bool IsPassed(int at, NameMatch name)
    {
        if (name.Used != 1 || !SpokenWords.Body.Contains(_tokens[at].Text) || at < 2)
            return false;
        return SpokenWords.Determiners.Contains(_tokens[at - 1].Text)
            && _tokens[at - 2].Text
                is "over"
                    or "past"
                    or "under"
                    or "underneath"
                    or "above"
                    or "below"
                    or "beyond"
                    or "around"
                    or "across"
                    or "near";
    }

    /// <summary>'x20 from plank', '10 each in front stance', 'once with breathing': how it is done, behind what is done.</summary>
    private bool IsWhere(int at, NameMatch name)
    {
        if (IsPassed(at, name))
            return true;
        if (!_atoms.Exists(a => a.Kind == AtomKind.Name) || name.Moves[^1].Technique is not { } technique)
            return false;
        var before = at - 1;
        while (before >= 0 && (SpokenWords.Determiners.Contains(_tokens[before].Text) || _tokens[before].Text == "/"))
            before--;
        if (
            before < 0
            || _tokens[before].Text is not ("in" or "from" or "on" or "off" or "with" or "w" or "at" or "to")
        )
            return false;
        if (
            before > 0
            && _tokens[before - 1].Text
                is "start"
                    or "starting"
                    or "finish"
                    or "finishing"
                    or "begin"
                    or "end"
                    or "ending"
        )
            return false;
        return technique.Id == "clinch-hold"
            || technique.IsTimedRound
            || technique.Family is TechniqueFamily.Stance or TechniqueFamily.Breath or TechniqueFamily.Mobility
            || technique
                is {
                    Family: TechniqueFamily.Conditioning,
                    Id: "plank" or "squat" or "burpee" or "lunge" or "push-up" or "form"
                };
    }

    private bool IsJoint(int at) =>
        _tokens[at] switch
        {
            { Kind: TokenKind.Symbol, Text: "." } => at + 1 == _tokens.Count || !_tokens[at + 1].Attached,
            { Kind: TokenKind.Symbol, Text: "/" } => at == 0 || _tokens[at - 1].Text != "w",
            { Kind: TokenKind.Symbol } => _tokens[at].Text
                is ","
                    or ";"
                    or "|"
                    or "+"
                    or "&"
                    or "->"
                    or "=>"
                    or ">"
                    or ":"
                    or "-"
                    or "!"
                    or "?",
            { Kind: TokenKind.Word } => _tokens[at].Text is "then" or "into" or "and",
            _ => false,
        };

    private int Close(int at, string sign)
    {
        var close = at + 1;
        while (close < _tokens.Count && _tokens[close].Text != sign)
            close++;
        return Math.Min(close + 1, _tokens.Count);
    }

    /// <summary>
    /// Brackets around a dose say it; around numbers alone they are the reps of each move; any others are words about the
    /// line, or moves that belong together.
    /// </summary>
    private Atom Bracket(int at)
    {
        var end = Close(at, ")");
        if (OwnReps(at, end) is { } reps)
            return reps;
        var isCall = end - at == 3 && at > 0 && _tokens[at].Attached && _tokens[at - 1].IsWord;
        if (end - at < 3 || isCall || end - at > LongestBracket || _tokens[end - 1].Text != ")")
            return new Atom(AtomKind.Bracket, at, end);
        var inside = new LineScan(_vocabulary, _moves, _tokens.GetRange(at + 1, end - at - 2));
        inside._atoms.AddRange(_atoms.Where(a => a.Kind == AtomKind.Dose).Select(a => a with { From = 0, To = 0 }));
        var before = inside._atoms.Count;
        inside.Run(0, inside._tokens.Count);
        var atoms = inside._atoms.Skip(before).ToList();
        var isDose =
            atoms.Exists(a => a.Kind == AtomKind.Dose)
            && atoms.TrueForAll(a => a.Kind == AtomKind.Dose || (a.Kind == AtomKind.Joint && atoms.Count > 1));
        if (!isDose || _tokens[end - 1].Text != ")")
            return new Atom(AtomKind.Bracket, at, end);
        var said = atoms.Where(a => a.Kind == AtomKind.Dose).ToList();
        return new Atom(
            AtomKind.Dose,
            at,
            end,
            said[0].Rule! with
            {
                IsAmount = said.Exists(s => s.IsAmount),
                Say = (parts, _) => said.ForEach(s => s.SayTo(parts)),
            },
            said[0].Captured
        );
    }

    /// <summary>'(8, 2)'.</summary>
    private Atom? OwnReps(int at, int end)
    {
        var numbers = new List<decimal>();
        for (var i = at + 1; i < end - 1; i++)
        {
            if (_tokens[i].IsNumber)
                numbers.Add(_tokens[i].Value);
            else if (_tokens[i].Text != ",")
                return null;
        }
        if (numbers.Count < 2)
            return null;
        var rule = new DoseRule(
            new DosePattern("("),
            Place.Anywhere,
            true,
            (parts, _) => parts.OwnReps.AddRange(numbers)
        );
        return new Atom(AtomKind.Dose, at, end, rule, new Captured());
    }

    /// <summary>A number that belongs to the word beside it: 'week 3', '45 degree', '540 kick'.</summary>
    private int Protected(int at)
    {
        var token = _tokens[at];
        if (at + 1 >= _tokens.Count)
            return 0;
        var next = _tokens[at + 1];
        if (token.IsWord && next.IsNumber && Numbered.Contains(token.Text) && IsLabel(at))
            return at + 2 < _tokens.Count && _tokens[at + 2] is { IsNumber: true, Hyphened: true } ? 3 : 2;
        if (token.IsNumber && next.Text is "legged" or "handed" or "armed" or "footed" or "point" or "person" or "man")
            return 2;
        if (
            token.IsNumber
            && Degrees.Contains(token.Text)
            && next is { Text: "/", Attached: true }
            && at + 3 < _tokens.Count
            && _tokens[at + 2].Text == token.Text
            && _tokens[at + 3].IsWord
            && !SpokenWords.EachNouns.Contains(_tokens[at + 3].Text)
            && _tokens[at + 3].Text is not ("each" or "ea")
        )
            return 3;
        if (!token.IsNumber || !Degrees.Contains(token.Text) || !next.IsWord || DoseWords.IsUnit(next.Text))
            return 0;
        if (next.Text is "degree" or "degrees" or "deg")
            return 2;
        var isPlural = next.Text.EndsWith('s');
        return
            !_moves.Names.Longest(_keys, at).IsNone
            || isPlural && token.Value <= 90
            || (Dose(at) is { } dose && dose.To > at + 1)
            || PaceWords.Read(next.Text) is not null
            || Dose(at + 1) is not null
            ? 0
            : 1;
    }

    /// <summary>'round 2' at the start of a clause and 'form 1' anywhere name something; 'stage 3' and '3 sets' are doses.</summary>
    private bool IsLabel(int at)
    {
        if (_tokens[at].Text == "r")
            return _tokens[at + 1].Attached && !_atoms.Exists(a => a.Kind == AtomKind.Dose);
        if (Dose(at) is not null)
            return false;
        var behind = at + 2 < _tokens.Count ? _tokens[at + 2] : default;
        if ((DoseWords.IsUnit(behind.Text ?? "") && (behind.Attached || behind.Text!.Length > 1)) || behind.Text == "/")
            return false;
        if (
            behind.Text is "each" or "per" or "x" or "reps" or "times"
            || (Dose(at + 1) is { } amount && amount.To > at + 2 && !behind.Hyphened)
        )
            return false;
        if (_tokens[at].Text is "set" or "round" or "no" or "group" or "part" or "block")
            return at == 0 || IsJoint(at - 1) || behind.Text == ":";
        return true;
    }
}
