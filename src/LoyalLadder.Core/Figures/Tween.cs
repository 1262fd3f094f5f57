namespace LoyalLadder.Core.Figures;

/// <summary>
/// Everything between two poses: the trunk straight from one to the other, limbs in the air swung about the joint that they hang
/// from, feet on the floor stepping.
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

    /// <summary>A limb at both ends of its way. Directions are as they are seen from the chest or the hips.</summary>
    /// <param name="From">At first.</param>
    /// <param name="To">At last.</param>
    /// <param name="WayFrom">From shoulder or hip to its end, at first.</param>
    /// <param name="WayTo">And at last.</param>
    /// <param name="BendFrom">Where elbow or knee points, square to it, at first.</param>
    /// <param name="BendTo">And at last.</param>
    /// <param name="Angle">Radians between both ways.</param>
    /// <param name="Turn">Radians that elbow or knee turns about the limb half way: the same way round all the time.</param>
    private readonly record struct Hanging(
        LimbPose From,
        LimbPose To,
        Point3 WayFrom,
        Point3 WayTo,
        Point3 BendFrom,
        Point3 BendTo,
        double Angle,
        double Turn
    )
    {
        public static Hanging Of(
            LimbPose from,
            LimbPose to,
            Point3 rootFrom,
            Point3 rootTo,
            double yawFrom,
            double yawTo
        )
        {
            var (was, will) = ((from.End - rootFrom).Turned(-yawFrom), (to.End - rootTo).Turned(-yawTo));
            var angle = Math.Acos(Math.Clamp(Point3.Dot(was.Unit, will.Unit), -1, 1));
            return new(
                from,
                to,
                was,
                will,
                Square(from.Bend.Turned(-yawFrom), was.Unit),
                Square(to.Bend.Turned(-yawTo), will.Unit),
                angle,
                0
            );
        }

        private static Point3 Square(Point3 bend, Point3 along) => bend - (along * Point3.Dot(bend, along));
    }

    /// <summary>How far chest and hips have turned at a share of the way.</summary>
    private readonly record struct Turns((double Sin, double Cos) Chest, (double Sin, double Cos) Hips);

    public Tween(Body body, Pose from, Pose to)
    {
        (_body, _from, _to) = (body, from, to);
        var (a, b) = (Skeleton.RootsOf(body, from), Skeleton.RootsOf(body, to));
        _leftHand = Hanging.Of(from.LeftHand, to.LeftHand, a.LeftShoulder, b.LeftShoulder, from.Chest, to.Chest);
        _rightHand = Hanging.Of(from.RightHand, to.RightHand, a.RightShoulder, b.RightShoulder, from.Chest, to.Chest);
        _leftFoot = Hanging.Of(from.LeftFoot, to.LeftFoot, a.LeftHip, b.LeftHip, from.Hips, to.Hips);
        _rightFoot = Hanging.Of(from.RightFoot, to.RightFoot, a.RightHip, b.RightHip, from.Hips, to.Hips);
        var (middle, roots, turns) = Ends(0.5);
        _leftHand = HalfWay(_leftHand, middle.LeftHand.End - roots.LeftShoulder, turns.Chest);
        _rightHand = HalfWay(_rightHand, middle.RightHand.End - roots.RightShoulder, turns.Chest);
        _leftFoot = HalfWay(_leftFoot, middle.LeftFoot.End - roots.LeftHip, turns.Hips);
        _rightFoot = HalfWay(_rightFoot, middle.RightFoot.End - roots.RightHip, turns.Hips);
    }

    private static Hanging HalfWay(Hanging way, Point3 limb, (double Sin, double Cos) turn)
    {
        var along = limb.Unit.TurnedBack(turn);
        return way with { Turn = TurnOf(Carried(way.BendFrom, way.WayFrom.Unit, along), way, along, 0) };
    }

    /// <summary>The pose at a share of the way.</summary>
    public Pose At(double share)
    {
        var (pose, roots, turns) = Ends(share);
        return pose with
        {
            LeftHand = Bent(_leftHand, pose.LeftHand, roots.LeftShoulder, share, turns.Chest),
            RightHand = Bent(_rightHand, pose.RightHand, roots.RightShoulder, share, turns.Chest),
            LeftFoot = Bent(_leftFoot, pose.LeftFoot, roots.LeftHip, share, turns.Hips),
            RightFoot = Bent(_rightFoot, pose.RightFoot, roots.RightHip, share, turns.Hips),
        };
    }

    /// <summary>Trunk, hands and feet; elbows and knees not yet.</summary>
    private (Pose Pose, Skeleton.Roots Roots, Turns Turns) Ends(double share)
    {
        var pose = Pose.Between(_from, _to, share);
        var roots = Skeleton.RootsOf(_body, pose);
        var turns = new Turns(Math.SinCos(Point3.Radians(pose.Chest)), Math.SinCos(Point3.Radians(pose.Hips)));
        pose = pose with
        {
            LeftHand = Hand(_leftHand, pose.LeftHand, roots.LeftShoulder, share, turns.Chest),
            RightHand = Hand(_rightHand, pose.RightHand, roots.RightShoulder, share, turns.Chest),
            LeftFoot = Foot(_leftFoot, _rightFoot, pose.LeftFoot, roots.LeftHip, share, turns.Hips),
            RightFoot = Foot(_rightFoot, _leftFoot, pose.RightFoot, roots.RightHip, share, turns.Hips),
        };
        return (pose, roots, turns);
    }

    private static LimbPose Hand(
        Hanging way,
        LimbPose straight,
        Point3 root,
        double share,
        (double Sin, double Cos) turn
    )
    {
        var isPlanted = way.From.End.Z < OnFloor && (way.To.End - way.From.End).Length < Stands;
        return isPlanted ? straight : straight with { End = Swung(way, root, share, turn) };
    }

    private LimbPose Foot(
        Hanging way,
        Hanging other,
        LimbPose straight,
        Point3 root,
        double share,
        (double Sin, double Cos) turn
    )
    {
        var isOnFloor = Math.Abs(way.From.End.Z - way.To.End.Z) < 0.01 && way.From.End.Z < OnFloor;
        if (!isOnFloor)
            return KeyPoses.AboveFloor(straight with { End = Swung(way, root, share, turn) }, _body);
        if ((way.To.End - way.From.End).Length < Stands)
            return KeyPoses.AboveFloor(straight, _body);
        var turns = _to.Hips - _from.Hips;
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
    private static Point3 Swung(Hanging way, Point3 root, double share, (double Sin, double Cos) turn)
    {
        var (first, last) = (way.WayFrom.Length, way.WayTo.Length);
        var direction = Swung(way.WayFrom.Unit, way.WayTo.Unit, way.Angle, share);
        return root + (direction.Turned(turn) * (first + ((last - first) * share)));
    }

    /// <summary>Spherical interpolation; between opposite directions by way of the front.</summary>
    private static Point3 Swung(Point3 from, Point3 to, double angle, double share)
    {
        if (angle > NearlyOpposite)
            return share < 0.5
                ? Swung(from, Front, Math.Acos(Point3.Dot(from, Front)), share * 2)
                : Swung(Front, to, Math.Acos(Point3.Dot(Front, to)), (share * 2) - 1);
        if (angle < 1e-3)
            return Point3.Between(from, to, share).Unit;
        return ((from * Math.Sin((1 - share) * angle)) + (to * Math.Sin(share * angle))) * (1 / Math.Sin(angle));
    }

    private static readonly Point3 Front = new(1, 0, 0);

    /// <summary>Radians from which two directions have no shortest way between them.</summary>
    private const double NearlyOpposite = 2.94;

    /// <summary>
    /// Where elbow or knee points: both directions are carried along with the limb, each by the least turn, and what is left between
    /// them is turned about the limb.
    /// </summary>
    private static LimbPose Bent(Hanging way, LimbPose limb, Point3 root, double share, (double Sin, double Cos) turn)
    {
        var along = (limb.End - root).Unit.TurnedBack(turn);
        var from = Carried(way.BendFrom, way.WayFrom.Unit, along);
        var (sin, cos) = Math.SinCos(TurnOf(from, way, along, way.Turn) * share);
        var bend = (from * cos) + (Point3.Cross(along, from) * sin);
        return limb with { Bend = bend.Turned(turn) };
    }

    private static double TurnOf(Point3 from, Hanging way, Point3 along, double near)
    {
        var to = Carried(way.BendTo, way.WayTo.Unit, along);
        var angle = Math.Atan2(Point3.Dot(Point3.Cross(along, from), to), Point3.Dot(from, to));
        return angle + (2 * Math.PI * Math.Round((near - angle) / (2 * Math.PI)));
    }

    private static Point3 Carried(Point3 bend, Point3 was, Point3 along)
    {
        var moved = bend - ((was + along) * (Point3.Dot(along, bend) / Math.Max(1e-6, 1 + Point3.Dot(was, along))));
        return (moved - (along * Point3.Dot(moved, along))).Unit;
    }
}
