namespace LoyalLadder.Core.Figures;

/// <summary>An arm or a leg as it is held.</summary>
/// <param name="End">The wrist or the ankle.</param>
/// <param name="Bend">The direction into which elbow or knee points.</param>
/// <param name="Yaw">Of a foot: where the toes point, degrees from twelve o'clock to the left.</param>
/// <param name="Pitch">Of a foot: degrees by which the toes are raised above flat; negative points them.</param>
public readonly record struct LimbPose(Point3 End, Point3 Bend, double Yaw = 0, double Pitch = 0)
{
    public static LimbPose Between(LimbPose a, LimbPose b, double share) =>
        new(
            Point3.Between(a.End, b.End, share),
            Point3.Between(a.Bend, b.Bend, share),
            a.Yaw + ((b.Yaw - a.Yaw) * share),
            a.Pitch + ((b.Pitch - a.Pitch) * share)
        );
}

/// <summary>How a body is held; the joints follow from it.</summary>
/// <param name="Pelvis">The middle of the hips.</param>
/// <param name="Hips">Where the hips face, degrees from twelve o'clock to the left.</param>
/// <param name="Chest">Where the chest faces.</param>
/// <param name="Lean">What the spine leans by: a direction level with the floor, as long as the angle in radians.</param>
/// <param name="LeftHand">The left arm.</param>
/// <param name="RightHand">The right arm.</param>
/// <param name="LeftFoot">The left leg.</param>
/// <param name="RightFoot">The right leg.</param>
/// <param name="Tilt">Degrees by which the left hip is higher than the right one.</param>
public readonly record struct Pose(
    Point3 Pelvis,
    double Hips,
    double Chest,
    Point3 Lean,
    LimbPose LeftHand,
    LimbPose RightHand,
    LimbPose LeftFoot,
    LimbPose RightFoot,
    double Tilt = 0
)
{
    /// <summary>A share of the way from one to another.</summary>
    public static Pose Between(Pose a, Pose b, double share) =>
        new(
            Point3.Between(a.Pelvis, b.Pelvis, share),
            a.Hips + ((b.Hips - a.Hips) * share),
            a.Chest + ((b.Chest - a.Chest) * share),
            Point3.Between(a.Lean, b.Lean, share),
            LimbPose.Between(a.LeftHand, b.LeftHand, share),
            LimbPose.Between(a.RightHand, b.RightHand, share),
            LimbPose.Between(a.LeftFoot, b.LeftFoot, share),
            LimbPose.Between(a.RightFoot, b.RightFoot, share),
            a.Tilt + ((b.Tilt - a.Tilt) * share)
        );

    /// <summary>The arm or the leg of a side.</summary>
    public LimbPose Limb(bool isLeg, bool isLeft) =>
        (isLeg, isLeft) switch
        {
            (true, true) => LeftFoot,
            (true, false) => RightFoot,
            (false, true) => LeftHand,
            _ => RightHand,
        };

    public Pose With(bool isLeg, bool isLeft, LimbPose limb) =>
        (isLeg, isLeft) switch
        {
            (true, true) => this with { LeftFoot = limb },
            (true, false) => this with { RightFoot = limb },
            (false, true) => this with { LeftHand = limb },
            _ => this with { RightHand = limb },
        };
}
