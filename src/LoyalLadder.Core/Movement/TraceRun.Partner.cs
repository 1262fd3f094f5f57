using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>What the partner does, and whether it is answered.</summary>
internal sealed partial class TraceRun
{
    /// <summary>What the partner does first: it may be barred at that age, and a grab sets the range.</summary>
    private void Attacked(Element element, int number)
    {
        if (IsSolo || element.Attack is not { } attack)
            return;
        if (attack.Technique.MannerFor(_ask.Band) == Manner.No)
            _findings.Add(_words.NotForAge(number, attack.Technique, _ask.Band));
        _distance.Grabbed(attack.Technique.Line);
        _isMet = Counters.ComesIn(attack.Technique);
    }

    private void Answered(Count count, Beat beat, int number, int countNumber)
    {
        foreach (var element in beat.Elements)
        {
            if (element.Attack is not { } attack || attack.Technique.Line == AttackLine.None)
                continue;
            var isAnswered =
                IsAnswered(count, attack)
                || (
                    attack.Technique.Line == AttackLine.Grab
                    && element.Technique is { IsStrike: true }
                    && IsAnsweredSoon(countNumber, attack)
                );
            if (!isAnswered)
                _findings.Add(_words.Unanswered(number, count, element, attack));
        }
    }

    private static bool IsAnswer(Element element, Attack attack) =>
        (element.Technique is { } technique && FindingWords.Answers(technique, attack))
        || (element.Step is { } step && FindingWords.Answers(step, attack));

    /// <summary>Something in the two counts behind one answers an attack: a release may still come.</summary>
    private bool IsAnsweredSoon(int number, Attack attack)
    {
        var counts = _combination.Counts;
        for (var i = number; i < counts.Count && i < number + 2; i++)
            if (IsAnswered(counts[i], attack))
                return true;
        return false;
    }

    private static bool IsAnswered(Count count, Attack attack)
    {
        var isTogether = count.Beats.Count > 1 || count.Beats.Any(b => b.Elements.Count > 1);
        foreach (var beat in count.Beats)
        foreach (var element in beat.Elements)
            if (IsAnswer(element, attack) || Counters.Stops(element, attack, isTogether))
                return true;
        return false;
    }
}
