using System.Collections.Immutable;

namespace LoyalLadder.Core.Figures;

/// <summary>Makes the key poses of techniques from their templates.</summary>
internal readonly struct KeyPoses(Body body)
{
    /// <summary>Shares of the stature by which the hips follow what does not reach.</summary>
    private const double MostFollowing = 0.09;

    /// <summary>Share of the way that the hips come over the standing foot in a kick.</summary>
    private const double OverTheFoot = 0.8;

    /// <summary>Shares of the stature by which the two may stand nearer or farther than the middle of their range.</summary>
    private const double MostNearer = 0.34;

    /// <summary>Share of its length at which a limb looks straight.</summary>
    private const double Straight = 0.993;

    /// <summary>Metres that what strikes may be short of its target, before the two stand nearer.</summary>
    private const double NearEnough = 0.02;

    /// <summary>Metres within which a limb is brought to its target.</summary>
    private const double Reached = 0.004;

    /// <summary>Shares of the stature that both hands are apart where they do the same.</summary>
    private const double Apart = 0.05;

    private readonly Body _body = body;

    /// <summary>
    /// The deed at a partner who stands where it reaches: a range is a band, and within it the two find their distance.
    /// </summary>
    /// <param name="deed">As it is aimed.</param>
    /// <param name="guard">The pose before it.</param>
    /// <param name="isAlone">Nobody is there: the target is where it reaches.</param>
    public Deed Met(Deed deed, Pose guard, bool isAlone = false)
    {
        if (deed.Target is not { } target)
            return deed;
        var key = deed.Template.Main;
        var towards = ((target - Stances.OnFloor(deed.At.Centre)) with { Z = 0 }).Unit;
        var most = (isAlone ? 1 : MostNearer) * _body.Stature;
        var nearer = 0.0;
        for (var tries = 0; tries < 8 && nearer < most; tries++)
        {
            var pose = Of(key, deed, guard);
            var miss = Math.Max(
                Missed(pose, deed),
                Stretched(pose, deed) - ((deed.Template.IsStraight ? Straight : deed.Template.Reach) * LimbOf(deed))
            );
            if (miss < NearEnough)
                break;
            var step = Math.Min(Math.Max(0.01, miss), most - nearer);
            nearer += step;
            deed = deed with { Target = deed.Target - (towards * step) };
        }
        return nearer > 0 || !deed.Template.IsStraight ? deed : Farther(deed, key, guard, towards * most);
    }

    /// <summary>As far away as a straight limb reaches.</summary>
    private Deed Farther(Deed deed, FigureKey key, Pose guard, Point3 most)
    {
        if (IsLong(Of(key, deed, guard), deed))
            return deed;
        var (reached, far) = (0.0, 1.0);
        for (var tries = 0; tries < 7; tries++)
        {
            var middle = (reached + far) / 2;
            var next = deed with { Target = deed.Target + (most * middle) };
            if (IsLong(Of(key, next, guard), next) || Missed(Of(key, next, guard), next) > NearEnough)
                far = middle;
            else
                reached = middle;
        }
        return deed with { Target = deed.Target + (most * reached) };
    }

    private double Missed(Pose pose, Deed deed) => (deed.Target!.Value - Skeleton.Of(_body, pose)[deed.Strikes]).Length;

    private double LimbOf(Deed deed) => deed.IsLeg ? _body.Leg : _body.Arm;

    /// <summary>From shoulder to wrist, from hip to ankle; what strikes with elbow or knee is folded anyway.</summary>
    private double Stretched(Pose pose, Deed deed)
    {
        if (deed.Template.With is StrikingPart.Elbow or StrikingPart.Knee)
            return 0;
        var figure = Skeleton.Of(_body, pose);
        return (figure[deed.Root + 2] - figure[deed.Root]).Length;
    }

    /// <summary>The limb is as good as straight.</summary>
    private bool IsLong(Pose pose, Deed deed) => Stretched(pose, deed) > Straight * LimbOf(deed);

    public Pose Of(FigureKey key, Deed deed, Pose guard)
    {
        var axis = Stances.Axis(deed.At, guard.Hips);
        if (key.Whole is { } whole)
            return WithinReach(whole.At(Stances.OnFloor(deed.At.Centre), axis, _body.Stature, !deed.IsLeft));
        var (forward, own) = (Point3.Level(axis), Point3.Level(axis + 90) * deed.Sign);
        var moved = (forward * key.Forward) + (own * key.Sideways) + (Point3.Up * key.Rise);
        var turns = deed.IsBoth ? 0 : deed.Sign;
        var pose = guard with
        {
            Pelvis = guard.Pelvis + (moved * _body.Stature),
            Hips = axis - (turns * key.Hips),
            Chest = axis - (turns * key.Chest),
            Lean = (forward * Point3.Radians(key.Lean)) - (own * Point3.Radians(key.Aside)),
            Tilt = deed.Sign * key.Tilt,
        };
        pose = deed.IsLeg ? OnOneLeg(pose, key, deed) : Stepped(pose, key, deed);
        pose = new Stances(_body).WithGuardHands(deed.IsLeg ? pose : Grounded(pose, key), axis, deed.At.Lead);
        if (key.Other is { } other)
            pose = WithOther(pose, key, deed, other);
        pose = Working(pose, key, deed, axis);
        return WithinReach(key.Aim ? Aimed(pose, key, deed) : pose);
    }

    /// <summary>
    /// The hips no higher than both legs reach the floor: first a heel lifts, then the knees bend. With feet off the
    /// floor they are where they are.
    /// </summary>
    private Pose Grounded(Pose pose, FigureKey key)
    {
        if (key.Flight > 0)
            return pose;
        var figure = Skeleton.Of(_body, pose);
        var (left, right) = (figure[Joint.LeftHip], figure[Joint.RightHip]);
        pose = pose with { LeftFoot = OnItsBall(pose.LeftFoot, left), RightFoot = OnItsBall(pose.RightFoot, right) };
        var height = Math.Min(Highest(left, pose.LeftFoot.End), Highest(right, pose.RightFoot.End));
        return height >= 0 ? pose : Carried(pose, Point3.Up * height);
    }

    /// <summary>The hips no higher than the leg that stands reaches.</summary>
    private Pose Standing(Pose pose, FigureKey key, Deed deed)
    {
        if (key.Flight > 0)
            return pose;
        var hip = Skeleton.Of(_body, pose)[deed.IsLeft ? Joint.RightHip : Joint.LeftHip];
        var height = Highest(hip, pose.Limb(true, !deed.IsLeft).End);
        return height >= 0 ? pose : Carried(pose, Point3.Up * height);
    }

    /// <summary>A foot whose heel lifts as far as its leg needs, and no further than it goes.</summary>
    private LimbPose OnItsBall(LimbPose foot, Point3 hip)
    {
        var toe = foot.End + (Skeleton.ToeOf(foot) * _body.Foot);
        for (var lifted = 0; lifted < MostLifted && Highest(hip, foot.End) < 0; lifted += 6)
        {
            foot = foot with { Pitch = foot.Pitch - 6 };
            foot = foot with { End = toe - (Skeleton.ToeOf(foot) * _body.Foot) };
        }
        return foot;
    }

    /// <summary>Degrees that a heel lifts at most while its leg pushes.</summary>
    private const int MostLifted = 36;

    /// <summary>How much a hip could rise before its foot leaves the floor; negative where it has left it.</summary>
    private double Highest(Point3 hip, Point3 ankle)
    {
        var beside = ((hip - ankle) with { Z = 0 }).Length;
        var leg = 0.995 * _body.Leg;
        return ankle.Z + Math.Sqrt(Math.Max(0.04, (leg * leg) - (beside * beside))) - hip.Z;
    }

    /// <summary>Every end where its limb comes to, so that the way there has no end before it is reached.</summary>
    private Pose WithinReach(Pose pose)
    {
        var figure = Skeleton.Of(_body, pose);
        var body = _body;
        return pose with
        {
            LeftHand = AsItIs(pose.LeftHand, Joint.LeftShoulder),
            RightHand = AsItIs(pose.RightHand, Joint.RightShoulder),
            LeftFoot = AboveFloor(AsItIs(pose.LeftFoot, Joint.LeftHip), body),
            RightFoot = AboveFloor(AsItIs(pose.RightFoot, Joint.RightHip), body),
        };

        // knees and elbows point square to their limb, so that they turn evenly from one pose to the next
        LimbPose AsItIs(LimbPose limb, Joint root)
        {
            var along = (figure[root + 2] - figure[root]).Unit;
            var bend = figure[root + 1] - figure[root];
            var square = bend - (along * Point3.Dot(bend, along));
            return limb with { End = figure[root + 2], Bend = square.Length > 0.001 ? square.Unit : limb.Bend };
        }
    }

    /// <summary>A foot whose ankle is high enough for its toes.</summary>
    public static LimbPose AboveFloor(LimbPose foot, Body body)
    {
        var least = Math.Max(body.AnkleHeight, body.Foot * Math.Sin(Point3.Radians(Skeleton.FlatSlope - foot.Pitch)));
        return foot.End.Z >= least ? foot : foot with { End = foot.End with { Z = least } };
    }

    /// <summary>The limb that works, where the key says; in guard where it says nothing.</summary>
    private Pose Working(Pose pose, FigureKey key, Deed deed, double axis)
    {
        var (forward, own) = (Point3.Level(axis), Point3.Level(axis + 90) * deed.Sign);
        if (key.End is null && !key.Aim)
            return pose;
        var root = deed.IsLeg ? pose.Pelvis : Skeleton.Of(_body, pose)[Joint.Neck];
        var end = key is { Aim: false, End: { } place }
            ? root + (Directed(place, forward, own) * _body.Stature)
            : deed.Target ?? root;
        var yaw = Math.Abs(key.Hips) > 60 ? pose.Hips : axis;
        pose = pose.With(deed.IsLeg, deed.IsLeft, new LimbPose(end, Directed(key.Bend, forward, own), yaw, key.Toes));
        if (!deed.IsBoth)
            return pose;
        var opposite = pose.LeftHand with { End = Across(pose.LeftHand.End - root) + root };
        return pose with { RightHand = opposite with { Bend = Across(pose.LeftHand.Bend) } };

        Point3 Across(Point3 way) => way - (own * (2 * Point3.Dot(way, own)));
    }

    private Pose WithOther(Pose pose, FigureKey key, Deed deed, ImmutableArray<double> place)
    {
        var axis = Stances.Axis(deed.At, pose.Hips);
        var (forward, own) = (Point3.Level(axis), Point3.Level(axis + 90) * -deed.Sign);
        var end = Skeleton.Of(_body, pose)[Joint.Neck] + (Directed(place, forward, own) * _body.Stature);
        return pose.With(false, !deed.IsLeft, new LimbPose(end, Directed(key.OtherBend, forward, own)));
    }

    private Pose OnOneLeg(Pose pose, FigureKey key, Deed deed)
    {
        var standing = pose.Limb(true, !deed.IsLeft);
        var over = Point3.Between(pose.Pelvis, standing.End, OverTheFoot);
        var yaw = standing.Yaw - (deed.Sign * key.Pivot);
        var beside = (over - standing.End) with { Z = 0 };
        var high = new Stances(_body).StandingHeight(beside.Length + (_body.HipWidth / 2), 0.985);
        var flight = Point3.Up * (key.Flight * _body.Stature);
        pose = pose with { Pelvis = over with { Z = high + ((key.Rise + key.Flight) * _body.Stature) } };
        var leg = standing with
        {
            End = standing.End + (flight * 1.5),
            Yaw = yaw,
            Bend = Point3.Level(yaw),
            Pitch = -60 * Math.Min(1, key.Flight / 0.1),
        };
        return pose.With(true, !deed.IsLeft, leg);
    }

    /// <summary>Both feet stepped round the middle between them, and off the floor in a jump.</summary>
    private Pose Stepped(Pose pose, FigureKey key, Deed deed)
    {
        if (key is { Round: 0, Flight: 0 })
            return pose;
        var degrees = -deed.Sign * key.Round;
        var centre = Stances.OnFloor(deed.At.Centre);
        var up = Point3.Up * (key.Flight * _body.Stature);
        return pose with
        {
            Pelvis = pose.Pelvis + up,
            LeftFoot = Round(pose.LeftFoot),
            RightFoot = Round(pose.RightFoot),
        };

        LimbPose Round(LimbPose foot) =>
            new(
                centre + (foot.End - centre).Turned(degrees) + up,
                foot.Bend.Turned(degrees),
                foot.Yaw + degrees,
                key.Flight > 0 ? -40 : foot.Pitch
            );
    }

    /// <summary>Brings what strikes to the target: the limb first, and the hips behind it where the limb is too short.</summary>
    private Pose Aimed(Pose pose, FigureKey key, Deed deed)
    {
        if (deed.Target is not { } middle)
            return pose;
        var own = Point3.Level(Stances.Axis(deed.At, pose.Hips) + 90) * deed.Sign;
        var target = deed.IsBoth ? middle + (own * (Apart * _body.Stature)) : middle;
        var towards = ((target - pose.Pelvis) with { Z = 0 }).Unit;
        var (follows, most, before) = (0.0, MostFollowing * _body.Stature, double.MaxValue);
        for (var tries = 0; tries < 12; tries++)
        {
            pose = Reaching(pose, key, deed, target);
            var miss = target - Skeleton.Of(_body, pose)[deed.Strikes];
            // what comes no nearer has come as near as it can
            if (miss.Length < Reached || miss.Length > before - 0.0005)
                break;
            if (tries > 0)
                before = miss.Length;
            var missing = Point3.Dot(miss, towards);
            if (tries < 1 || Math.Abs(missing) <= Reached)
                continue;
            var step = Math.Clamp(missing, -most - follows, most - follows);
            if (Math.Abs(step) < Reached / 4)
                continue;
            follows += step;
            pose = Carried(pose, towards * step);
            pose = deed.IsLeg ? Standing(pose, key, deed) : Grounded(pose, key);
        }
        return pose;
    }

    /// <summary>The body moved with both hands, over feet that stay.</summary>
    private static Pose Carried(Pose pose, Point3 by) =>
        pose with
        {
            Pelvis = pose.Pelvis + by,
            LeftHand = pose.LeftHand with { End = pose.LeftHand.End + by },
            RightHand = pose.RightHand with { End = pose.RightHand.End + by },
        };

    private Pose Reaching(Pose pose, FigureKey key, Deed deed, Point3 target)
    {
        var limb = pose.Limb(deed.IsLeg, deed.IsLeft);
        var figure = Skeleton.Of(_body, pose);
        if (deed.Template.With is StrikingPart.Elbow or StrikingPart.Knee)
        {
            var axis = Stances.Axis(deed.At, pose.Hips);
            var beyond = Directed(key.End ?? [-1, 0, 0], Point3.Level(axis), Point3.Level(axis + 90) * deed.Sign).Unit;
            var (upper, lower) = deed.IsLeg ? (_body.Thigh, _body.Shin) : (_body.UpperArm, _body.Forearm);
            var way = (target - figure[deed.Root]).Unit;
            var joint = figure[deed.Root] + (way * upper);
            limb = limb with { End = joint + (beyond * lower), Bend = way };
        }
        else
            limb = limb with { End = limb.End + target - figure[deed.Strikes] };
        pose = pose.With(deed.IsLeg, deed.IsLeft, limb);
        if (!deed.IsBoth)
            return pose;
        var own = Point3.Level(Stances.Axis(deed.At, pose.Hips) + 90);
        var across = (limb.End - pose.Pelvis) - (own * (2 * Point3.Dot(limb.End - pose.Pelvis, own)));
        return pose with { RightHand = pose.RightHand with { End = pose.Pelvis + across } };
    }

    private static Point3 Directed(ImmutableArray<double> shares, Point3 forward, Point3 own) =>
        (forward * shares[0]) + (own * shares[1]) + (Point3.Up * shares[2]);
}
