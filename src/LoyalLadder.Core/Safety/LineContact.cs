using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>How near to a body a line is done: from its words, its kit, its dose and its heading.</summary>
internal static class LineContact
{
    private static readonly StemSet Worn = StemSet.Of(
        "shin, head, mouth, groin, glove, helmet, guard, gum, wrap, instep, elbow, knee"
    );

    private static readonly StemSet Targets = StemSet.Of(
        "pad, mitt, shield, target, bag, paddle, dummy, makiwara, noodle, cushion, pao, pillow, bob, " + "post"
    );

    /// <summary>What kind of target: 'kick pad'.</summary>
    private static readonly StemSet OfTargets = StemSet.Of(
        "kick, focus, thai, hand, belly, thigh, big, small, body, strik, punch, air"
    );

    private static readonly WordRule[] Slow = WordRule.All(
        "slow, slowly, walk through, walked through, step by step, by numbers, easy, gently, gentle"
    );

    private static readonly WordRule[] Short = WordRule.All(
        "stop short, stopped short, stopping short, hand short, short of, hand width, no contact, "
            + "without contact, non contact, touch, touching, touch only, light contact, light touch, "
            + "controlled contact, no touch, without touching, pull the punch, pulled, hover, sundome, "
            + "in front of the, semi contact, point only, freeze before"
    );

    /// <summary>Words before a target that say that it is struck or held.</summary>
    private static readonly StemSet Onto = StemSet.Of("on, to, at, against, into, in, hit, kick, hold, holding, with");

    private static readonly WordRule[] OfHolders = WordRule.All("holder, padwork, pad work, bag work, bagwork");

    private static readonly WordRule[] WithSomebody = WordRule.All(
        "partner, pair, each other, opponent, spar, sparring, kumite, one step, three step, attacker, "
            + "defender, a and b, b and a, 1 v 1, one on one, contact"
    );

    public static Contact Of(
        LessonLine line,
        SegmentKind segment,
        string heading,
        IReadOnlyList<ClauseWords> clauses,
        AgeGroup group
    )
    {
        var isShared = line.Dose is SoloDose { IsShared: true } || line.Stage >= 5;
        if (line.Kit.Any(k => IsTarget(k.Name)) || clauses.Any(IsOnTarget) || (line.Dose is BagLinesDose && !isShared))
            return Contact.Pad;
        var isSomebody =
            isShared
            || segment == SegmentKind.Sparring
            || Says(clauses, WithSomebody)
            || IsPlayedOut(LineWords.Text(line));
        if (segment is SegmentKind.Pads or SegmentKind.Bags || ClauseWords.Of(heading).Any(IsOnTarget))
            return Contact.Pad;
        if (!isSomebody)
            return Contact.Air;
        // grown people who walk it through hold back; children do not
        var isWalked = group >= AgeGroup.From16 && (IsSlow(line.Dose) || Says(clauses, Slow));
        return isWalked || Says(clauses, Short) ? Contact.Stopped : Contact.Full;
    }

    private static bool IsSlow(Dose? dose) =>
        dose switch
        {
            CountedDose counted => counted.Steps.All(s => s.Pace is Pace.Walk or Pace.Slow),
            TimedDose timed => timed.Pace is Pace.Walk or Pace.Slow,
            _ => false,
        };

    /// <summary>'on the big pads', 'with a holder', or a target that stands by itself: 'jab, cross, paddle'.</summary>
    private static bool IsOnTarget(ClauseWords clause)
    {
        if (Array.Exists(OfHolders, r => r.In(clause) is not null))
            return true;
        if (clause.Words.TrueForAll(w => Targets.Has(w) || OfTargets.Has(w)) && clause.Words.Exists(Targets.Has))
            return true;
        for (var i = 0; i < clause.Words.Count; i++)
        {
            if (!Targets.Has(clause.Words[i]) || clause.IsDenied[i])
                continue;
            var before = i - 1;
            while (before >= 0 && (clause.Words[before] is "the" or "a" || OfTargets.Has(clause.Words[before])))
                before--;
            if (before >= 0 && Onto.Has(clause.Words[before]))
                return true;
        }
        return false;
    }

    /// <summary>What is hit, not what is worn or lain on.</summary>
    public static bool IsTarget(string kit)
    {
        var words = NameKey.Words(kit).ConvertAll(ClauseWords.Stem);
        return words.Exists(w => Targets.Has(w)) && !words.Exists(w => Worn.Has(w));
    }

    /// <summary>'A jabs, B parries'.</summary>
    private static bool IsPlayedOut(string text)
    {
        var words = text.Split(' ', ',', ';', ':');
        return Array.IndexOf(words, "A") >= 0 && Array.IndexOf(words, "B") >= 0;
    }

    private static bool Says(IReadOnlyList<ClauseWords> clauses, WordRule[] rules) =>
        clauses.Any(c => Array.Exists(rules, r => r.In(c) is not null));
}
