namespace LoyalLadder.Core.Figures;

/// <summary>
/// Poses on a way, each at its share of the time, joined without a corner: each is met with no speed, but for those that the body goes
/// through.
/// </summary>
internal sealed class MotionPath(Body body, Pose first)
{
    /// <summary>Metres that a joint goes at most between two frames.</summary>
    private const double Furthest = 0.135;

    private readonly List<(double At, Pose Pose, bool Through)> _keys = [(0, first, false)];

    /// <summary>The last frame of the way to each key.</summary>
    private readonly List<int> _ends = [0];

    private readonly List<Tween> _tweens = [];
    private readonly List<Skeleton> _frames = [];

    /// <summary>Poses follow one another at once, and no motion is shown between them.</summary>
    public bool InSteps { get; init; }

    public void Add(double at, Pose pose, bool through = false)
    {
        if (at > _keys[^1].At + 1e-6)
            _keys.Add((at, pose, through));
    }

    /// <summary>The bodies of all frames, after <see cref="Lay"/>.</summary>
    public IReadOnlyList<Skeleton> Frames => _frames;

    /// <summary>The pose at the end of the way.</summary>
    public Pose Last => _keys[^1].Pose;

    /// <summary>
    /// Gives every stretch its share of the frames, and as many more that no joint goes further between two of them than an eye follows.
    /// </summary>
    public MotionPath Lay(int least)
    {
        for (var k = 1; k < _keys.Count; k++)
        {
            var shared = Math.Max(1, (int)Math.Ceiling(((_keys[k].At - _keys[k - 1].At) * least) - 0.001));
            _frames.AddRange(InSteps ? Stepped(k, shared) : Followable(k, shared));
            _ends.Add(_frames.Count);
        }
        return this;
    }

    /// <summary>The frame, from 1, at which the pose of a share is reached.</summary>
    public int FrameOf(double at) => _ends[Math.Max(0, _keys.FindIndex(k => at <= k.At + 1e-6))];

    private Skeleton[] Stepped(int next, int frames)
    {
        var (was, now) = (Skeleton.Of(body, _keys[next - 1].Pose), Skeleton.Of(body, _keys[next].Pose));
        return [.. Enumerable.Range(1, frames).Select(f => f * 2 >= frames ? now : was)];
    }

    /// <summary>Frames of a stretch, none of them further from the last than an eye follows.</summary>
    private Skeleton[] Followable(int next, int least)
    {
        var (from, to) = (Skeleton.Of(body, _keys[next - 1].Pose), Skeleton.Of(body, _keys[next].Pose));
        // at the peak of minimum jerk the speed is 15/8 of the mean
        var count = Math.Max(least, (int)Math.Ceiling(FurthestOf(from, to) * 15 / 8 / Furthest));
        for (var tries = 0; ; tries++)
        {
            var (frames, furthest) = Frame(next, count, from);
            if (furthest <= Furthest || tries == MostTries)
                return frames;
            // limbs do not go evenly: what is still too far is given more
            count = Math.Max(count + 1, (int)Math.Ceiling(count * furthest / Furthest));
        }
    }

    private const int MostTries = 8;

    private (Skeleton[] Frames, double Furthest) Frame(int next, int count, Skeleton before)
    {
        var frames = new Skeleton[count];
        var furthest = 0.0;
        for (var f = 0; f < count; f++)
        {
            frames[f] = Skeleton.Of(body, Within(next, (f + 1.0) / count));
            furthest = Math.Max(furthest, FurthestOf(before, frames[f]));
            before = frames[f];
        }
        return (frames, furthest);
    }

    private static double FurthestOf(Skeleton before, Skeleton now)
    {
        var furthest = 0.0;
        for (var j = 0; j < Skeleton.JointCount; j++)
            furthest = Math.Max(furthest, (now.Joints[j] - before.Joints[j]).Length);
        return furthest;
    }

    /// <summary>The pose at a share of the time, for who keeps to the frames of another.</summary>
    public Pose AtShare(double share)
    {
        var next = _keys.FindIndex(1, k => share <= k.At + 1e-9);
        if (next < 0)
            return _keys[^1].Pose;
        var within = (share - _keys[next - 1].At) / (_keys[next].At - _keys[next - 1].At);
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
    /// A share of the time as a share of the way: minimum jerk between two rests (10u³ - 15u⁴ + 6u⁵), else a cubic that leaves or
    /// comes in at an even speed.
    /// </summary>
    private static double Eased(double u, bool fromThrough, bool toThrough)
    {
        if (!fromThrough && !toThrough)
            return u * u * u * (10 + (u * ((6 * u) - 15)));
        var (from, to) = (fromThrough ? 1 : 0, toThrough ? 1 : 0);
        return (((u - 2) * u + 1) * u * from) + ((3 - (2 * u)) * u * u) + ((u - 1) * u * u * to);
    }
}
