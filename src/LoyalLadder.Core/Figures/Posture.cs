using System.Collections.Immutable;

namespace LoyalLadder.Core.Figures;

/// <summary>
/// A whole body as it is held, in words of data. Places are shares of the stature from the floor between the feet: forward, to the
/// left (of both hands or feet: out to their own side), up. Degrees turn to the left.
/// </summary>
public sealed record Posture
{
    /// <summary>The posture that it changes; null for standing.</summary>
    public string? Base { get; init; }

    public ImmutableArray<double>? Pelvis { get; init; }
    public double? Hips { get; init; }
    public double? Chest { get; init; }

    /// <summary>Degrees that the spine leans forward, and to the left.</summary>
    public double? Lean { get; init; }

    public double? LeanLeft { get; init; }

    /// <summary>Degrees by which the left hip is higher.</summary>
    public double? Tilt { get; init; }

    /// <summary>Both wrists, both ankles.</summary>
    public ImmutableArray<double>? Hands { get; init; }

    public ImmutableArray<double>? Feet { get; init; }
    public ImmutableArray<double>? LeftHand { get; init; }
    public ImmutableArray<double>? RightHand { get; init; }
    public ImmutableArray<double>? LeftFoot { get; init; }
    public ImmutableArray<double>? RightFoot { get; init; }

    /// <summary>Into which direction elbows and knees point: forward, out, up.</summary>
    public ImmutableArray<double>? Elbows { get; init; }

    public ImmutableArray<double>? Knees { get; init; }
    public ImmutableArray<double>? LeftElbow { get; init; }
    public ImmutableArray<double>? RightElbow { get; init; }
    public ImmutableArray<double>? LeftKnee { get; init; }
    public ImmutableArray<double>? RightKnee { get; init; }

    /// <summary>Degrees by which the toes are raised, and by which they point outward.</summary>
    public double? Toes { get; init; }

    public double? LeftToes { get; init; }
    public double? RightToes { get; init; }
    public double? ToesOut { get; init; }

    /// <summary>Left and right are changed.</summary>
    public bool Mirror { get; init; }

    /// <summary>What this one says over what another does.</summary>
    public Posture Over(Posture other) =>
        new()
        {
            Pelvis = Pelvis ?? other.Pelvis,
            Hips = Hips ?? other.Hips,
            Chest = Chest ?? other.Chest,
            Lean = Lean ?? other.Lean,
            LeanLeft = LeanLeft ?? other.LeanLeft,
            Tilt = Tilt ?? other.Tilt,
            LeftHand = LeftHand ?? Hands ?? other.LeftHand ?? other.Hands,
            RightHand = RightHand ?? Outward(Hands) ?? other.RightHand ?? Outward(other.Hands),
            LeftFoot = LeftFoot ?? Feet ?? other.LeftFoot ?? other.Feet,
            RightFoot = RightFoot ?? Outward(Feet) ?? other.RightFoot ?? Outward(other.Feet),
            LeftElbow = LeftElbow ?? Elbows ?? other.LeftElbow ?? other.Elbows,
            RightElbow = RightElbow ?? Outward(Elbows) ?? other.RightElbow ?? Outward(other.Elbows),
            LeftKnee = LeftKnee ?? Knees ?? other.LeftKnee ?? other.Knees,
            RightKnee = RightKnee ?? Outward(Knees) ?? other.RightKnee ?? Outward(other.Knees),
            LeftToes = LeftToes ?? Toes ?? other.LeftToes ?? other.Toes,
            RightToes = RightToes ?? Toes ?? other.RightToes ?? other.Toes,
            ToesOut = ToesOut ?? other.ToesOut,
            Mirror = Mirror,
        };

    private static ImmutableArray<double>? Outward(ImmutableArray<double>? place) =>
        place is { } p ? [p[0], -p[1], p[2]] : null;

    /// <summary>The pose on the floor.</summary>
    /// <param name="from">The place on the floor that it is counted from.</param>
    /// <param name="yaw">Where forward is, degrees from twelve o'clock to the left.</param>
    /// <param name="stature">Metres.</param>
    /// <param name="isMirrored">Left and right are changed once more.</param>
    public Pose At(Point3 from, double yaw, double stature, bool isMirrored)
    {
        var sign = isMirrored != Mirror ? -1 : 1;
        var (forward, left) = (Point3.Level(yaw), Point3.Level(yaw + 90) * sign);
        var pose = new Pose(
            Place(Pelvis),
            yaw + (sign * (Hips ?? 0)),
            yaw + (sign * (Chest ?? Hips ?? 0)),
            (forward * Point3.Radians(Lean ?? 0)) + (left * Point3.Radians(LeanLeft ?? 0)),
            new LimbPose(Place(LeftHand), Way(LeftElbow)),
            new LimbPose(Place(RightHand), Way(RightElbow)),
            Foot(LeftFoot, LeftKnee, LeftToes, 1),
            Foot(RightFoot, RightKnee, RightToes, -1),
            sign * (Tilt ?? 0)
        );
        return sign > 0
            ? pose
            : pose with
            {
                LeftHand = pose.RightHand,
                RightHand = pose.LeftHand,
                LeftFoot = pose.RightFoot,
                RightFoot = pose.LeftFoot,
            };

        Point3 Way(ImmutableArray<double>? w) =>
            w is { } way ? (forward * way[0]) + (left * way[1]) + (Point3.Up * way[2]) : Point3.Up;
        Point3 Place(ImmutableArray<double>? place) => from + (Way(place ?? [0, 0, 0]) * stature);
        LimbPose Foot(ImmutableArray<double>? foot, ImmutableArray<double>? knee, double? toes, int own) =>
            new(Place(foot), Way(knee), yaw + (sign * ((Hips ?? 0) + (own * (ToesOut ?? 0)))), toes ?? 0);
    }
}
