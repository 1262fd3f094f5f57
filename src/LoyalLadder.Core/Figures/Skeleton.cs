using System.Collections.Immutable;
using System.Runtime.InteropServices;

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
    /// <summary>How many joints there are.</summary>
    public const int JointCount = (int)Joint.RightToe + 1;

    /// <summary>Degrees by which a knee or an elbow bends at most.</summary>
    public const double MostBend = 155;

    /// <summary>Share of the trunk at which the chest is.</summary>
    private const double ChestAt = 0.6;

    /// <summary>Degrees that the line from ankle to toe slopes down while the foot is flat on the floor.</summary>
    public const double FlatSlope = 14.9;

    /// <summary>Degrees of leaning up to which the head stays nearer to upright, and from which it goes on as the back does.</summary>
    private const double HeadUpright = 40,
        HeadAlong = 75;

    public Point3 this[Joint joint] => Joints[(int)joint];

    /// <summary>The trunk, and where the limbs hang from it.</summary>
    internal readonly record struct Roots(
        Point3 Neck,
        Point3 LeftShoulder,
        Point3 RightShoulder,
        Point3 LeftHip,
        Point3 RightHip
    );

    /// <summary>The joints that follow from how a body is held; a limb whose end is out of reach is straight and goes no further.</summary>
    public static Skeleton Of(Body body, Pose pose)
    {
        var angle = pose.Lean.Length;
        var towards = angle > 1e-9 ? pose.Lean * (1 / angle) : default;
        var (sin, cos) = Math.SinCos(angle);
        var spine = (towards * sin) + (Point3.Up * cos);
        var roots = RootsOf(body, pose);
        var along = Math.Clamp((Degrees(angle) - HeadUpright) / (HeadAlong - HeadUpright), 0, 1);
        // who goes over the head tucks the chin to the chest
        var front = (towards * cos) - (Point3.Up * sin);
        var tuck = Tucked(Degrees(angle)) * Math.Max(0, Point3.Dot(towards, Point3.Level(pose.Chest)));
        var looks = (spine * (1 - (0.8 * tuck))) + (front * tuck) + (Point3.Up * ((1 - along) * (1 - tuck)));
        var joints = new Point3[JointCount];
        joints[(int)Joint.Pelvis] = pose.Pelvis;
        joints[(int)Joint.Chest] = pose.Pelvis + (spine * (ChestAt * body.Trunk));
        joints[(int)Joint.Neck] = roots.Neck;
        joints[(int)Joint.Head] = roots.Neck + (looks.Unit * body.NeckToCrown);
        Arm(joints, Joint.LeftShoulder, roots.LeftShoulder, pose.LeftHand, body);
        Arm(joints, Joint.RightShoulder, roots.RightShoulder, pose.RightHand, body);
        Leg(joints, Joint.LeftHip, roots.LeftHip, pose.LeftFoot, body);
        Leg(joints, Joint.RightHip, roots.RightHip, pose.RightFoot, body);
        return new Skeleton(ImmutableCollectionsMarshal.AsImmutableArray(joints));
    }

    internal static Roots RootsOf(Body body, Pose pose)
    {
        var angle = pose.Lean.Length;
        var towards = angle > 1e-9 ? pose.Lean * (1 / angle) : default;
        var (sin, cos) = Math.SinCos(angle);
        var neck = pose.Pelvis + (((towards * sin) + (Point3.Up * cos)) * body.Trunk);
        var shoulders = Tilted(Point3.Level(pose.Chest + 90), towards, sin, cos) * (body.ShoulderWidth / 2);
        var (hipSin, hipCos) = Math.SinCos(Point3.Radians(pose.Tilt));
        var hips = ((Point3.Level(pose.Hips + 90) * hipCos) + (Point3.Up * hipSin)) * (body.HipWidth / 2);
        return new Roots(neck, neck + shoulders, neck - shoulders, pose.Pelvis + hips, pose.Pelvis - hips);
    }

    private static double Tucked(double lean) => Math.Clamp(Math.Min((lean - 120) / 30, (330 - lean) / 50), 0, 1);

    /// <summary>A level direction, turned with the spine as it leans.</summary>
    private static Point3 Tilted(Point3 level, Point3 towards, double sin, double cos)
    {
        var share = Point3.Dot(level, towards);
        return level + (towards * (share * (cos - 1))) - (Point3.Up * (share * sin));
    }

    private static void Arm(Point3[] joints, Joint first, Point3 shoulder, LimbPose arm, Body body)
    {
        var (elbow, wrist) = Bent(shoulder, arm, body.UpperArm, body.Forearm);
        var hand = wrist + (OverTheFloor((wrist - elbow).Unit, wrist, body.Hand) * body.Hand);
        (joints[(int)first], joints[(int)first + 1]) = (shoulder, elbow);
        (joints[(int)first + 2], joints[(int)first + 3]) = (wrist, hand);
    }

    /// <summary>A hand goes on as its forearm does, a foot as it is held; what would go into the floor lies on it.</summary>
    private static Point3 OverTheFloor(Point3 way, Point3 from, double length)
    {
        var lowest = Math.Clamp((OnTheFloor - from.Z) / length, -1, 1);
        if (way.Z >= lowest)
            return way;
        var flat = (way with { Z = 0 }) is { Length: > 0.05 } along ? along.Unit : new Point3(1, 0, 0);
        return (flat * Math.Sqrt(1 - (lowest * lowest))) + (Point3.Up * lowest);
    }

    /// <summary>Metres above the floor of a hand or of toes that lie on it.</summary>
    private const double OnTheFloor = 0;

    private static void Leg(Point3[] joints, Joint first, Point3 hip, LimbPose leg, Body body)
    {
        var (knee, ankle) = Bent(hip, leg, body.Thigh, body.Shin);
        (joints[(int)first], joints[(int)first + 1]) = (hip, knee);
        (joints[(int)first + 2], joints[(int)first + 3]) = (
            ankle,
            ankle + (OverTheFloor(ToeOf(leg), ankle, body.Foot) * body.Foot)
        );
    }

    /// <summary>The direction from ankle to toe.</summary>
    internal static Point3 ToeOf(LimbPose foot)
    {
        var (sin, cos) = Math.SinCos(Point3.Radians(foot.Pitch - FlatSlope));
        return (Point3.Level(foot.Yaw) * cos) + (Point3.Up * sin);
    }

    /// <summary>Two bones from a joint to an end, bent into a direction: the angle between them by the law of cosines.</summary>
    private static (Point3 Middle, Point3 End) Bent(Point3 from, LimbPose limb, double first, double second)
    {
        var way = limb.End - from;
        var along = way.Unit;
        // never quite straight: an elbow keeps its side
        var reach = Math.Clamp(way.Length, Folded(first, second), (first + second) * 0.9995);
        var share = ((first * first) - (second * second) + (reach * reach)) / (2 * reach);
        var off = Math.Sqrt(Math.Max(0, (first * first) - (share * share)));
        var bend = (limb.Bend - (along * Point3.Dot(limb.Bend, along))).Unit;
        var foot = from + (along * share);
        if (foot.Z + (bend.Z * off) < 0 && foot.Z > 0)
            bend = AboveTheFloor(bend, (Point3.Up - (along * along.Z)).Unit, foot.Z, off);
        return (foot + (bend * off), from + (along * reach));
    }

    /// <summary>A knee or an elbow that would go into the floor lies on it: its direction turned towards up until it does.</summary>
    private static Point3 AboveTheFloor(Point3 bend, Point3 up, double height, double off)
    {
        var (low, high) = (0.0, 1.0);
        for (var tries = 0; tries < 14; tries++)
        {
            var middle = (low + high) / 2;
            if (height + (Point3.Between(bend, up, middle).Unit.Z * off) < 0)
                low = middle;
            else
                high = middle;
        }
        return Point3.Between(bend, up, high).Unit;
    }

    private static readonly double FoldedCosine = Math.Cos(Point3.Radians(180 - MostBend));

    /// <summary>From end to end of two bones that are bent as far as a joint goes.</summary>
    private static double Folded(double first, double second) =>
        Math.Sqrt((first * first) + (second * second) - (2 * first * second * FoldedCosine));

    private static double Degrees(double radians) => radians * 180 / Math.PI;
}
