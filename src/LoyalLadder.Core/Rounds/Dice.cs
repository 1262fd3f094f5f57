namespace LoyalLadder.Core.Rounds;

/// <summary>Chance that is the same for the same seed on every machine and in every version.</summary>
internal sealed class Dice(ulong seed)
{
    private ulong _state = seed;

    /// <summary>0 up to, and without, 1.</summary>
    public double Next()
    {
        _state += 0x9E3779B97F4A7C15;
        var z = _state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        z ^= z >> 31;
        return (z >> 11) * (1.0 / (1UL << 53));
    }

    public int Below(int most) => (int)(Next() * most);
}
