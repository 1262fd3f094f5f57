using System.Collections.Immutable;

namespace LoyalLadder.Core.Safety;

/// <summary>Finds where strikes are said to go: 'side kick to the knee', 'chop the neck', 'face punch'.</summary>
internal sealed class TargetFinder
{
    private static readonly StemSet Towards = StemSet.Of(
        "to, at, on, into, in, behind, against, toward, onto, for, aimed"
    );

    private static readonly StemSet Between = StemSet.Of(
        "the, a, an, his, her, their, your, partner, opponent, attacker, other, of, front, standing, "
            + "lead, rear, left, right, each"
    );

    private static readonly StemSet Strikes = StemSet.Of(
        "kick*, punch*, strik*, hit, hits, hitting, chop*, jab*, poke*, slap*, stomp*, stamp*, cross, "
            + "hook, uppercut, elbow, knee, palm, fist*, backfist*, hammer*, hammerfist*, hand, thrust*, "
            + "smash*, butt, blow, attack*, round, roundhouse, shuto, uraken, empi, geri, zuki, tsuki, uchi, "
            + "chagi, jireugi, chigi, stab*, shot, headbutt, overhand, ridge, finger*, spear, axe, sweep*, "
            + "spinning, tackle, throw*, drive*, rip, twist, low, teep, te"
    );

    /// <summary>Whose it is: with one of these, what stands before is done to it.</summary>
    private static readonly StemSet Owned = StemSet.Of(
        "the, a, an, his, her, their, your, partner, opponent, attacker"
    );

    /// <summary>Parts of the body that meet a knee in an exercise: 'elbow to knee'.</summary>
    private static readonly StemSet Bare = StemSet.Of(
        "elbow, knee, hand, head, nose, chin, forehead, palm, finger*, heel, toe, foot, shin, chest"
    );

    /// <summary>Words by which a part of the body rests somewhere: 'hands on the head'.</summary>
    private static readonly StemSet Resting = StemSet.Of("on, in, behind, for, against");

    private static readonly StemSet Joints = StemSet.Of("knee, ankle, joint, kneecap");

    private readonly ImmutableArray<(ImmutableArray<string> Words, Hazard Hazard)> _targets;

    public TargetFinder(IEnumerable<Hazard> hazards) =>
        _targets = [
            .. hazards
                .SelectMany(h => h.Targets.Select(t => (Words: WordRule.Of(t).Runs[0], h)))
                .OrderByDescending(t => t.Words.Length),
        ];

    /// <summary>The hazards of the places that are struck in a clause.</summary>
    public IEnumerable<Hazard> In(ClauseWords clause)
    {
        var taken = new bool[clause.Words.Count];
        foreach (var (words, hazard) in _targets)
        {
            for (var at = clause.Find(words, 0); at >= 0; at = clause.Find(words, at + 1))
            {
                if (taken[at] || clause.IsDenied[at] || !IsStruck(clause.Words, at, words.Length))
                    continue;
                Array.Fill(taken, true, at, words.Length);
                yield return hazard;
            }
        }
    }

    private static bool IsStruck(List<string> words, int at, int length)
    {
        var before = at - 1;
        var isNamed = false;
        while (before >= 0 && Between.Has(words[before]))
            (before, isNamed) = (before - 1, isNamed || Owned.Has(words[before]));
        if (before >= 0 && Towards.Has(words[before]))
            return HasStrike(words, before, Joints.Has(words[at]) || Resting.Has(words[before]));
        // 'chop the neck': what is struck follows at once
        if (isNamed && before >= 0 && IsStrike(words[before]) && !IsBare(words[before]))
            return true;
        // 'face punch'
        return !Joints.Has(words[at])
            && at + length < words.Count
            && IsStrike(words[at + length])
            && !IsBare(words[at + length]);
    }

    /// <summary>
    /// A strike stands before the word 'to'; two bare parts of the body that meet at a joint are an exercise, and a hand on
    /// something rests there.
    /// </summary>
    private static bool HasStrike(List<string> words, int before, bool isPlain)
    {
        for (var i = before - 1; i >= 0; i--)
            if (IsStrike(words[i]))
                return !isPlain || !IsBare(words[i]);
        return false;
    }

    private static bool IsStrike(string word) => Strikes.Has(word);

    private static bool IsBare(string word) => Bare.Has(word);
}
