using System.Globalization;
using Superpower.Model;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// Reads combinations as people type them; docs/formats.md shows the notation. Never throws: what cannot be read comes back
/// as errors with places and the closest names. Immutable; one reader serves everybody with the same vocabulary.
/// </summary>
public sealed partial class NotationReader(Vocabulary vocabulary)
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
                Say($"A combination has at most {MostCharacters:N0} characters; this has {text.Length:N0}.")
            );
        if (string.IsNullOrWhiteSpace(text))
            return Failed(0, 0, Say("Type moves with commas between them, for example: jab, cross, rear low kick"));
        var tokenized = NotationGrammar.Tokenizer.TryTokenize(text);
        if (!tokenized.HasValue)
            return NoSign(text, tokenized.ErrorPosition.Absolute);
        var tokens = WithoutTail([.. tokenized.Value]);
        if (tokens.Count == 0)
            return Failed(0, text.Length, Say("A move is expected."));
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
                ? Say("This invisible sign")
                : $"'{text.Substring(at, length)}'";
        return Failed(at, length, Say($"{shown} has no meaning here. Moves are words, with commas between them."));
    }

    private static NotationError? Unbalanced(List<Token<NotationSign>> tokens)
    {
        var open = new Stack<Token<NotationSign>>();
        foreach (var token in tokens)
        {
            if (token.Kind is NotationSign.OpenBracket or NotationSign.OpenAttack)
                open.Push(token);
            if (open.Count > DeepestBrackets)
                return At(token, Say($"Brackets stand {open.Count} deep; {DeepestBrackets} is the most."));
            if (token.Kind is not (NotationSign.CloseBracket or NotationSign.CloseAttack))
                continue;
            var opens = token.Kind == NotationSign.CloseBracket ? NotationSign.OpenBracket : NotationSign.OpenAttack;
            if (!open.TryPop(out var from) || from.Kind != opens)
                return At(token, Say($"'{token.ToStringValue()}' closes nothing here."));
        }
        return open.TryPop(out var left) ? At(left, Say($"'{left.ToStringValue()}' is not closed.")) : null;
    }

    private static NotationReading Misplaced(string text, Token<NotationSign>? found, Position position)
    {
        if (found is not { } token)
            return Failed(
                position.HasValue ? Math.Min(position.Absolute, text.Length) : text.Length,
                0,
                Say("A move is expected at the end.")
            );
        return new NotationReading(
            null,
            [
                At(
                    token,
                    token.Kind switch
                    {
                        NotationSign.Comma or NotationSign.Bar or NotationSign.SameCount or NotationSign.SameBeat =>
                            Say($"A move is expected before '{token.ToStringValue()}'."),
                        NotationSign.CloseAttack => Say(
                            "Inside '[ ]' stands one attack, such as [cross] or [low kick]."
                        ),
                        NotationSign.CloseBracket => Say("Something is missing inside the brackets."),
                        NotationSign.Times => Say(
                            $"'{token.ToStringValue()}' stands behind a move or behind brackets that hold moves."
                        ),
                        NotationSign.Word
                        or NotationSign.Number
                        or NotationSign.Figures
                        or NotationSign.Stored
                        or NotationSign.OpenAttack
                        or NotationSign.OpenBracket => Say($"Put a comma before '{token.ToStringValue()}'."),
                        _ => Say("This is not expected here."),
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
    private sealed partial class Binding(Vocabulary vocabulary, MoveFinder moves)
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
                Errors.Add(At(times!.Value, Say("x0 leaves nothing over: write x2 or more, or take the move out.")));
            _beats = before + Math.Min((_beats - before) * n, int.MaxValue);
            if (_beats > Combination.MostBeats && before <= Combination.MostBeats)
                Errors.Add(
                    At(
                        times ?? first,
                        Say(
                            $"This makes over {Combination.MostBeats} beats, which is the most that a combination may have."
                        )
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
                Errors.Add(At(number, Say("A stored combination stands between commas, with nothing joined to it.")));
            if (vocabulary.Call(number.ToStringValue()) is not { } call)
            {
                Errors.Add(At(number, Say($"Nothing is stored as {number.ToStringValue()}.")));
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
                        Say(
                            "A number before a move says how many of it: write one name behind it, or 'x' and the number at the end."
                        )
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
