using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>A moment worth a picture.</summary>
/// <param name="Frame">Its number, from 0.</param>
/// <param name="Count">The count that it belongs to.</param>
/// <param name="Strikes">What meets the target in it; null where nothing does.</param>
/// <param name="Words">What there is to see.</param>
public readonly record struct FigureStill(int Frame, int Count, Joint? Strikes, string Words);

/// <summary>One beat of a figure.</summary>
/// <param name="Count">Number of its count.</param>
/// <param name="Beat">Number of the beat.</param>
/// <param name="From">First frame.</param>
/// <param name="Strike">The frame at which the target is met; null where nothing is struck.</param>
/// <param name="To">Last frame.</param>
/// <param name="Limb">What strikes; null for nothing.</param>
/// <param name="Target">Where; null for nothing.</param>
public readonly record struct FigureBeat(
    int Count,
    int Beat,
    int From,
    int? Strike,
    int To,
    Joint? Limb,
    Point3? Target
);

/// <summary>A combination as a body does it.</summary>
/// <param name="Body">Whose lengths.</param>
/// <param name="Frames">Thirty a second.</param>
/// <param name="Beats">In order.</param>
/// <param name="Stills">Moments worth a picture, in order.</param>
/// <param name="NotShown">Techniques that no figure shows yet: they are left out, and said to be.</param>
public sealed record FigureTrack(
    Body Body,
    ImmutableArray<Skeleton> Frames,
    ImmutableArray<FigureBeat> Beats,
    ImmutableArray<FigureStill> Stills,
    ImmutableArray<Technique> NotShown
);

/// <summary>Makes a moving body of a trace: its feet, facing, sides and levels, at a pace.</summary>
public static class Choreography
{
    public const int FramesPerSecond = 30;

    /// <summary>Frames of the shortest beat: what is faster is shown so, since nobody would see it.</summary>
    private const int FewestFrames = 18;

    /// <summary>Shares of the stature that a foot is lifted on its way.</summary>
    private const double Lift = 0.04;

    /// <summary>Shares of the stature from the middle of a partner to where a strike meets the body.</summary>
    private const double Front = 0.07;

    public static FigureTrack Of(Trace trace, Pace pace = Pace.Steady)
    {
        var track = new TrackBuilder(Body.Of(trace.Band), trace.Start);
        var plan = FloorPlan.Of(trace);
        var before = trace.Start;
        foreach (var (step, i) in trace.Steps.Select((s, i) => (s, i)))
        {
            var seconds = (double)BeatClock.Seconds(trace.Combination, step.Count, pace);
            track.Add(step, before, plan.Beats[i].Partner, (int)Math.Ceiling(seconds * FramesPerSecond));
            before = step.Footing;
        }
        return track.Track([.. trace.Steps.SelectMany(NotShown).DistinctBy(t => t.Id)]);
    }

    /// <summary>Frames, beats and stills as they come, beat by beat.</summary>
    private sealed class TrackBuilder
    {
        private readonly Body _body;
        private readonly Stances _stances;
        private readonly KeyPoses _keys;
        private readonly ImmutableArray<Skeleton>.Builder _frames = ImmutableArray.CreateBuilder<Skeleton>();
        private readonly ImmutableArray<FigureBeat>.Builder _beats = ImmutableArray.CreateBuilder<FigureBeat>();
        private readonly ImmutableArray<FigureStill>.Builder _stills = ImmutableArray.CreateBuilder<FigureStill>();
        private Pose _pose;

        public TrackBuilder(Body body, Footing start)
        {
            (_body, _stances, _keys) = (body, new Stances(body), new KeyPoses(body));
            _pose = _stances.Guard(start, 0);
            _frames.Add(Skeleton.Of(body, _pose));
        }

        public FigureTrack Track(ImmutableArray<Technique> notShown) =>
            new(_body, _frames.ToImmutable(), _beats.ToImmutable(), _stills.ToImmutable(), notShown);

        public void Add(TraceStep step, Footing before, Place partner, int length)
        {
            var last = _stances.Guard(step.Footing, _pose.Hips);
            var way = new List<(double At, Pose Pose)> { (0, _pose) };
            Deed? deed = null;
            if (DeedOf(step, before, partner, _body) is { } aimed)
            {
                var guard = _stances.Guard(aimed.At, _pose.Hips);
                var done = _keys.Met(aimed, guard);
                foreach (var key in done.Template.Keys)
                    way.Add((key.At, _keys.Of(key, done, guard)));
                deed = done;
            }
            way.Add((1, last));
            length = Followable(way, Math.Max(FewestFrames, length), _body);
            var from = _frames.Count;
            var strike = deed is { } shown ? Stills(shown, step.Count, from, length) : null;
            for (var f = 1; f <= length; f++)
                _frames.Add(Skeleton.Of(_body, At(way, (double)f / length, _body)));
            _beats.Add(new(step.Count, step.Beat, from, strike, _frames.Count - 1, deed?.Strikes, deed?.Target));
            _pose = last;
        }

        /// <summary>A still of each key pose; the frame at which the target is met.</summary>
        private int? Stills(Deed deed, int count, int from, int length)
        {
            int? strike = null;
            foreach (var key in deed.Template.Keys)
            {
                var frame = from + (int)Math.Round(key.At * length) - 1;
                _stills.Add(new FigureStill(frame, count, key.Aim ? deed.Strikes : null, key.Says));
                if (key.Aim)
                    strike = frame;
            }
            return strike;
        }
    }

    /// <summary>So many frames that no joint goes further between two of them than an eye follows.</summary>
    private static int Followable(List<(double At, Pose Pose)> way, int length, Body body)
    {
        for (var tries = 0; tries < 8; tries++)
        {
            var furthest = FurthestStep(way, length, body);
            if (furthest <= Furthest)
                break;
            length = Math.Max(length + 1, (int)Math.Ceiling(length * furthest / Furthest));
        }
        return length;
    }

    private static double FurthestStep(List<(double At, Pose Pose)> way, int length, Body body)
    {
        var furthest = 0.0;
        var before = Skeleton.Of(body, way[0].Pose);
        for (var f = 1; f <= length; f++)
        {
            var now = Skeleton.Of(body, At(way, (double)f / length, body));
            for (var j = 0; j < now.Joints.Length; j++)
                furthest = Math.Max(furthest, (now.Joints[j] - before.Joints[j]).Length);
            before = now;
        }
        return furthest;
    }

    /// <summary>Metres that a joint goes at most between two frames.</summary>
    private const double Furthest = 0.14;

    /// <summary>The first strike of a beat that a figure shows.</summary>
    private static Deed? DeedOf(TraceStep step, Footing before, Place partner, Body body)
    {
        foreach (var traced in step.Elements)
        {
            if (traced.Element.Technique is not { IsStrike: true, TurnDegrees: 0 } technique)
                continue;
            if (FigureFile.Of(technique) is not { } template || traced.BodySide is not (Side.Left or Side.Right))
                continue;
            var level = traced.Element.AimedAt ?? Level.Body;
            // a foot leaves from where it stood; a hand strikes over the feet that it lands with
            var at = technique.IsKick ? before : step.Footing;
            // ranges are those of grown people: children stand nearer to each other
            var centre = Stances.OnFloor(step.Footing.Centre);
            var middle =
                centre + ((Stances.OnFloor(partner) - centre) * (body.Stature / Body.Of(AgeBand.Adults).Stature));
            var towards = (Stances.OnFloor(at.Centre) - middle).Unit;
            var target = middle + (towards * (Front * body.Stature)) + (Point3.Up * body.HeightOf(level));
            return new Deed(technique, template, traced.BodySide, at, target);
        }
        return null;
    }

    private static IEnumerable<Technique> NotShown(TraceStep step) =>
        step
            .Elements.Select(e => e.Element.Technique)
            .OfType<Technique>()
            .Where(t => t.Family != TechniqueFamily.Footwork && FigureFile.Of(t) is null);

    /// <summary>The pose at a share of a beat: from key to key without a corner.</summary>
    private static Pose At(List<(double At, Pose Pose)> way, double share, Body body)
    {
        var next = way.FindIndex(1, w => share <= w.At + 1e-9);
        var ((from, a), (to, b)) = (way[next - 1], way[next]);
        var within = (share - from) / (to - from);
        var eased = within * within * within * (10 + (within * ((6 * within) - 15)));
        var pose = Pose.Between(a, b, eased);
        return pose with
        {
            LeftFoot = Lifted(pose.LeftFoot, a.LeftFoot, b.LeftFoot, within, body),
            RightFoot = Lifted(pose.RightFoot, a.RightFoot, b.RightFoot, within, body),
        };
    }

    /// <summary>A foot that goes over the floor is lifted on its way.</summary>
    private static LimbPose Lifted(LimbPose foot, LimbPose from, LimbPose to, double within, Body body)
    {
        var way = to.End - from.End;
        if (Math.Abs(way.Z) > 0.01 || way.Length < 0.02)
            return foot;
        return foot with { End = foot.End + (Point3.Up * (Math.Sin(Math.PI * within) * Lift * body.Stature)) };
    }
}
