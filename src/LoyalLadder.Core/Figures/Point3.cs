namespace LoyalLadder.Core.Figures;

/// <summary>A place or a direction in space, in metres: x towards twelve o'clock, y to the left, z up from the floor.</summary>
public readonly record struct Point3(double X, double Y, double Z)
{
    public static Point3 Up { get; } = new(0, 0, 1);

    public double Length => Math.Sqrt((X * X) + (Y * Y) + (Z * Z));

    /// <summary>The same direction, one metre long; straight up for none.</summary>
    public Point3 Unit => Length is > 1e-9 and var length ? this * (1 / length) : Up;

    // the units of a point are points: what a record writes of itself would have no end
    public override string ToString() => FormattableString.Invariant($"({X:0.###}, {Y:0.###}, {Z:0.###})");

    public static Point3 operator +(Point3 a, Point3 b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Point3 operator -(Point3 a, Point3 b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Point3 operator *(Point3 a, double times) => new(a.X * times, a.Y * times, a.Z * times);

    public static double Dot(Point3 a, Point3 b) => (a.X * b.X) + (a.Y * b.Y) + (a.Z * b.Z);

    public static Point3 Cross(Point3 a, Point3 b) =>
        new((a.Y * b.Z) - (a.Z * b.Y), (a.Z * b.X) - (a.X * b.Z), (a.X * b.Y) - (a.Y * b.X));

    /// <summary>A share of the way from one to another.</summary>
    public static Point3 Between(Point3 a, Point3 b, double share) => a + ((b - a) * share);

    /// <summary>Level with the floor, at an angle in degrees from twelve o'clock to the left.</summary>
    public static Point3 Level(double yaw) => new(Math.Cos(Radians(yaw)), Math.Sin(Radians(yaw)), 0);

    /// <summary>Turned about the upright by degrees to the left.</summary>
    public Point3 Turned(double degrees) => Turned(Math.SinCos(Radians(degrees)));

    internal Point3 Turned((double Sin, double Cos) turn) =>
        new((X * turn.Cos) - (Y * turn.Sin), (X * turn.Sin) + (Y * turn.Cos), Z);

    internal Point3 TurnedBack((double Sin, double Cos) turn) =>
        new((X * turn.Cos) + (Y * turn.Sin), (Y * turn.Cos) - (X * turn.Sin), Z);

    /// <summary>Degrees from twelve o'clock to the left, as seen from above.</summary>
    public double Yaw => Math.Atan2(Y, X) * 180 / Math.PI;

    internal static double Radians(double degrees) => degrees * Math.PI / 180;
}
