namespace LoyalLadder.Core.Figures;

/// <summary>
/// Everything between two poses: the trunk straight from one to the other, limbs in the air swung about the joint that they hang from, feet on
/// the floor stepping.
/// </summary>
internal sealed class Tween
{
    /// <summary>Shares of the stature that a foot is lifted on its way over the floor.</summary>
    private const double Lift = 0.04;

    /// <summary>Degrees of turning from which a foot goes round the one that stands.</summary>
    private const double GoesRound = 45;

    /// <summary>Metres within which a foot or a hand stands where it stood.</summary>
    private const double Stands = 0.02;

    /// <summary>Metres up to which a hand or a foot is on the floor.</summary>
    private const double OnFloor = 0.16;

    private readonly Body _body;
    private readonly Pose _from;
    private readonly Pose _to;
    private readonly Hanging _leftHand;
    private readonly Hanging _rightHand;
    private readonly Hanging _leftFoot;
    private readonly Hanging _rightFoot;

    /// <summary>A limb at both ends of its way, and where it hangs from.</summary>
    /// <param name="From">At first.</param>
    /// <param name="To">At last.</param>
    /// <param name="RootFrom">Shoulder or hip at first.</param>
    /// <param name="RootTo">Shoulder or hip at last.</param>
    /// <param name="YawFrom">Where chest or hips face at first.</param>
    /// <param name="YawTo">And at last.</param>
    /// <param name="Turn">Radians that elbow or knee turns about the limb half way: the same way round all the time.</param>
    private readonly record struct Hanging(
        LimbPose From,
        LimbPose To,
        Point3 RootFrom,
        Point3 RootTo,
        double YawFrom,
        double YawTo,
        double Turn
    );

    public Tween(Body body, Pose from, Pose to)
    {
        (_body, _from, _to) = (body, from, to);
        var (a, b) = (Skeleton.RootsOf(body, from), Skeleton.RootsOf(body, to));
        _leftHand = new(from.LeftHand, to.LeftHand, a.LeftShoulder, b.LeftShoulder, from.Chest, to.Chest, 0);
        _rightHand = new(from.RightHand, to.RightHand, a.RightShoulder, b.RightShoulder, from.Chest, to.Chest, 0);
        _leftFoot = new(from.LeftFoot, to.LeftFoot, a.LeftHip, b.LeftHip, from.Hips, to.Hips, 0);
        _rightFoot = new(from.RightFoot, to.RightFoot, a.RightHip, b.RightHip, from.Hips, to.Hips, 0);
        var middle = Ends(0.5);
        var roots = Skeleton.RootsOf(body, middle);
        _leftHand = _leftHand with { Turn = TurnOf(_leftHand, middle.LeftHand.End - roots.LeftShoulder, 0.5, 0) };
        _rightHand = _rightHand with { Turn = TurnOf(_rightHand, middle.RightHand.End - roots.RightShoulder, 0.5, 0) };
        _leftFoot = _leftFoot with { Turn = TurnOf(_leftFoot, middle.LeftFoot.End - roots.LeftHip, 0.5, 0) };
        _rightFoot = _rightFoot with { Turn = TurnOf(_rightFoot, middle.RightFoot.End - roots.RightHip, 0.5, 0) };
    }

    /// <summary>The pose at a share of the way.</summary>
    public Pose At(double share)
    {
        var pose = Ends(share);
        var roots = Skeleton.RootsOf(_body, pose);
        return pose with
        {
            LeftHand = Bent(_leftHand, pose.LeftHand, roots.LeftShoulder, share),
            RightHand = Bent(_rightHand, pose.RightHand, roots.RightShoulder, share),
            LeftFoot = Bent(_leftFoot, pose.LeftFoot, roots.LeftHip, share),
            RightFoot = Bent(_rightFoot, pose.RightFoot, roots.RightHip, share),
        };
    }

    /// <summary>Trunk, hands and feet; elbows and knees not yet.</summary>
    private Pose Ends(double share)
    {
        var pose = Pose.Between(_from, _to, share);
        var roots = Skeleton.RootsOf(_body, pose);
        return pose with
        {
            LeftHand = Hand(_leftHand, pose.LeftHand, roots.LeftShoulder, share),
            RightHand = Hand(_rightHand, pose.RightHand, roots.RightShoulder, share),
            LeftFoot = Foot(_leftFoot, _rightFoot, pose.LeftFoot, roots.LeftHip, share),
            RightFoot = Foot(_rightFoot, _leftFoot, pose.RightFoot, roots.RightHip, share),
        };
    }

    private static LimbPose Hand(Hanging way, LimbPose straight, Point3 root, double share)
    {
        var isPlanted = way.From.End.Z < OnFloor && (way.To.End - way.From.End).Length < Stands;
        return isPlanted ? straight : straight with { End = Swung(way, root, share) };
    }

    private LimbPose Foot(Hanging way, Hanging other, LimbPose straight, Point3 root, double share)
    {
        var isOnFloor = Math.Abs(way.From.End.Z - way.To.End.Z) < 0.01 && way.From.End.Z < OnFloor;
        if (!isOnFloor)
            return KeyPoses.AboveFloor(straight with { End = Swung(way, root, share) }, _body);
        if ((way.To.End - way.From.End).Length < Stands)
            return KeyPoses.AboveFloor(straight, _body);
        var turns = way.YawTo - way.YawFrom;
        var isAround = Math.Abs(turns) > GoesRound && (other.To.End - other.From.End).Length < Stands;
        var end = isAround ? Around(way.From.End, way.To.End, other.From.End, Math.Sign(turns), share) : straight.End;
        var lifted = Point3.Up * (Math.Sin(Math.PI * share) * Lift * _body.Stature);
        return KeyPoses.AboveFloor(straight with { End = end + lifted }, _body);
    }

    private static Point3 Around(Point3 from, Point3 to, Point3 middle, int turns, double share)
    {
        var (a, b) = (from - middle, to - middle);
        var sweep = (b.Yaw - a.Yaw) % 360;
        if (sweep * turns < 0)
            sweep += 360 * turns;
        var (first, last) = ((a with { Z = 0 }).Length, (b with { Z = 0 }).Length);
        var level = Point3.Level(a.Yaw + (sweep * share)) * (first + ((last - first) * share));
        return middle + level + (Point3.Up * (a.Z + ((b.Z - a.Z) * share)));
    }

    /// <summary>The end of a limb that swings about its root, carried round with the body.</summary>
    private static Point3 Swung(Hanging way, Point3 root, double share)
    {
        var (from, to) = (way.From.End - way.RootFrom, way.To.End - way.RootTo);
        var direction = Swung(from.Unit.Turned(-way.YawFrom), to.Unit.Turned(-way.YawTo), share);
        var length = from.Length + ((to.Length - from.Length) * share);
        return root + (direction.Turned(Yaw(way, share)) * length);
    }

    /// <summary>Spherical interpolation; between opposite directions by way of the front.</summary>
    private static Point3 Swung(Point3 from, Point3 to, double share)
    {
        var cosine = Math.Clamp(Point3.Dot(from, to), -1, 1);
        if (cosine < -0.98)
            return share < 0.5
                ? Swung(from, new Point3(1, 0, 0), share * 2)
                : Swung(new Point3(1, 0, 0), to, (share * 2) - 1);
        var angle = Math.Acos(cosine);
        if (angle < 1e-3)
            return Point3.Between(from, to, share).Unit;
        return ((from * Math.Sin((1 - share) * angle)) + (to * Math.Sin(share * angle))) * (1 / Math.Sin(angle));
    }

    private static double Yaw(Hanging way, double share) => way.YawFrom + ((way.YawTo - way.YawFrom) * share);

    /// <summary>
    /// Where elbow or knee points: both directions are carried along with the limb, each by the least turn, and what is left between them is
    /// turned about the limb.
    /// </summary>
    private static LimbPose Bent(Hanging way, LimbPose limb, Point3 root, double share)
    {
        var along = (limb.End - root).Unit;
        var from = Carried(way.From, way.RootFrom, along, Yaw(way, share) - way.YawFrom);
        var angle = TurnOf(way, limb.End - root, share, way.Turn) * share;
        return limb with { Bend = (from * Math.Cos(angle)) + (Point3.Cross(along, from) * Math.Sin(angle)) };
    }

    private static double TurnOf(Hanging way, Point3 limb, double share, double near)
    {
        var along = limb.Unit;
        var from = Carried(way.From, way.RootFrom, along, Yaw(way, share) - way.YawFrom);
        var to = Carried(way.To, way.RootTo, along, Yaw(way, share) - way.YawTo);
        var angle = Math.Atan2(Point3.Dot(Point3.Cross(along, from), to), Point3.Dot(from, to));
        return angle + (2 * Math.PI * Math.Round((near - angle) / (2 * Math.PI)));
    }

    private static Point3 Carried(LimbPose limb, Point3 root, Point3 along, double turned)
    {
        var was = (limb.End - root).Unit.Turned(turned);
        var bend = limb.Bend.Turned(turned);
        var square = bend - (was * Point3.Dot(bend, was));
        var sum = was + along;
        var moved = square - (sum * (Point3.Dot(along, square) / Math.Max(1e-6, 1 + Point3.Dot(was, along))));
        return (moved - (along * Point3.Dot(moved, along))).Unit;
    }
}
