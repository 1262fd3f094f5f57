using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>
/// Follows combinations over the floor: feet, facing, range, hips and hands, beat by beat. Immutable; one tracer serves
/// everybody with the same catalogue and naming.
/// </summary>
/// <param name="catalogue">Where the moves of fixes come from.</param>
/// <param name="naming">The words in which findings speak.</param>
public sealed class Tracer(Catalogue catalogue, NamingSchool naming = NamingSchool.Generic)
{
    private readonly FindingWords _words = new(catalogue, naming);

    /// <summary>Follows a combination with a partner in the same lead.</summary>
    /// <param name="combination">At most 200 beats.</param>
    /// <param name="lead">The foot in front at the start.</param>
    /// <param name="band">Whose stature, and whose limits.</param>
    /// <param name="from">The range at the start; null for the one at which least is wrong.</param>
    public Trace Trace(Combination combination, Lead lead, AgeBand band, FightRange? from = null) =>
        Trace(combination, new TraceAsk(lead, band) { From = from });

    /// <summary>Follows a combination as it is asked for.</summary>
    public Trace Trace(Combination combination, TraceAsk ask)
    {
        var trace = Follow(combination, ask);
        return trace.Findings.Any(f => !f.Fixes.IsEmpty) ? trace with { Findings = Proven(trace, ask) } : trace;
    }

    /// <summary>As <see cref="Trace(Combination, TraceAsk)"/>, where nobody asks how to mend what is found: fixes are not tried.</summary>
    internal Trace Unmended(Combination combination, TraceAsk ask) => Follow(combination, ask);

    /// <summary>
    /// The findings with those fixes alone that are known to help: made, the finding is gone, and no stop or warning has come.
    /// </summary>
    private ImmutableArray<Finding> Proven(Trace trace, TraceAsk ask) =>
        [
            .. trace.Findings.Select(f =>
                f.Fixes.IsEmpty ? f : f with { Fixes = [.. f.Fixes.Where(fix => Helps(fix, f, trace, ask))] }
            ),
        ];

    private bool Helps(QuickFix fix, Finding finding, Trace trace, TraceAsk ask)
    {
        var mended = fix.Apply(trace.Combination);
        if (mended.BeatCount > Combination.MostBeats)
            return false;
        var after = Follow(mended, ask);
        return Count(after, f => f.Code == finding.Code) < Count(trace, f => f.Code == finding.Code)
            && Count(after, IsGrave) <= Count(trace, IsGrave) - (IsGrave(finding) ? 1 : 0);

        static int Count(Trace of, Func<Finding, bool> which) => of.Findings.Count(which);
        static bool IsGrave(Finding f) => f.Severity is Severity.Stop or Severity.Warn;
    }

    private Trace Follow(Combination combination, TraceAsk ask)
    {
        if (ask.From is { } told)
            return new TraceRun(_words, combination, ask, told).Run();
        if (ask.Setting == TraceSetting.Solo)
            return new TraceRun(_words, combination, ask, FightRange.Long).Run();
        return Least(combination, ask, OpeningRange.Of(combination));
    }

    /// <summary>The trace with least wrong among some starts, the farthest first; the farther of equals.</summary>
    private Trace Least(Combination combination, TraceAsk ask, IEnumerable<FightRange> starts)
    {
        var (best, least) = ((Trace?)null, int.MaxValue);
        foreach (var start in starts)
        {
            var trace = new TraceRun(_words, combination, ask, start).Run();
            var weight = 0;
            foreach (var finding in trace.Findings)
                weight += finding.IsAboutRange ? Weight(finding.Severity) : 0;
            if (weight < least)
                (best, least) = (trace, weight);
            if (weight == 0)
                break;
        }
        return best!;
    }

    private static int Weight(Severity severity) =>
        severity switch
        {
            Severity.Stop => 100,
            Severity.Warn => 10,
            _ => 1,
        };
}
