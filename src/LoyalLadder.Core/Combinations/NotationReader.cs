using System.Globalization;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using Superpower.Model;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// Reads combinations as people type them; docs/formats.md shows the notation. Never throws: what cannot be read comes back
/// as errors with places and the closest names. Immutable; one reader serves everybody with the same vocabulary.
/// </summary>
public sealed class NotationReader(Vocabulary vocabulary)
{
    public const int MostCharacters = 2_000;

    private const int DeepestBrackets = 8;
    private const int MostErrors = 5;

    private readonly MoveFinder _moves = new(vocabulary);

    public NotationReading Read(string text)
    {
        if (text.Length > MostCharacters)
            return Failed(
                MostCharacters,
                text.Length - MostCharacters,
                $"A combination has at most {MostCharacters:N0} characters; this has {text.Length:N0}."
            );
        if (string.IsNullOrWhiteSpace(text))
            return Failed(0, 0, "Type moves with commas between them, for example: jab, cross, rear low kick");
        var tokenized = NotationGrammar.Tokenizer.TryTokenize(text);
        if (!tokenized.HasValue)
            return NoSign(text, tokenized.ErrorPosition.Absolute);
        var tokens = WithoutTail([.. tokenized.Value]);
        if (tokens.Count == 0)
            return Failed(0, text.Length, "A move is expected.");
        if (Unbalanced(tokens) is { } unbalanced)
            return new NotationReading(null, [unbalanced]);
        var parsed = NotationGrammar.Combination(new TokenList<NotationSign>([.. tokens]));
        if (!parsed.HasValue || !parsed.Remainder.IsAtEnd)
            return Misplaced(text, parsed.Remainder.IsAtEnd ? null : parsed.Remainder.First(), parsed.ErrorPosition);
        var binding = new Binding(vocabulary, _moves);
        var combination = binding.Bind(parsed.Value);
        return binding.Errors.Count == 0
            ? new NotationReading(combination, [])
            : new NotationReading(null, binding.Errors.Take(MostErrors).ToSequence());
    }

    private static NotationReading Failed(int position, int length, string message) =>
        new(null, [new NotationError(position, length, message)]);

    /// <summary>While somebody types, the text ends in a comma most of the time.</summary>
    private static List<Token<NotationSign>> WithoutTail(List<Token<NotationSign>> tokens)
    {
        while (tokens is [.., { Kind: NotationSign.Comma or NotationSign.Bar }])
            tokens.RemoveAt(tokens.Count - 1);
        return tokens;
    }

    private static NotationReading NoSign(string text, int at)
    {
        at = Math.Clamp(at, 0, text.Length - 1);
        var length = char.IsHighSurrogate(text[at]) && at + 1 < text.Length ? 2 : 1;
        var shown =
            char.IsControl(text[at]) || char.GetUnicodeCategory(text[at]) == UnicodeCategory.Format
                ? "This invisible sign"
                : $"'{text.Substring(at, length)}'";
        return Failed(at, length, $"{shown} has no meaning here. Moves are words, with commas between them.");
    }

    private static NotationError? Unbalanced(List<Token<NotationSign>> tokens)
    {
        var open = new Stack<Token<NotationSign>>();
        foreach (var token in tokens)
        {
            if (token.Kind is NotationSign.OpenBracket or NotationSign.OpenAttack)
                open.Push(token);
            if (open.Count > DeepestBrackets)
                return At(token, $"Brackets stand {open.Count} deep; {DeepestBrackets} is the most.");
            if (token.Kind is not (NotationSign.CloseBracket or NotationSign.CloseAttack))
                continue;
            var opens = token.Kind == NotationSign.CloseBracket ? NotationSign.OpenBracket : NotationSign.OpenAttack;
            if (!open.TryPop(out var from) || from.Kind != opens)
                return At(token, $"'{token.ToStringValue()}' closes nothing here.");
        }
        return open.TryPop(out var left) ? At(left, $"'{left.ToStringValue()}' is not closed.") : null;
    }

    private static NotationReading Misplaced(string text, Token<NotationSign>? found, Position position)
    {
        if (found is not { } token)
            return Failed(
                position.HasValue ? Math.Min(position.Absolute, text.Length) : text.Length,
                0,
                "A move is expected at the end."
            );
        return new NotationReading(
            null,
            [
                At(
                    token,
                    token.Kind switch
                    {
                        NotationSign.Comma or NotationSign.Bar or NotationSign.SameCount or NotationSign.SameBeat =>
                            $"A move is expected before '{token.ToStringValue()}'.",
                        NotationSign.CloseAttack => "Inside '[ ]' stands one attack, such as [cross] or [low kick].",
                        NotationSign.CloseBracket => "Something is missing inside the brackets.",
                        NotationSign.Times =>
                            $"'{token.ToStringValue()}' stands behind a move or behind brackets that hold moves.",
                        NotationSign.Word
                        or NotationSign.Number
                        or NotationSign.Figures
                        or NotationSign.Stored
                        or NotationSign.OpenAttack
                        or NotationSign.OpenBracket => $"Put a comma before '{token.ToStringValue()}'.",
                        _ => "This is not expected here.",
                    }
                ),
            ]
        );
    }

    private static NotationError At(
        Token<NotationSign> token,
        string message,
        Sequence<string> suggestions = default
    ) => new(token.Position.Absolute, token.Span.Length, message, suggestions);

    /// <summary>One pass that gives the words their meaning.</summary>
    private sealed class Binding(Vocabulary vocabulary, MoveFinder moves)
    {
        private long _beats;

        public List<NotationError> Errors { get; } = [];

        public Combination Bind(RawPhrase[][] groups) =>
            new(groups.Select(g => new CountGroup(Phrases(g))).ToSequence());

        private Sequence<Phrase> Phrases(RawPhrase[] raw)
        {
            var phrases = new List<Phrase>();
            foreach (var phrase in raw)
            {
                var before = _beats;
                if (phrase is RawBracket bracket)
                    Repeated(phrases, Phrases(bracket.Phrases), bracket.Times, before, bracket.Open);
                else if (phrase is RawCount count)
                    Repeated(phrases, Counts(count), count.Times, before, First(count.First));
            }
            return phrases.ToSequence();
        }

        private static Token<NotationSign> First(RawElement element) =>
            element.Attack?[0] ?? element.Sign ?? element.Words[0];

        private void Repeated(
            List<Phrase> into,
            Sequence<Phrase> phrases,
            Token<NotationSign>? times,
            long before,
            Token<NotationSign> first
        )
        {
            var n = times is { } t ? Number(t.ToStringValue().TrimStart('x', 'X', '×', ' ')) : 1;
            if (n == 0)
                Errors.Add(At(times!.Value, "x0 leaves nothing over: write x2 or more, or take the move out."));
            _beats = before + Math.Min((_beats - before) * n, int.MaxValue);
            if (_beats > Combination.MostBeats && before <= Combination.MostBeats)
                Errors.Add(
                    At(
                        times ?? first,
                        $"This makes over {Combination.MostBeats} beats, which is the most that a combination may have."
                    )
                );
            if (n <= 1)
                into.AddRange(phrases);
            // behind names in a row, 'x3' belongs to the last of them
            else if (times is not null && first.Kind == NotationSign.Word && phrases.Count > 1)
            {
                into.AddRange(phrases.Take(phrases.Count - 1));
                into.Add(new Repeat([phrases[^1]], n));
            }
            else if (phrases.Count > 0)
                into.Add(new Repeat(phrases, n));
        }

        private static int Number(string digits) =>
            int.TryParse(digits, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : int.MaxValue;

        private Sequence<Phrase> Counts(RawCount raw)
        {
            if (raw.First.Sign is { Kind: NotationSign.Stored } number)
                return Stored(raw, number);
            var counts = new List<Count>();
            Add(counts, raw.First, NotationSign.Comma);
            foreach (var (joint, element) in raw.Rest)
                Add(counts, element, joint);
            _beats += counts.Sum(c => c.Beats.Count);
            if (raw.First is { Sign: { Kind: NotationSign.Number } many, Words.Length: > 0 })
                return Many(counts, many, raw.Rest.Length > 0);
            return counts.Select(c => (Phrase)c).ToSequence();
        }

        private Sequence<Phrase> Stored(RawCount raw, Token<NotationSign> number)
        {
            if (raw.Rest.Length > 0 || raw.First.Qualifiers.Length > 0 || raw.First.Attack is not null)
                Errors.Add(At(number, "A stored combination stands between commas, with nothing joined to it."));
            if (vocabulary.Call(number.ToStringValue()) is not { } call)
            {
                Errors.Add(At(number, $"Nothing is stored as {number.ToStringValue()}."));
                return [];
            }
            _beats += call.Stored.BeatCount;
            return [call];
        }

        /// <summary>'2 rear round kick': that many of them.</summary>
        private Sequence<Phrase> Many(List<Count> counts, Token<NotationSign> many, bool joined)
        {
            var n = Number(many.ToStringValue());
            if (n == 0 || joined || counts.Count != 1)
                Errors.Add(
                    At(
                        many,
                        "A number before a move says how many of it: write one name behind it, or 'x' and the number at the end."
                    )
                );
            _beats += counts.Count * ((long)Math.Min(n, 1_000_000) - 1);
            return n <= 1 || counts.Count == 0
                ? counts.Select(c => (Phrase)c).ToSequence()
                : [new Repeat(counts.Select(c => (Phrase)c).ToSequence(), n)];
        }

        private void Add(List<Count> counts, RawElement raw, NotationSign joint)
        {
            foreach (var element in Elements(raw))
            {
                if (joint == NotationSign.Comma || counts.Count == 0)
                    counts.Add(new Count([new Beat([element])]));
                else if (joint == NotationSign.SameCount)
                    counts[^1] = new Count([.. counts[^1].Beats, new Beat([element])]);
                else
                    counts[^1] = new Count([
                        .. counts[^1].Beats.SkipLast(1),
                        new Beat([.. counts[^1].Beats[^1].Elements, element]),
                    ]);
                joint = NotationSign.Comma;
            }
        }

        private List<Element> Elements(RawElement raw)
        {
            var elements = raw.Sign switch
            {
                { Kind: NotationSign.Figures } figures =>
                [
                    .. figures.ToStringValue().Split('-').Select(f => Figure(figures, Number(f))).OfType<Element>(),
                ],
                { Kind: NotationSign.Number } number when raw.Words.Length == 0 => Figure(
                    number,
                    Number(number.ToStringValue())
                )
                    is { } one
                    ? [one]
                    : [],
                { Kind: NotationSign.Stored } stored => NotHere(stored),
                _ => Row(raw.Words),
            };
            if (elements.Count == 0)
                return elements;
            if (raw.Attack is { } attack)
                elements[0] = elements[0] with { Attack = AttackOf(attack) };
            foreach (var qualifier in raw.Qualifiers)
                elements[^1] = Qualified(elements[^1], qualifier);
            return elements;
        }

        private List<Element> NotHere(Token<NotationSign> stored)
        {
            Errors.Add(At(stored, "A stored combination stands between commas, with nothing joined to it."));
            return [];
        }

        private Element? Figure(Token<NotationSign> token, int figure)
        {
            if (vocabulary.Figure(figure) is { } element)
                return element;
            Errors.Add(
                At(token, $"{figure} is none of the school's numbers, which go from 1 to {vocabulary.Numbers.Length}.")
            );
            return null;
        }

        /// <summary>Names one after the other, each with its side and level words.</summary>
        private List<Element> Row(Token<NotationSign>[] tokens)
        {
            var words = new List<string>();
            var tokenOf = new List<int>();
            for (var i = 0; i < tokens.Length; i++)
            {
                foreach (var word in NameKey.Words(tokens[i].ToStringValue()))
                {
                    words.Add(word);
                    tokenOf.Add(i);
                }
            }
            var found = new List<Element>();
            var row = new WordRow(words);
            for (var at = 0; at < words.Count; )
            {
                if (moves.One(row, at) is { IsNone: false } name)
                {
                    found.AddRange(name.Moves.Select(m => Sided(m, tokens[tokenOf[at]])));
                    at += name.Used;
                }
                else if (words[at] == "and" && found.Count > 0)
                    at++;
                else
                {
                    Unknown(tokens, tokenOf, words, at);
                    break;
                }
            }
            return found;
        }

        /// <summary>A side that the technique does not have is an error; the rest is the trace's to judge.</summary>
        private Element Sided(Element element, Token<NotationSign> token)
        {
            var technique = element.Technique!;
            var fits = (technique.Sides, element.Side) switch
            {
                (SideRule.Lead, Side.Rear or Side.Both) or (SideRule.Rear, Side.Lead or Side.Both) => false,
                (SideRule.None, not Side.None) => false,
                (SideRule.Either, Side.Both) => false,
                (SideRule.Both, not Side.Both) => false,
                _ => true,
            };
            if (fits)
                return element;
            var name = technique.NameIn(vocabulary.Naming);
            Errors.Add(
                At(
                    token,
                    technique.Sides switch
                    {
                        SideRule.Lead =>
                            $"{Capital(name)} is of the lead side: leave '{QualifierWords.Word(element.Side)}' out, or name another move.",
                        SideRule.Rear =>
                            $"{Capital(name)} is of the rear side: leave '{QualifierWords.Word(element.Side)}' out, or name another move.",
                        SideRule.Either => $"{Capital(name)} is done with one side: write lead or rear.",
                        SideRule.Both =>
                            $"{Capital(name)} takes both sides: leave '{QualifierWords.Word(element.Side)}' out.",
                        _ => $"{Capital(name)} has no side: leave '{QualifierWords.Word(element.Side)}' out.",
                    }
                )
            );
            return element with { Side = technique.DefaultSide };
        }

        private void Unknown(Token<NotationSign>[] tokens, List<int> tokenOf, List<string> words, int at)
        {
            if (tokens[tokenOf[at]] is { Kind: NotationSign.Number } number)
            {
                Errors.Add(At(number, $"Put a comma before '{number.ToStringValue()}'."));
                return;
            }
            // the words up to the end, or up to the next name that is known
            var end = at + 1;
            var row = new WordRow(words);
            while (end < words.Count && end - at < 4 && moves.One(row, end).IsNone)
                end++;
            while (at < end - 1 && SpokenWords.Sides.ContainsKey(words[at]))
                at++;
            var (first, last) = (tokens[tokenOf[at]], tokens[tokenOf[end - 1]]);
            var said = string.Join(' ', tokens[tokenOf[at]..(tokenOf[end - 1] + 1)].Select(t => t.ToStringValue()));
            var key = NameKey.Of(said);
            var meanings = vocabulary.Catalogue.Resolve(key, vocabulary.Naming);
            var length = last.Position.Absolute + last.Span.Length - first.Position.Absolute;
            if (meanings.Length > 1)
                Errors.Add(
                    new NotationError(
                        first.Position.Absolute,
                        length,
                        $"'{said}' means several things: say which.",
                        meanings.Select(m => m.NameIn(vocabulary.Naming)).ToSequence()
                    )
                );
            else if (SpokenWords.Sides.ContainsKey(key) || SpokenWords.Levels.ContainsKey(key))
                Errors.Add(new NotationError(first.Position.Absolute, length, $"A move is expected behind '{said}'."));
            else
                Errors.Add(
                    new NotationError(
                        first.Position.Absolute,
                        length,
                        $"Nothing is called '{(said.Length > 40 ? said[..39] + "…" : said)}'.",
                        Errors.Count < 3 ? vocabulary.Catalogue.Closest(said, vocabulary.Naming).ToSequence() : []
                    )
                );
        }

        private Attack? AttackOf(Token<NotationSign>[] tokens)
        {
            var words = tokens.SelectMany(t => NameKey.Words(t.ToStringValue())).ToList();
            Level? level = null;
            // '[cross (body)]' and '[body cross]' alike
            if (words.Count > 1 && SpokenWords.Levels.TryGetValue(words[^1], out var said))
            {
                level = said;
                words.RemoveAt(words.Count - 1);
            }
            if (
                moves.One(new WordRow(words), 0) is { Moves: [{ Technique: { } technique } element], Used: var used }
                && used == words.Count
            )
                return new Attack(technique, element.Side, element.Level ?? level);
            Unknown(
                tokens,
                [.. tokens.SelectMany((t, i) => NameKey.Words(t.ToStringValue()).Select(_ => i))],
                [.. tokens.SelectMany(t => NameKey.Words(t.ToStringValue()))],
                0
            );
            return null;
        }

        private Element Qualified(Element element, Token<NotationSign>[] tokens)
        {
            var words = tokens.Select(t => t.ToStringValue().ToLowerInvariant().Replace('’', '\'')).ToList();
            var said = string.Join(' ', words);
            if (SpokenWords.Levels.TryGetValue(said, out var level))
                return Once(element.Level, tokens, element with { Level = level });
            if (QualifierWords.Landings.TryGetValue(said, out var landing))
                return Once(element.Landing, tokens, element with { Landing = landing });
            if (QualifierWords.Light.Contains(said))
                return element with { IsLight = true };
            if (QualifierWords.Held.Contains(said))
                return element with { IsHeld = true };
            if (Hour(words) is { } hour)
                return Once(element.Clock, tokens, element with { Clock = hour });
            var bare = words[0] is "in" or "to" && words.Count > 1 ? string.Join(' ', words.Skip(1)) : said;
            if (moves.Names.Only(NameKey.Of(said)) is { Family: TechniqueFamily.Footwork } step)
                return Once(element.Step, tokens, element with { Step = step });
            if (moves.Names.Only(NameKey.Of(bare)) is { Family: TechniqueFamily.Stance } stance)
                return Once(element.Stance, tokens, element with { Stance = stance });
            Errors.Add(
                Spanning(
                    tokens,
                    $"'({said})' says nothing about a move.",
                    QualifierWords.Offered.OrderBy(o => Catalogue.Distance(said, o)).Take(3).ToSequence()
                )
            );
            return element;
        }

        private Element Once<T>(T? already, Token<NotationSign>[] tokens, Element with)
        {
            if (already is not null)
                Errors.Add(Spanning(tokens, "That is said twice of one move: take one of the two out."));
            return with;
        }

        /// <summary>'to 6 o'clock', 'to 6'.</summary>
        private static int? Hour(List<string> words) =>
            words is ["to" or "facing", _] or ["to" or "facing", _, "o'clock" or "oclock"]
            && int.TryParse(words[1], NumberStyles.None, CultureInfo.InvariantCulture, out var hour)
            && hour is >= 1 and <= 12
                ? hour
                : null;

        private static NotationError Spanning(
            Token<NotationSign>[] tokens,
            string message,
            Sequence<string> suggestions = default
        ) =>
            new(
                tokens[0].Position.Absolute,
                tokens[^1].Position.Absolute + tokens[^1].Span.Length - tokens[0].Position.Absolute,
                message,
                suggestions
            );

        private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
    }
}
