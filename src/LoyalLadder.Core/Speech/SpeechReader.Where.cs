using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Speech;

internal sealed partial class SpeechReader
{
    /// <summary>
    /// Behind a preposition: the body side or level ('off the back leg', 'to the head'), a stance or place that is no move of
    /// its own, somebody's attack. What is none of these is read on.
    /// </summary>
    private int Where(int at, int to, int before)
    {
        var word = _tokens[at].Text;
        var next = at + 1;
        while (next < to && (SpokenWords.Determiners.Contains(_tokens[next].Text) || _tokens[next].Text == "/"))
            next++;
        if (next >= to)
            return next - at;
        var name = _moves.One(_keys, next);
        if (word is "against" or "vs" && !name.IsNone)
            return next + name.Used - at;
        if (name.IsNone && _said.Count > before && SideOrLevel(at, next, to) is > 0 and var told)
            return told;
        // 'underneath the elbow', 'over the knee': a part of the body behind such a word is where
        if (
            name is { IsNone: false, Used: 1 }
            && word is "under" or "underneath" or "over" or "behind" or "past" or "beside" or "above" or "below"
            && SpokenWords.Body.Contains(_tokens[next].Text)
        )
            return next + 1 - at;
        if (!name.IsNone)
            return Before(word, next - at, name, before);
        return PlaceEnd(word, next, to) - at;
    }

    /// <summary>'off the back leg', 'to the head': what is said of the move before; 0 where it is not.</summary>
    private int SideOrLevel(int at, int next, int to)
    {
        var word = _tokens[at].Text;
        if (SideAt(next, to) is { } side && word is not "to")
            return Told(_said[^1].Element with { Side = side.Side, IsSideSaid = true }, side.End - at);
        return
            word is "to" or "at"
            && _keys[next] is { } aim
            && SpokenWords.Levels.TryGetValue(aim, out var level)
            && EndsLevel(next + 1, to)
            ? Told(_moves.Aimed(_said[^1].Element, level), next + 1 - at + (IsHeight(next + 1, to) ? 1 : 0))
            : 0;
    }

    /// <summary>Behind the place that a preposition leads to.</summary>
    private int PlaceEnd(string preposition, int next, int to)
    {
        var end = next;
        while (
            end < to
            && (
                SpokenWords.Places.Contains(_tokens[end].Text)
                || (end > next && SpokenWords.Fillers.Contains(_tokens[end].Text))
                || (SpokenWords.Adjectives.Contains(_tokens[end].Text) && end + 1 < to)
            )
        )
            end++;
        // any other noun is a place as well: what a preposition leads in is no move
        if (end == next && preposition is not ("to" or "into" or "off" or "from"))
            while (end < to && end < next + MostOfPlace && IsPlain(end))
                end++;
        return end;
    }

    /// <summary>Words of a place that no list has: 'over the towel', 'on the wall bag'.</summary>
    private const int MostOfPlace = 2;

    private bool IsPlain(int at) =>
        _tokens[at] is { IsWord: true } or { IsNumber: true, Value: 45 or 90 or 180 }
        && !IsNameAt(at)
        && !SpokenWords.Prepositions.Contains(_tokens[at].Text);

    private bool IsHeight(int at, int to) => at < to && _tokens[at].Text is "height" or "level";

    private bool EndsLevel(int at, int to) =>
        at >= to || IsHeight(at, to) || !SpokenWords.Places.Contains(_tokens[at].Text);

    private int Told(Element last, int used)
    {
        if (last.Technique is null || MoveFinder.Takes(last.Technique, last.Side))
            _said[^1] = (last, _said[^1].Joint);
        return used;
    }

    /// <summary>
    /// A name behind a preposition: a stance or a way to lie is where, 'off a jab' comes first, the rest is the next
    /// move.
    /// </summary>
    private int Before(string preposition, int skip, NameMatch name, int before)
    {
        var technique = name.Moves[0].Technique!;
        var isPlace =
            technique.Family is TechniqueFamily.Stance or TechniqueFamily.Conditioning or TechniqueFamily.Mobility
            || technique.Id == "clinch-hold";
        if (technique.Id is "pad-round" or "bag-round")
            return skip + name.Used;
        if (technique.Family == TechniqueFamily.Breath && preposition is "with" or "w")
            return skip + name.Used;
        if (
            isPlace && preposition is "in" or "from" or "out" or "on" or "at" or "off" or "against"
            || (preposition == "to" && technique.Family == TechniqueFamily.Stance)
        )
            return skip + name.Used;
        if (preposition is "off" or "from" or "behind" or "past" && _said.Count > before && technique.IsStrike)
        {
            _said.Insert(_said.Count - 1, (name.Moves[0], _said[^1].Joint));
            return skip + name.Used;
        }
        return skip;
    }

    private (Side Side, int End)? SideAt(int at, int to)
    {
        if (at >= _keys.Count || _keys[at] is not { } word || !SpokenWords.Sides.TryGetValue(word, out var side))
            return null;
        var hasNoun = at + 1 < to && _keys[at + 1] is { } noun && SpokenWords.SideNouns.Contains(noun);
        return hasNoun || side is Side.Left or Side.Right ? (side, at + (hasNoun ? 2 : 1)) : null;
    }
}
