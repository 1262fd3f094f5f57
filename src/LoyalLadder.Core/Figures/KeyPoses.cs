using System.Collections.Immutable;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>A technique where it is done: which side, over which feet, at what.</summary>
/// <param name="Technique">What.</param>
/// <param name="Template">How such a technique moves.</param>
/// <param name="Side">Left or right.</param>
/// <param name="At">The feet that it is done from.</param>
/// <param name="Target">Where it is aimed.</param>
internal readonly record struct Deed(Technique Technique, FigureTemplate Template, Side Side, Footing At, Point3 Target)
{
    public int Sign => Side == Side.Left ? 1 : -1;

    /// <summary>The joint that meets the target.</summary>
    public Joint Strikes =>
        !Technique.IsKick ? (Side == Side.Left ? Joint.LeftHand : Joint.RightHand)
        : Template.WithToes ? (Side == Side.Left ? Joint.LeftToe : Joint.RightToe)
        : Side == Side.Left ? Joint.LeftAnkle
        : Joint.RightAnkle;
}

/// <summary>Makes the key poses of techniques from their templates.</summary>
internal readonly struct KeyPoses(Body body)
{
    /// <summary>Shares of the stature by which the hips follow a hand or a foot that does not reach.</summary>
    private const double MostFollowing = 0.16;

    /// <summary>Share of the way that the hips come over the standing foot in a kick.</summary>
    private const double OverTheFoot = 0.8;

    private readonly Body _body = body;

    /// <summary>
    /// The deed at a partner who stands where it reaches: a range is a band, and within it the two find their distance.
    /// </summary>
    public Deed Met(Deed deed, Pose guard)
    {
        var key = deed.Template.Keys.First(k => k.Aim);
        var way = deed.Target - Stances.OnFloor(deed.At.Centre);
        var towards = (way with { Z = 0 }).Unit;
        var nearest = MostNearer * _body.Stature;
        for (var farther = 0.0; deed.Template.IsStraight && farther < nearest; farther += 0.01)
        {
            var next = deed with { Target = deed.Target + (towards * 0.01) };
            if (IsLong(Of(key, deed, guard), deed) || Missed(key, next, guard) > 0.01)
                break;
            deed = next;
        }
        for (var nearer = 0.0; nearer < nearest; )
        {
            var miss = Missed(key, deed, guard);
            if (miss < 0.02)
                break;
            var step = Math.Min(Math.Max(0.01, miss), nearest - nearer);
            nearer += step;
            deed = deed with { Target = deed.Target - (towards * step) };
        }
        return deed;
    }

    private double Missed(FigureKey key, Deed deed, Pose guard) =>
        (deed.Target - Skeleton.Of(_body, Of(key, deed, guard))[deed.Strikes]).Length;

    /// <summary>The limb is as good as straight.</summary>
    private bool IsLong(Pose pose, Deed deed)
    {
        var figure = Skeleton.Of(_body, pose);
        var (root, end, length) = (deed.Technique.IsKick, deed.Side) switch
        {
            (true, Side.Left) => (Joint.LeftHip, Joint.LeftAnkle, _body.Leg),
            (true, _) => (Joint.RightHip, Joint.RightAnkle, _body.Leg),
            (_, Side.Left) => (Joint.LeftShoulder, Joint.LeftWrist, _body.Arm),
            _ => (Joint.RightShoulder, Joint.RightWrist, _body.Arm),
        };
        return (figure[end] - figure[root]).Length > 0.985 * length;
    }

    /// <summary>Shares of the stature by which the two may stand nearer or farther than the middle of their range.</summary>
    private const double MostNearer = 0.2;

    public Pose Of(FigureKey key, Deed deed, Pose guard)
    {
        var axis = Stances.Axis(deed.At, guard.Hips);
        var (forward, own) = (Point3.Level(axis), Point3.Level(axis + 90) * deed.Sign);
        var pose = guard with
        {
            Pelvis =
                guard.Pelvis + (forward * (key.Forward * _body.Stature)) + (Point3.Up * (key.Rise * _body.Stature)),
            Hips = axis - (deed.Sign * key.Hips),
            Chest = axis - (deed.Sign * key.Chest),
            Lean = (forward * Sine(key.Lean)) - (own * Sine(key.Aside)),
        };
        if (deed.Technique.IsKick)
            pose = OnOneLeg(pose, key, deed);
        pose = new Stances(_body).WithGuardHands(pose, axis, deed.At.Lead);
        var bend = Directed(key.Bend, forward, own);
        var yaw = Math.Abs(key.Hips) > 60 ? pose.Hips : axis;
        var end = key.End is { } place
            ? Stances.OnFloor(deed.At.Centre) + (Directed(place, forward, own) * _body.Stature)
            : deed.Target;
        pose = With(pose, deed, new LimbPose(end, bend, yaw, key.Toes));
        return key.Aim ? Aimed(pose, deed, forward) : pose;
    }

    private Pose OnOneLeg(Pose pose, FigureKey key, Deed deed)
    {
        var standing = deed.Side == Side.Left ? pose.RightFoot : pose.LeftFoot;
        var over = Point3.Between(pose.Pelvis, standing.End, OverTheFoot);
        var turned = standing with { Yaw = standing.Yaw - (deed.Sign * key.Pivot) };
        var beside = (over - standing.End) with { Z = 0 };
        var high = new Stances(_body).StandingHeight(beside.Length + (_body.HipWidth / 2), 0.985);
        pose = pose with { Pelvis = over with { Z = high + (key.Rise * _body.Stature) } };
        var knee = turned with { Bend = Point3.Level(turned.Yaw) };
        return deed.Side == Side.Left ? pose with { RightFoot = knee } : pose with { LeftFoot = knee };
    }

    /// <summary>Brings what strikes to the target: the limb first, and the hips behind it where the limb is too short.</summary>
    private Pose Aimed(Pose pose, Deed deed, Point3 forward)
    {
        var follows = 0.0;
        for (var tries = 0; tries < 12; tries++)
        {
            var skeleton = Skeleton.Of(_body, pose);
            var miss = deed.Target - skeleton[deed.Strikes];
            if (miss.Length < 0.005)
                break;
            var limb = LimbOf(pose, deed);
            pose = With(pose, deed, limb with { End = limb.End + miss });
            var short_ = Point3.Dot(miss, forward);
            if (tries < 3 || short_ <= 0.005)
                continue;
            var step = Math.Min(short_, (MostFollowing * _body.Stature) - follows);
            follows += step;
            pose = pose with { Pelvis = pose.Pelvis + (forward * step) };
        }
        return pose;
    }

    private static LimbPose LimbOf(Pose pose, Deed deed) =>
        (deed.Technique.IsKick, deed.Side) switch
        {
            (true, Side.Left) => pose.LeftFoot,
            (true, _) => pose.RightFoot,
            (_, Side.Left) => pose.LeftHand,
            _ => pose.RightHand,
        };

    private static Pose With(Pose pose, Deed deed, LimbPose limb) =>
        (deed.Technique.IsKick, deed.Side) switch
        {
            (true, Side.Left) => pose with { LeftFoot = limb },
            (true, _) => pose with { RightFoot = limb },
            (_, Side.Left) => pose with { LeftHand = limb },
            _ => pose with { RightHand = limb },
        };

    private static Point3 Directed(ImmutableArray<double> shares, Point3 forward, Point3 own) =>
        (forward * shares[0]) + (own * shares[1]) + (Point3.Up * shares[2]);

    private static double Sine(double degrees) => Math.Sin(Point3.Radians(degrees));
}
