namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>When a lesson is likely to end.</summary>
/// <param name="Seconds">Likely length, opening and closing included.</param>
/// <param name="Spread">Standard deviation of it, in seconds.</param>
public readonly record struct LikelyEnd(double Seconds, double Spread)
{
    /// <summary>Length that is kept with a chance, 0 to 1.</summary>
    public double Within(double chance) => Seconds + (Spread * Normal.Quantile(chance));
}

/// <summary>The normal distribution.</summary>
internal static class Normal
{
    /// <summary>Share below a standard score, by a rational approximation that is right to seven places.</summary>
    public static double Below(double z)
    {
        var t = 1 / (1 + (0.2316419 * Math.Abs(z)));
        var tail =
            Math.Exp(-z * z / 2)
            / Math.Sqrt(2 * Math.PI)
            * t
            * (0.319381530 + (t * (-0.356563782 + (t * (1.781477937 + (t * (-1.821255978 + (t * 1.330274429))))))));
        return z >= 0 ? 1 - tail : tail;
    }

    /// <summary>The standard score below which a share lies; found by halving, for shares from a millionth on.</summary>
    public static double Quantile(double share)
    {
        var (low, high) = (-6.0, 6.0);
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            if (Below(middle) < share)
                low = middle;
            else
                high = middle;
        }
        return (low + high) / 2;
    }
}
