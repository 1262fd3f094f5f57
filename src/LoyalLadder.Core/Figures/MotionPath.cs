namespace LoyalLadder.Core.Figures;

/// <summary>Poses on a way, each at its share of the time, joined without a corner: each is met with no speed, but for those that the body goes through.</summary>
internal sealed class MotionPath(Body body, Pose first)
{
    /// <summary>Metres that a joint goes at most between two frames.</summary>
    private const double Furthest = 0.135;

    private readonly List<(double At, Pose Pose, bool Through)> _keys = [(0, first, false)];

    /// <summary>The last frame of the way to each key.</summary>
    private readonly List<int> _ends = [0];

    private readonly List<Tween> _tweens = [];

    /// <summary>Poses follow one another at once, and no motion is shown between them.</summary>
    public bool InSteps { get; init; }

    public void Add(double at, Pose pose, bool through = false)
    {
        if (at > _keys[^1].At + 1e-6)
            _keys.Add((at, pose, through));
    }

    /// <summary>Frames in all, after <see cref="Lay"/>.</summary>
    public int Length => _ends[^1];

    /// <summary>
    /// Gives every stretch its share of the frames, and as many more that no joint goes further between two of them than an eye follows.
    /// </summary>
    public MotionPath Lay(int least)
    {
        for (var k = 1; k < _keys.Count; k++)
        {
            var needed = (_keys[k].At - _keys[k - 1].At) * least;
            if (!InSteps)
                needed = Math.Max(needed, Needed(k));
            _ends.Add(_ends[^1] + Math.Max(1, (int)Math.Ceiling(needed - 0.001)));
        }
        return this;
    }

    /// <summary>The frame, from 1, at which the pose of a share is reached.</summary>
    public int FrameOf(double at) => _ends[Math.Max(0, _keys.FindIndex(k => at <= k.At + 1e-6))];

    /// <summary>So many frames that none of them is further from the last than an eye follows.</summary>
    private double Needed(int next)
    {
        const int looks = 10;
        var needed = FurthestStep(next, looks) * looks / Furthest;
        // limbs do not go evenly: what is still too far is given more
        for (var tries = 0; tries < 6; tries++)
        {
            var frames = Math.Max(1, (int)Math.Ceiling(needed));
            var furthest = FurthestStep(next, frames);
            if (furthest <= Furthest)
                break;
            needed = Math.Max(frames + 1, frames * furthest / Furthest);
        }
        return needed;
    }

    private double FurthestStep(int next, int steps)
    {
        var furthest = 0.0;
        var before = Skeleton.Of(body, _keys[next - 1].Pose);
        for (var step = 1; step <= steps; step++)
        {
            var now = Skeleton.Of(body, Within(next, (double)step / steps));
            furthest = Math.Max(furthest, FurthestOf(before, now));
            before = now;
        }
        return furthest;
    }

    private static double FurthestOf(Skeleton before, Skeleton now)
    {
        var furthest = 0.0;
        for (var j = 0; j < Skeleton.JointCount; j++)
            furthest = Math.Max(furthest, (now.Joints[j] - before.Joints[j]).Length);
        return furthest;
    }

    /// <summary>The pose at a frame, from 1 to <see cref="Length"/>.</summary>
    public Pose AtFrame(int frame)
    {
        var next = _ends.FindIndex(e => frame <= e);
        if (next <= 0)
            return _keys[next < 0 ? ^1 : 0].Pose;
        var within = (double)(frame - _ends[next - 1]) / (_ends[next] - _ends[next - 1]);
        return Between(next, within);
    }

    /// <summary>The pose at a share of the time, for who keeps to the frames of another.</summary>
    public Pose AtShare(double share)
    {
        var next = _keys.FindIndex(1, k => share <= k.At + 1e-9);
        if (next < 0)
            return _keys[^1].Pose;
        var within = (share - _keys[next - 1].At) / (_keys[next].At - _keys[next - 1].At);
        return Between(next, within);
    }

    private Pose Between(int next, double within)
    {
        if (InSteps)
            return within >= 0.5 ? _keys[next].Pose : _keys[next - 1].Pose;
        return Within(next, within);
    }

    private Pose Within(int next, double within) =>
        TweenTo(next).At(Eased(within, _keys[next - 1].Through, _keys[next].Through));

    private Tween TweenTo(int next)
    {
        while (_tweens.Count < next)
            _tweens.Add(new Tween(body, _keys[_tweens.Count].Pose, _keys[_tweens.Count + 1].Pose));
        return _tweens[next - 1];
    }

    /// <summary>
    /// A share of the time as a share of the way: minimum jerk between two rests (10u³ - 15u⁴ + 6u⁵), else a cubic that leaves or comes in at
    /// an even speed.
    /// </summary>
    private static double Eased(double u, bool fromThrough, bool toThrough)
    {
        if (!fromThrough && !toThrough)
            return u * u * u * (10 + (u * ((6 * u) - 15)));
        var (from, to) = (fromThrough ? 1 : 0, toThrough ? 1 : 0);
        return (((u - 2) * u + 1) * u * from) + ((3 - (2 * u)) * u * u) + ((u - 1) * u * u * to);
    }
}
