using System.Collections.Immutable;

namespace LoyalLadder.Core.Figures;

/// <summary>The joints of a figure, in the order in which they are sent.</summary>
public enum Joint
{
    Pelvis,
    Chest,
    Neck,
    Head,
    LeftShoulder,
    LeftElbow,
    LeftWrist,
    LeftHand,
    RightShoulder,
    RightElbow,
    RightWrist,
    RightHand,
    LeftHip,
    LeftKnee,
    LeftAnkle,
    LeftToe,
    RightHip,
    RightKnee,
    RightAnkle,
    RightToe,
}

/// <summary>Where every joint of a body is.</summary>
/// <param name="Joints">One place for each <see cref="Joint"/>, in its order.</param>
public readonly record struct Skeleton(ImmutableArray<Point3> Joints)
{
    /// <summary>Share of the trunk at which the chest is.</summary>
    private const double ChestAt = 0.6;

    /// <summary>Degrees that the line from ankle to toe slopes down while the foot is flat on the floor.</summary>
    private const double FlatSlope = 14.9;

    public Point3 this[Joint joint] => Joints[(int)joint];

    /// <summary>The joints that follow from how a body is held; a limb whose end is out of reach is straight and goes no further.</summary>
    public static Skeleton Of(Body body, Pose pose)
    {
        var lean = Math.Min(pose.Lean.Length, 0.95);
        var spine =
            (pose.Lean.Unit * (pose.Lean.Length > 1e-9 ? lean : 0)) + (Point3.Up * Math.Sqrt(1 - (lean * lean)));
        var neck = pose.Pelvis + (spine * body.Trunk);
        // the head stays nearer to upright than the back
        var head = neck + ((spine + Point3.Up).Unit * body.NeckToCrown);
        var (left, right) = (Point3.Level(pose.Chest + 90), Point3.Level(pose.Hips + 90));
        var joints = ImmutableArray.CreateBuilder<Point3>(Enum.GetValues<Joint>().Length);
        joints.AddRange(pose.Pelvis, pose.Pelvis + (spine * (ChestAt * body.Trunk)), neck, head);
        Arm(neck + (left * (body.ShoulderWidth / 2)), pose.LeftHand);
        Arm(neck - (left * (body.ShoulderWidth / 2)), pose.RightHand);
        Leg(pose.Pelvis + (right * (body.HipWidth / 2)), pose.LeftFoot);
        Leg(pose.Pelvis - (right * (body.HipWidth / 2)), pose.RightFoot);
        return new Skeleton(joints.MoveToImmutable());

        void Arm(Point3 shoulder, LimbPose arm)
        {
            var (elbow, wrist) = Bent(shoulder, arm, body.UpperArm, body.Forearm);
            joints.AddRange(shoulder, elbow, wrist, wrist + ((wrist - elbow).Unit * body.Hand));
        }

        void Leg(Point3 hip, LimbPose leg)
        {
            var (knee, ankle) = Bent(hip, leg, body.Thigh, body.Shin);
            joints.AddRange(hip, knee, ankle, ankle + (ToeOf(leg) * body.Foot));
        }
    }

    private static Point3 ToeOf(LimbPose foot)
    {
        var slope = Point3.Radians(foot.Pitch - FlatSlope);
        return (Point3.Level(foot.Yaw) * Math.Cos(slope)) + (Point3.Up * Math.Sin(slope));
    }

    /// <summary>Two bones from a joint to an end, bent into a direction.</summary>
    private static (Point3 Middle, Point3 End) Bent(Point3 from, LimbPose limb, double first, double second)
    {
        var way = limb.End - from;
        var along = way.Unit;
        // never quite straight, never quite folded: an elbow keeps its side
        var reach = Math.Clamp(way.Length, Math.Abs(first - second) + 1e-6, (first + second) * 0.9995);
        var share = ((first * first) - (second * second) + (reach * reach)) / (2 * reach);
        var off = Math.Sqrt(Math.Max(0, (first * first) - (share * share)));
        var bend = limb.Bend - (along * Point3.Dot(limb.Bend, along));
        return (from + (along * share) + (bend.Unit * off), from + (along * reach));
    }
}
