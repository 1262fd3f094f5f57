using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>Finds a move with its side and level words: 'front leg low round kick', 'hook head', 'knee back leg'.</summary>
internal sealed class MoveFinder(Vocabulary vocabulary)
{
    /// <summary>Sides and levels that are looked past for a name: 'left front leg high'.</summary>
    private const int MostWordsBefore = 5;

    public NameFinder Names { get; } = new(vocabulary);

    /// <summary>What was said of the next name before it came.</summary>
    private record struct Said(Side Side, Level? Level);

    /// <summary>The move or moves that begin at a word, and how many words they took; none when there is no name.</summary>
    /// <param name="words">As <see cref="NameFinder.Keys"/> makes them.</param>
    /// <param name="at">The first word.</param>
    public NameMatch One(WordRow words, int at) => words.Move(at, () => Path(words));

    /// <summary>
    /// The best names at every word: the way through the words from there on that leaves least over, with as few names as
    /// may be. So 'cross step back' is a cross and a step back, not a cross step and something.
    /// </summary>
    private NameMatch[] Path(WordRow words)
    {
        var best = new NameMatch[words.Count];
        var cost = new double[words.Count + 1];
        for (var at = words.Count - 1; at >= 0; at--)
        {
            cost[at] = cost[at + 1] + CostAlone(words, at);
            foreach (var (name, around) in At(words, at))
            {
                // 'back elbow' is a name of its own before it is an elbow of the back arm
                var all = cost[at + name.Used] + CostOfName + (around * CostAround);
                // of equals the longer name
                if (all > cost[at] + Nearly || (all > cost[at] - Nearly && name.Used < best[at].Used))
                    continue;
                (cost[at], best[at]) = (all, name);
            }
        }
        return best;
    }

    private const double CostAround = 0.05,
        CostOfName = 1,
        Nearly = 0.001;

    /// <summary>What it costs to leave a word by itself: most for a piece of a name, least for a word that no name has.</summary>
    private double CostAlone(WordRow words, int at)
    {
        if (words[at] is not { Length: > 0 } word || word == ",")
            return 0;
        if (SpokenWords.Sides.ContainsKey(word) || SpokenWords.HeadNouns.Contains(word))
            return CostOfPiece;
        return Names.IsNameWord(word) ? CostOfPiece : CostOfWord;
    }

    private const double CostOfPiece = 1.6,
        CostOfWord = 1.2;

    /// <summary>Every move that may begin at a word, with the sides and levels around its name.</summary>
    private IEnumerable<(NameMatch Name, int Around)> At(WordRow words, int at)
    {
        foreach (var (skip, said) in Before(words, at))
        foreach (var name in Names.All(words, at + skip))
            if (Takes(name.Moves[^1].Technique!, said))
            {
                var level = said.Level is null ? LevelInside(words, at + skip, name) : null;
                var moves = With(name.Moves, level is null ? said : said with { Level = level });
                var move = Behind(words, at, new NameMatch(moves, skip + name.Used));
                yield return (move, move.Used - name.Used);
            }
    }

    /// <summary>'momtong jireugi' says the level in its name, where the technique has more than one.</summary>
    private static Level? LevelInside(WordRow words, int at, NameMatch name)
    {
        if (
            name.Moves is not [{ Level: null, Technique: { } technique }]
            || technique.Levels.Length < 2
            || technique.Family == TechniqueFamily.Block
        )
            return null;
        for (var i = at; i < at + name.Used; i++)
            if (
                words[i] is { } word
                && SpokenWords.NamedLevels.TryGetValue(word, out var level)
                && technique.Levels.Contains(level)
            )
                return level;
        return null;
    }

    /// <summary>Every place where a name may begin behind side and level words, with what those say; the place itself first.</summary>
    private static IEnumerable<(int Skip, Said Said)> Before(WordRow words, int at)
    {
        var said = new Said(Side.None, null);
        yield return (0, said);
        for (var skip = 0; skip < MostWordsBefore && at + skip < words.Count && words[at + skip] is { } word; )
        {
            skip++;
            if (said.Side == Side.None && SpokenWords.Sides.TryGetValue(word, out var side))
            {
                said = said with { Side = side };
                yield return (skip, said);
                if (at + skip < words.Count && words[at + skip] is { } noun && SpokenWords.SideNouns.Contains(noun))
                    skip++;
                else
                    continue;
            }
            else if (said.Level is null && SpokenWords.Levels.TryGetValue(word, out var level))
                said = said with { Level = level };
            else if (!SpokenWords.Adjectives.Contains(word))
                yield break;
            yield return (skip, said);
        }
    }

    /// <summary>Sides and levels behind a name, where no other name takes them: 'round kick high, hook right hand'.</summary>
    private NameMatch Behind(WordRow words, int at, NameMatch found)
    {
        var used = found.Used;
        var moves = found.Moves;
        while (at + used < words.Count && words[at + used] is { } word && !IsName(words, at + used))
        {
            var hasNoun =
                at + used + 1 < words.Count && words[at + used + 1] is { } noun && SpokenWords.SideNouns.Contains(noun);
            if (
                !moves[^1].IsSideSaid
                && SpokenWords.Sides.TryGetValue(word, out var side)
                && (hasNoun || word is "left" or "right" or "lead" or "rear")
                && !IsCounted(words, at + used + (hasNoun ? 2 : 1))
                && !IsBoth(words, at + used + 1)
            )
                (moves, used) = (With(moves, new Said(side, null)), used + (hasNoun ? 2 : 1));
            else if (moves[^1].Level is null && SpokenWords.Levels.TryGetValue(word, out var level))
            {
                moves = With(moves, new Said(Side.None, level));
                used += at + used + 1 < words.Count && words[at + used + 1] is "height" or "level" or "section" ? 2 : 1;
            }
            else
                break;
        }
        return new NameMatch(moves, used);
    }

    /// <summary>'left and right' is both, whoever stands before it.</summary>
    private static bool IsBoth(WordRow words, int at) =>
        at + 1 < words.Count && words[at] is "and" && words[at + 1] is "left" or "right" or "l" or "r";

    /// <summary>A number follows, which the side then goes with: 'round kick right leg 10'.</summary>
    private static bool IsCounted(WordRow words, int at) =>
        at < words.Count
        && words[at] is { Length: > 0 } next
        && (
            char.IsAsciiDigit(next[0])
            || (next == "x" && at + 1 < words.Count && words[at + 1] is { Length: > 0 } n && char.IsAsciiDigit(n[0]))
        );

    /// <summary>A name begins here, its own sides and levels included.</summary>
    private bool IsName(WordRow words, int at) => Before(words, at).Any(b => !Names.Longest(words, at + b.Skip).IsNone);

    private IReadOnlyList<Element> With(IReadOnlyList<Element> moves, Said said)
    {
        if (said == default)
            return moves;
        var last = moves[^1];
        if (said.Side != Side.None)
            last = last with { Side = said.Side, IsSideSaid = true };
        if (said.Level is { } level)
            last = Aimed(last, level);
        return [.. moves.SkipLast(1), last];
    }

    /// <summary>
    /// A move at a level that was said: a round kick to the leg is a low kick; 'low' of what cannot reach the leg is its body
    /// level; what has no levels has none.
    /// </summary>
    public Element Aimed(Element move, Level level)
    {
        if (move.Technique is not { } technique)
            return move;
        if (level == Level.Leg && technique.Id == "round-kick" && vocabulary.Catalogue.Find("low-kick") is { } low)
            return move with { Technique = low };
        if (level != Level.Leg && technique.Id == "low-kick" && vocabulary.Catalogue.Find("round-kick") is { } round)
            return move with { Technique = round, Level = level };
        if (technique.Levels.Contains(level))
            return move with { Level = level };
        if (level == Level.Leg && technique.Levels.Contains(Level.Body))
            return move with { Level = Level.Body };
        return technique.Levels.IsEmpty || technique.Family == TechniqueFamily.Block
            ? move
            : move with
            {
                Level = level,
            };
    }

    /// <summary>'low water' is no water: what has no levels is not said to have one.</summary>
    private static bool Takes(Technique technique, Said said) => said.Level is null || !technique.Levels.IsEmpty;

    /// <summary>A side that a technique cannot be done with is no side: 'left jab' keeps it, 'left burpee' does not.</summary>
    public static bool Takes(Technique technique, Side side) =>
        (technique.Sides, side) switch
        {
            (SideRule.None, not Side.None) => false,
            (SideRule.Both, Side.Lead or Side.Rear or Side.Left or Side.Right) => false,
            (SideRule.Either, Side.Both) => false,
            _ => true,
        };
}
