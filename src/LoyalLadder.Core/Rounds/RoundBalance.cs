namespace LoyalLadder.Core.Rounds;

/// <summary>What the calls of a session come to, kept up to date call by call.</summary>
internal sealed class RoundBalance(RoundAsk ask)
{
    /// <summary>Strikes of the two sides may differ by this share of the larger one.</summary>
    private const double MostUneven = 0.10;

    /// <summary>A focus may miss its share by this part of it.</summary>
    private const double MostOff = 0.15;

    /// <summary>Aimed at, so that the limits hold with something to spare.</summary>
    private const double Aim = 0.6;

    private readonly double[] _shares = [.. ask.Focus.Select(f => (double)f.Share)];

    public int Left { get; private set; }
    public int Right { get; private set; }
    public int Strikes { get; private set; }
    public int[] Focus { get; } = new int[ask.Focus.Count];

    public void Add(Call call, bool isLeftLead, int times = 1)
    {
        Left += times * (isLeftLead ? call.Left : call.Right);
        Right += times * (isLeftLead ? call.Right : call.Left);
        Strikes += times * call.Strikes;
        for (var i = 0; i < Focus.Length; i++)
            Focus[i] += times * call.Focus[i];
    }

    /// <summary>How much worse things would stand with one more call; below zero is better.</summary>
    public double Cost(Call call, bool isLeftLead)
    {
        var (left, right) = isLeftLead ? (call.Left, call.Right) : (call.Right, call.Left);
        var uneven = Math.Abs(Left + left - Right - right) - Math.Abs(Left - Right);
        var off = 0.0;
        for (var i = 0; i < _shares.Length; i++)
            off +=
                DistanceFromShare(i, Focus[i] + call.Focus[i], Strikes + call.Strikes)
                - DistanceFromShare(i, Focus[i], Strikes);
        return (0.5 * uneven) + (1.4 * off);
    }

    private double DistanceFromShare(int focus, int hits, int strikes) => Math.Abs(hits - (_shares[focus] * strikes));

    /// <summary>0 where all lies well within its limits, else how far it does not.</summary>
    public double Penalty()
    {
        var sides = Math.Max(0, Math.Abs(Left - Right) - (Aim * MostUneven * Math.Min(Left, Right)));
        var off = 0.0;
        for (var i = 0; i < _shares.Length; i++)
            off += Math.Max(0, DistanceFromShare(i, Focus[i], Strikes) - (Aim * MostOff * _shares[i] * Strikes));
        return sides + (2 * off);
    }

    public bool AreSidesEven => Math.Abs(Left - Right) <= MostUneven * Math.Max(Left, Right);

    public bool IsFocusMet(int focus) =>
        DistanceFromShare(focus, Focus[focus], Strikes) <= MostOff * _shares[focus] * Strikes;

    public decimal ShareOf(int focus) => Strikes == 0 ? 0 : Math.Round((decimal)Focus[focus] / Strikes, 3);
}
