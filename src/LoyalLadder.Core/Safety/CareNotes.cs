using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>What a care note keeps somebody from.</summary>
public enum CareBar
{
    Jumps,
    Running,
    Falls,
    Throws,
    Ground,
    Kicks,
    Strikes,
    Sparring,
    Pads,
    WeightOnHands,
    DeepKnees,
    Turning,
    Stretching,
    Holds,
    HardWork,
}

/// <summary>One thing that somebody should not do for a while.</summary>
/// <param name="Bar">What.</param>
/// <param name="From">The lowest place that is barred, for what is aimed; null for any.</param>
public readonly record struct CareRule(CareBar Bar, Level? From = null);

/// <summary>
/// Understands care notes: what somebody should not do ('no jumps, kicks below the belt only'), else what a sore part of the body
/// is commonly spared ('left knee'). It marks lines to think about; what a physician or a parent has said comes before it.
/// </summary>
public static class CareNotes
{
    /// <summary>The words by which people name what is done.</summary>
    private static readonly (CareBar Bar, StemSet Words)[] Deeds =
    [
        (CareBar.Jumps, StemSet.Of("jump*, hop*, skip*, leap*, bounc*, plyo*, burpee*, landing*, impact")),
        (CareBar.Running, StemSet.Of("run, runs, running, sprint*, jog*, lap*, race*, relay*, tag, chas*")),
        (CareBar.Falls, StemSet.Of("fall*, breakfall*, roll*, ukemi, cartwheel*, tumbl*")),
        (CareBar.Throws, StemSet.Of("throw*, thrown, sweep*, takedown*, trip*, tackle*")),
        (CareBar.Ground, StemSet.Of("ground*, groundwork, grappl*, wrestl*, mat, mount*, pin*")),
        (CareBar.Kicks, StemSet.Of("kick*, knees, geri, chagi")),
        (CareBar.Strikes, StemSet.Of("punch*, strik*, hit*, box*, zuki, jireugi")),
        (CareBar.Sparring, StemSet.Of("spar*, contact, fight*, kumite, gyorugi, randori")),
        (CareBar.Pads, StemSet.Of("pad*, padwork, mitt*, shield*, bag*")),
        (
            CareBar.WeightOnHands,
            StemSet.Of("push, pushup*, pushups, press, plank*, handstand*, crawl*, bear, wheelbarrow*")
        ),
        (CareBar.DeepKnees, StemSet.Of("squat*, lung*, kneel*, crouch*, duck")),
        (CareBar.Turning, StemSet.Of("spin*, turn*, twist*, pivot*")),
        (CareBar.Stretching, StemSet.Of("stretch*, split*, bend*")),
        (CareBar.Holds, StemSet.Of("chok*, strangl*, lock*, headlock*, grab*")),
        (CareBar.HardWork, StemSet.Of("hard, exert*, intens*, fast, cardio, circuit*")),
    ];

    /// <summary>What is commonly spared where a note names a part of the body or a state and says nothing else.</summary>
    private static readonly (StemSet Words, CareBar[] Bars)[] States =
    [
        (StemSet.Of("knee, kneecap"), [CareBar.Jumps, CareBar.DeepKnees, CareBar.Turning]),
        (
            StemSet.Of("ankle, foot, feet, toe, toes, heel, shin, calf, achill*"),
            [CareBar.Jumps, CareBar.Running, CareBar.Turning]
        ),
        (StemSet.Of("hip, groin, hamstring, thigh"), [CareBar.Stretching, CareBar.Kicks]),
        (StemSet.Of("back, spine, disc"), [CareBar.Falls, CareBar.Throws, CareBar.Ground, CareBar.Jumps]),
        (StemSet.Of("neck"), [CareBar.Falls, CareBar.Throws, CareBar.Ground, CareBar.Holds]),
        (
            StemSet.Of("head, concuss*, dizz*, faint*"),
            [CareBar.Sparring, CareBar.Falls, CareBar.Throws, CareBar.Turning, CareBar.Jumps]
        ),
        (StemSet.Of("shoulder, collarbon*, collar"), [CareBar.Falls, CareBar.Throws, CareBar.WeightOnHands]),
        (
            StemSet.Of("elbow, wrist, hand, finger, thumb, knuckle, arm, forearm"),
            [CareBar.WeightOnHands, CareBar.Pads, CareBar.Holds, CareBar.Falls]
        ),
        (StemSet.Of("rib*, chest"), [CareBar.Sparring, CareBar.Falls, CareBar.Throws, CareBar.Ground]),
        (StemSet.Of("ey*, glass*, nos*, tooth, teeth, brac*, jaw, fac*, ear, ears"), [CareBar.Sparring]),
        (StemSet.Of("asthma, inhaler, breath*, lung, heart, fever, flu"), [CareBar.HardWork, CareBar.Running]),
        (
            StemSet.Of("pregnan*"),
            [CareBar.Falls, CareBar.Throws, CareBar.Ground, CareBar.Sparring, CareBar.Jumps, CareBar.HardWork]
        ),
    ];

    private static readonly StemSet Careful = StemSet.Of("care*, easy, mind*, watch*, gentl*, limit*, less, few*");
    private static readonly StemSet Hurting = StemSet.Of("hurt*, pain*, forbid*, forbidden, bann*, off, out");
    private static readonly StemSet Only = StemSet.Of("only, just, at most");
    private static readonly StemSet Below = StemSet.Of("below, under, beneath, low, lower");
    private static readonly StemSet Above = StemSet.Of("above, over");
    private static readonly StemSet Belt = StemSet.Of("belt, waist, hip, hips");
    private static readonly StemSet High = StemSet.Of("head, high, face, fac*");

    /// <summary>What a note bars; nothing where it is not understood, so that whoever teaches has to read it.</summary>
    public static Sequence<CareRule> Read(string note)
    {
        var clauses = ClauseWords.Of(note).ToList();
        var rules = clauses.SelectMany(Said).Distinct().ToList();
        if (rules.Count == 0)
            rules = [.. clauses.SelectMany(Spared).Distinct().Select(bar => new CareRule(bar))];
        return rules.ToSequence();
    }

    /// <summary>What a clause says not to do.</summary>
    private static IEnumerable<CareRule> Said(ClauseWords clause)
    {
        var words = clause.Words;
        var limit = LimitOf(words);
        var isOnly = words.Exists(Only.Has);
        var named = Enumerable
            .Range(0, words.Count)
            .SelectMany(i => Deeds.Where(d => d.Words.Has(words[i])).Select(d => (d.Bar, At: i)))
            .ToList();
        foreach (var (bar, at) in named)
            if (isOnly)
            {
                // 'kicks below the belt only'; 'pads only' says what is done and bars nothing by itself
                if (limit is { IsBelow: true } allowed)
                    yield return new CareRule(bar, allowed.From);
            }
            else if (IsBarred(clause, at))
                yield return new CareRule(bar, limit is { IsBelow: false } barred ? barred.From : null);
        // 'no head height': whatever is aimed there
        if (named.Count == 0 && limit is { IsBelow: false } place && clause.IsDenied[place.At])
        {
            yield return new CareRule(CareBar.Kicks, place.From);
            yield return new CareRule(CareBar.Strikes, place.From);
        }
    }

    private static bool IsBarred(ClauseWords clause, int at) =>
        clause.IsDenied[at] || clause.Words.Take(at).Any(Careful.Has) || clause.Words.Skip(at + 1).Any(Hurting.Has);

    /// <summary>Where a clause draws the line: 'above the belt', 'head height', 'below the belt'.</summary>
    private static (Level From, bool IsBelow, int At)? LimitOf(List<string> words)
    {
        var belt = words.FindIndex(Belt.Has);
        if (belt > 0 && words.Take(belt).Any(Below.Has))
            return (Level.Body, true, belt);
        if (belt > 0 && words.Take(belt).Any(Above.Has))
            return (Level.Body, false, belt);
        var high = words.FindIndex(High.Has);
        return high >= 0 ? (Level.Head, words.Take(high).Any(Below.Has), high) : null;
    }

    private static IEnumerable<CareBar> Spared(ClauseWords clause) =>
        States.Where(s => clause.Words.Exists(s.Words.Has)).SelectMany(s => s.Bars);

    /// <summary>Whether a word of a line names what is barred.</summary>
    internal static bool Names(CareBar bar, string stem) => Deeds.Any(d => d.Bar == bar && d.Words.Has(stem));
}
