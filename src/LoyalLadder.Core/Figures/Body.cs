using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>The lengths of a body in metres, as shares of its stature.</summary>
/// <param name="Stature">From heel to crown.</param>
/// <param name="IsChild">Up to about nine years: shorter legs, a larger head.</param>
public readonly record struct Body(double Stature, bool IsChild)
{
    public static Body Of(AgeBand band) => new((double)AgeBands.StatureMetres(band), band == AgeBand.Kids);

    public double Thigh => (IsChild ? 0.225 : 0.245) * Stature;
    public double Shin => (IsChild ? 0.225 : 0.246) * Stature;
    public double Foot => 0.152 * Stature;
    public double UpperArm => 0.186 * Stature;
    public double Forearm => 0.146 * Stature;
    public double Hand => 0.108 * Stature;
    public double Trunk => 0.288 * Stature;
    public double NeckToCrown => (IsChild ? 0.21 : 0.182) * Stature;
    public double HipWidth => 0.19 * Stature;
    public double ShoulderWidth => 0.25 * Stature;

    /// <summary>The ankle above the sole.</summary>
    public double AnkleHeight => 0.039 * Stature;

    public double Leg => Thigh + Shin;

    public double Arm => UpperArm + Forearm;

    /// <summary>Where a partner of the same stature is struck, above the floor.</summary>
    public double HeightOf(Level level) =>
        level switch
        {
            Level.Head => 0.86 * Stature,
            Level.Leg => 0.3 * Stature,
            _ => 0.6 * Stature,
        };
}
