using System.Globalization;
using LoyalLadder.Core.Techniques;
using Superpower.Model;

namespace LoyalLadder.Core.Combinations;

public sealed partial class NotationReader
{
    /// <summary>What a name, a figure or an attack between two joints stands for.</summary>
    private sealed partial class Binding
    {
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
            Errors.Add(At(stored, Say("A stored combination stands between commas, with nothing joined to it.")));
            return [];
        }

        private Element? Figure(Token<NotationSign> token, int figure)
        {
            if (vocabulary.Figure(figure) is { } element)
                return element;
            Errors.Add(
                At(
                    token,
                    Say($"{figure} is none of the school's numbers, which go from 1 to {vocabulary.Numbers.Length}.")
                )
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
            var (name, side) = (Capital(technique.NameIn(vocabulary.Naming)), QualifierWords.Word(element.Side));
            Errors.Add(
                At(
                    token,
                    technique.Sides switch
                    {
                        SideRule.Lead => Say($"{name} is of the lead side: leave '{side}' out, or name another move."),
                        SideRule.Rear => Say($"{name} is of the rear side: leave '{side}' out, or name another move."),
                        SideRule.Either => Say($"{name} is done with one side: write lead or rear."),
                        SideRule.Both => Say($"{name} takes both sides: leave '{side}' out."),
                        _ => Say($"{name} has no side: leave '{side}' out."),
                    }
                )
            );
            return element with { Side = technique.DefaultSide };
        }

        private void Unknown(Token<NotationSign>[] tokens, List<int> tokenOf, List<string> words, int at)
        {
            if (tokens[tokenOf[at]] is { Kind: NotationSign.Number } number)
            {
                Errors.Add(At(number, Say($"Put a comma before '{number.ToStringValue()}'.")));
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
                Tell(
                    Say($"'{said}' means several things: say which."),
                    meanings.Select(m => m.NameIn(vocabulary.Naming))
                );
            else if (SpokenWords.Sides.ContainsKey(key) || SpokenWords.Levels.ContainsKey(key))
                Tell(Say($"A move is expected behind '{said}'."), []);
            else
                Tell(
                    Say($"Nothing is called '{(said.Length > 40 ? said[..39] + "…" : said)}'."),
                    Errors.Count < 3 ? vocabulary.Catalogue.Closest(said, vocabulary.Naming) : []
                );

            void Tell(string words, IEnumerable<string> meant) =>
                Errors.Add(new NotationError(first.Position.Absolute, length, words, meant.ToSequence()));
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
                    Say($"'({said})' says nothing about a move."),
                    QualifierWords.Offered.OrderBy(o => Catalogue.Distance(said, o)).Take(3).ToSequence()
                )
            );
            return element;
        }

        private Element Once<T>(T? already, Token<NotationSign>[] tokens, Element with)
        {
            if (already is not null)
                Errors.Add(Spanning(tokens, Say("That is said twice of one move: take one of the two out.")));
            return with;
        }

        /// <summary>'to 6 o'clock', 'to 6'.</summary>
        private static int? Hour(List<string> words) =>
            words is ["to" or "facing", _] or ["to" or "facing", _, "o'clock" or "oclock"]
            && int.TryParse(words[1], NumberStyles.None, CultureInfo.InvariantCulture, out var hour)
            && hour is >= 1 and <= 12
                ? hour
                : null;
    }
}
