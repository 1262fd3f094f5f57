using Superpower;
using Superpower.Model;
using Superpower.Parsers;
using Superpower.Tokenizers;

namespace LoyalLadder.Core.Combinations;

internal enum NotationSign
{
    Comma,
    SameCount,
    SameBeat,
    Bar,
    OpenAttack,
    CloseAttack,
    OpenBracket,
    CloseBracket,
    Times,
    Stored,
    Figures,
    Number,
    Word,
}

/// <summary>What stands in a notation before anybody has asked what the words mean; tokens keep their places.</summary>
internal abstract record RawPhrase;

internal sealed record RawCount(
    RawElement First,
    (NotationSign Joint, RawElement Element)[] Rest,
    Token<NotationSign>? Times
) : RawPhrase;

internal sealed record RawBracket(Token<NotationSign> Open, RawPhrase[] Phrases, Token<NotationSign>? Times)
    : RawPhrase;

internal sealed record RawElement(
    Token<NotationSign>[]? Attack,
    Token<NotationSign>? Sign,
    Token<NotationSign>[] Words,
    Token<NotationSign>[][] Qualifiers
);

/// <summary>The grammar of combinations, for Superpower. Every choice is made on the next token, so that nothing is read twice.</summary>
internal static class NotationGrammar
{
    public static Tokenizer<NotationSign> Tokenizer { get; } =
        new TokenizerBuilder<NotationSign>()
            .Ignore(Span.WhiteSpace)
            .Match(Span.EqualTo("->"), NotationSign.Comma)
            .Match(Span.EqualTo("=>"), NotationSign.Comma)
            .Match(Character.In(',', ';', '→'), NotationSign.Comma)
            .Match(Character.EqualTo('&'), NotationSign.SameCount)
            .Match(Character.EqualTo('+'), NotationSign.SameBeat)
            .Match(Character.EqualTo('|'), NotationSign.Bar)
            .Match(Character.EqualTo('['), NotationSign.OpenAttack)
            .Match(Character.EqualTo(']'), NotationSign.CloseAttack)
            .Match(Character.EqualTo('('), NotationSign.OpenBracket)
            .Match(Character.EqualTo(')'), NotationSign.CloseBracket)
            .Match(Span.Regex(@"(?:[xX]\s?|×\s?)[0-9]{1,9}(?![\p{L}0-9])"), NotationSign.Times)
            .Match(Span.Regex(@"#[\p{L}0-9][\p{L}0-9-]{0,11}"), NotationSign.Stored)
            .Match(Span.Regex(@"[0-9](?:-[0-9])+(?![\p{L}0-9])"), NotationSign.Figures)
            .Match(Span.Regex(@"[0-9]{1,9}(?![\p{L}0-9])"), NotationSign.Number)
            .Match(Span.EqualToIgnoreCase("then"), NotationSign.Comma, requireDelimiters: true)
            .Match(Span.Regex(@"[\p{L}\p{M}]+(?:['’\-][\p{L}\p{M}0-9]+)*"), NotationSign.Word)
            .Build();

    private static readonly TokenListParser<NotationSign, Token<NotationSign>[]> Words = Token
        .EqualTo(NotationSign.Word)
        .AtLeastOnce();

    private static readonly TokenListParser<NotationSign, Token<NotationSign>[]> Qualifier =
        from open in Token.EqualTo(NotationSign.OpenBracket)
        from words in Token.EqualTo(NotationSign.Word).Or(Token.EqualTo(NotationSign.Number)).AtLeastOnce()
        from close in Token.EqualTo(NotationSign.CloseBracket)
        select words;

    private static readonly TokenListParser<NotationSign, Token<NotationSign>[]> AttackWords =
        from open in Token.EqualTo(NotationSign.OpenAttack)
        from words in Words
        from level in Qualifier.OptionalOrDefault([])
        from close in Token.EqualTo(NotationSign.CloseAttack)
        select (Token<NotationSign>[])[.. words, .. level];

    private static readonly TokenListParser<
        NotationSign,
        (Token<NotationSign>? Sign, Token<NotationSign>[] Words)
    > Body = (
        from words in Words
        from number in Token.EqualTo(NotationSign.Number).Many()
        from more in Token.EqualTo(NotationSign.Word).Many()
        select (Token<NotationSign>[])[.. words, .. number, .. more]
    )
        .Select(w => ((Token<NotationSign>?)null, w))
        .Or(
            from number in Token.EqualTo(NotationSign.Number)
            from words in Words.OptionalOrDefault([])
            select ((Token<NotationSign>?)number, words)
        )
        .Or(
            Token
                .EqualTo(NotationSign.Figures)
                .Or(Token.EqualTo(NotationSign.Stored))
                .Select(sign => ((Token<NotationSign>?)sign, Array.Empty<Token<NotationSign>>()))
        );

    private static readonly TokenListParser<NotationSign, RawElement> Element =
        from attack in AttackWords.AsNullable().OptionalOrDefault()
        from body in Body
        from qualifiers in Qualifier.Many()
        select new RawElement(attack, body.Sign, body.Words, qualifiers);

    private static readonly TokenListParser<NotationSign, Token<NotationSign>?> Times = Token
        .EqualTo(NotationSign.Times)
        .Select(t => (Token<NotationSign>?)t)
        .OptionalOrDefault();

    private static readonly TokenListParser<NotationSign, RawPhrase> CountPhrase =
        from first in Element
        from rest in (
            from joint in Token.EqualTo(NotationSign.SameCount).Or(Token.EqualTo(NotationSign.SameBeat))
            from element in Element
            select (joint.Kind, element)
        ).Many()
        from times in Times
        select (RawPhrase)new RawCount(first, rest, times);

    private static readonly TokenListParser<NotationSign, RawPhrase> BracketPhrase =
        from open in Token.EqualTo(NotationSign.OpenBracket)
        from phrases in Superpower.Parse.Ref(() => Phrases!)
        from close in Token.EqualTo(NotationSign.CloseBracket)
        from times in Times
        select (RawPhrase)new RawBracket(open, phrases, times);

    private static readonly TokenListParser<NotationSign, RawPhrase[]> Phrases = BracketPhrase
        .Or(CountPhrase)
        .AtLeastOnceDelimitedBy(Token.EqualTo(NotationSign.Comma).AtLeastOnce());

    public static TokenListParser<NotationSign, RawPhrase[][]> Combination { get; } =
        Phrases.AtLeastOnceDelimitedBy(Token.EqualTo(NotationSign.Bar)).AtEnd();
}
