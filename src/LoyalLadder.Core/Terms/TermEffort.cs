using System.Diagnostics;
using Google.OrTools.Sat;

namespace LoyalLadder.Core.Terms;

/// <summary>
/// What laying out a term may cost. It is counted in the solver's own measure of work, which is the same on every machine: so the
/// same ask and seed come to the same plan. The clock only ends what takes longer than was reckoned.
/// </summary>
/// <param name="seconds">Of the ask, above 0.</param>
/// <param name="clock">After so many seconds it is over in any case.</param>
internal sealed class TermEffort(double seconds, double clock)
{
    /// <summary>Work of a second; a core of a usual machine does 0.4 to 0.6.</summary>
    private const double WorkPerSecond = 0.4;

    /// <summary>What is begun may take so long, however little is left.</summary>
    private const double Least = 0.5;

    private readonly Stopwatch _watch = Stopwatch.StartNew();
    private double _spent;

    /// <summary>Seconds of the ask, counted by the work that was done.</summary>
    public double Left => seconds - _spent;

    /// <summary>Whether there is time for one thing more.</summary>
    public bool IsOver => Left <= 0 || _watch.Elapsed.TotalSeconds >= clock;

    /// <summary>Seconds by the clock.</summary>
    public decimal Taken => Math.Round((decimal)_watch.Elapsed.TotalSeconds, 2);

    /// <summary>A share of all of it.</summary>
    public double Share(double share) => seconds * share;

    /// <summary>Has a model solved with so many seconds of it at most.</summary>
    public (CpSolverStatus Status, double Bound) Spend(
        double most,
        TermModel model,
        int seed,
        Action<TermPlan, double> found,
        CancellationToken stop
    )
    {
        var until = Math.Max(Least, clock - _watch.Elapsed.TotalSeconds);
        var (status, bound, work) = model.Solve(Math.Max(Least, most) * WorkPerSecond, until, seed, found, stop);
        _spent += work / WorkPerSecond;
        return (status, bound);
    }
}
