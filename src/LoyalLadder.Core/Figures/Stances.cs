using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>A body on guard over the feet of a trace, and the axes that key poses are written in.</summary>
internal readonly struct Stances(Body body)
{
    private readonly double _stature = body.Stature;

    private const double HipsTurn = 25,
        ChestTurn = 28,
        LeadToes = 10,
        RearToes = 45,
        LeanDegrees = 5,
        MostAcross = 60;

    /// <summary>A place of a trace on the floor of figures.</summary>
    public static Point3 OnFloor(Place place) => new(place.Y, -place.X, 0);

    /// <summary>Degrees to the left from twelve o'clock towards the partner, as near as can be to an earlier turn.</summary>
    public static double Axis(Footing at, double near)
    {
        // whose back is turned comes round over the rear shoulder
        return Near(-at.Axis, at.IsAway ? near + (180 * at.TurnSign) : near);
    }

    private static double Near(double yaw, double near) => yaw + (360 * Math.Round((near - yaw) / 360));

    /// <summary>On guard: feet as the trace has them, hips between and turned as the stance is, hands before the chin.</summary>
    public Pose Guard(Footing at, double near)
    {
        // towards the partner, or away where the back is turned
        var axis = Near(-at.Facing, near);
        var sign = (at.Lead == Lead.Left ? 1 : -1) * (at.IsAway ? -1 : 1);
        var turn = at.Stance.Turn;
        var pelvis = OnFloor(at.Centre) + (Point3.Up * StandingHeight(at.Stance.Length / 2, 0.97));
        var lean = Point3.Level(axis) * Point3.Radians(LeanDegrees);
        var (lead, rear) = (Math.Max(LeadToes, turn), Math.Max(RearToes, turn));
        var pose = new Pose(
            pelvis,
            axis - (sign * Math.Max(HipsTurn, turn)),
            axis - (sign * Math.Max(ChestTurn, turn)),
            lean,
            default,
            default,
            Standing(at.LeftFoot, axis - (sign * (at.Lead == Lead.Left ? lead : rear))),
            Standing(at.RightFoot, axis - (sign * (at.Lead == Lead.Right ? lead : rear)))
        );
        return WithGuardHands(pose, axis, at.Lead);
    }

    /// <summary>The hips above the floor where a foot stands so far beside them, with a leg that is nearly or wholly straight.</summary>
    public double StandingHeight(double beside, double straight) =>
        body.AnkleHeight + Math.Sqrt(Math.Max(0.05, Math.Pow(straight * body.Leg, 2) - (beside * beside)));

    private LimbPose Standing(Place foot, double yaw) =>
        new(OnFloor(foot) + (Point3.Up * body.AnkleHeight), Point3.Level(yaw) + new Point3(0, 0, 0.1), yaw);

    /// <summary>Both hands before the chin, wherever the neck is.</summary>
    public Pose WithGuardHands(Pose pose, double axis, Lead lead)
    {
        var neck = Skeleton.Of(body, pose)[Joint.Neck];
        // they stay before the chest where it turns far
        var away = pose.Chest - axis;
        var yaw = axis + away - Math.Clamp(away, -MostAcross, MostAcross);
        var (forward, left) = (Point3.Level(yaw), Point3.Level(yaw + 90));
        var stature = _stature;
        return pose with { LeftHand = Hand(Side.Left), RightHand = Hand(Side.Right) };

        LimbPose Hand(Side side)
        {
            var own = side == Side.Left ? 1 : -1;
            var isLead = (side == Side.Left) == (lead == Lead.Left);
            var at = (forward * (isLead ? 0.17 : 0.1)) + (left * (own * 0.06)) - (Point3.Up * 0.03);
            return new LimbPose(neck + (at * stature), (left * (own * 0.35)) - Point3.Up);
        }
    }
}
