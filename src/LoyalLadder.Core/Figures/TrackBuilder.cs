using System.Collections.Immutable;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>Frames, beats and stills as they come, beat by beat.</summary>
internal sealed class TrackBuilder
{
    private readonly Body _body;
    private readonly Stances _stances;
    private readonly KeyPoses _keys;
    private readonly PartnerBuilder? _partner;
    private readonly ImmutableArray<Skeleton>.Builder _frames = ImmutableArray.CreateBuilder<Skeleton>();
    private readonly ImmutableArray<FigureBeat>.Builder _beats = ImmutableArray.CreateBuilder<FigureBeat>();
    private readonly ImmutableArray<FigureStill>.Builder _stills = ImmutableArray.CreateBuilder<FigureStill>();
    private readonly Footing _start;
    private Pose _pose;

    public TrackBuilder(Body body, Footing start, PartnerBuilder? partner)
    {
        (_body, _stances, _keys) = (body, new Stances(body), new KeyPoses(body));
        _start = start;
        _pose = _stances.Guard(start, 0);
        _partner = partner;
        _frames.Add(Skeleton.Of(body, _pose));
    }

    public FigureTrack Track(ImmutableArray<Technique> notShown) =>
        new(
            _body,
            _frames.ToImmutable(),
            _partner?.Frames(_frames.Count) ?? [],
            _beats.ToImmutable(),
            _stills.ToImmutable(),
            notShown
        );

    /// <summary>One beat of a trace.</summary>
    public void Add(TraceStep step, Footing before, (Place Before, Place After) partner, int least, bool endsCount)
    {
        var near = _pose.Hips - Deeds.SpinOf(step, before);
        var deeds = Deeds.Of(step, before, partner, _body);
        if (deeds.IsEmpty)
        {
            Step(step, _stances.Guard(step.Footing, near), least);
            _partner?.Stand(partner.After, step.Footing, _beats[^1]);
            return;
        }
        // an answer takes as long as the attack needs to be seen
        if (step.Elements.Any(e => e.Element.Attack is not null))
            least = Math.Max(
                least,
                step.Elements.Any(e => e.Element.Attack is { Technique.IsKick: true }) ? KickFrames : HandFrames
            );
        var guard = _stances.Guard(deeds[0].At, deeds[0].IsLeg ? _pose.Hips : near);
        var deed = _keys.Met(deeds[0], guard);
        // a strike that turns ends where its last pose has come round to
        if (deed.Technique.TurnDegrees > 0)
            near = _keys.Of(deed.Template.Keys[^1], deed, guard).Hips;
        Do(
            step.Count,
            step.Beat,
            [deed, .. deeds.Skip(1)],
            guard,
            _stances.Guard(step.Footing, near),
            least,
            endsCount
        );
        _partner?.Answer(step, deed, _beats[^1], partner.After, _keys);
    }

    /// <summary>Frames of an attack with a leg, and with a hand.</summary>
    private const int KickFrames = 54,
        HandFrames = 30;

    /// <summary>Feet alone.</summary>
    private void Step(TraceStep step, Pose last, int least)
    {
        var way = new MotionPath(_body, _pose);
        if (step.Elements.Any(e => e.Element.Technique is { Landings: > 0 }))
            way.Add(0.5, InTheAir(Pose.Between(_pose, last, 0.5)));
        way.Add(1, last);
        var from = _frames.Count;
        Move(way.Lay(least));
        _beats.Add(new(step.Count, step.Beat, from, null, _frames.Count - 1, null, null, false, null));
        _stills.Add(
            new FigureStill(_frames.Count - 1, step.Count, step.Beat, null, "the feet where the step ends", true)
        );
    }

    /// <summary>Both feet off the floor, toes down.</summary>
    private Pose InTheAir(Pose pose)
    {
        var up = Point3.Up * (JumpHeight * _body.Stature);
        return pose with
        {
            Pelvis = pose.Pelvis + up,
            LeftFoot = pose.LeftFoot with { End = pose.LeftFoot.End + up, Pitch = -30 },
            RightFoot = pose.RightFoot with { End = pose.RightFoot.End + up, Pitch = -30 },
            LeftHand = pose.LeftHand with { End = pose.LeftHand.End + up },
            RightHand = pose.RightHand with { End = pose.RightHand.End + up },
        };
    }

    /// <summary>Share of the stature that a hop leaves the floor.</summary>
    private const double JumpHeight = 0.08;

    /// <summary>One technique without a trace: from guard and back, or round and round.</summary>
    public void Add(Technique technique, FigureTemplate template, int least)
    {
        var deed = Deeds.Alone(technique, template, _start, _body);
        var guard = _stances.Guard(deed.At, 0);
        var done = _keys.Met(deed, guard, isAlone: true);
        if (template.Loops)
        {
            _pose = _keys.Of(template.Keys[0], done, guard);
            _frames[0] = Skeleton.Of(_body, _pose);
        }
        Do(1, 1, [done], guard, template.Loops ? _pose : guard, least, true);
        if (template.Alternates)
            Do(2, 2, [done with { IsLeft = !done.IsLeft }], guard, _pose, least, true);
    }

    /// <summary>Nothing is done for so many frames.</summary>
    public void Rest(int frames)
    {
        for (var f = 0; f < frames; f++)
            _frames.Add(_frames[^1]);
    }

    private void Do(int count, int beat, ImmutableArray<Deed> deeds, Pose guard, Pose last, int least, bool endsCount)
    {
        var deed = deeds[0];
        var way = WayOf(deeds, guard, last, endsCount).Lay(least);
        var from = _frames.Count;
        var main = deed.Template.Main;
        foreach (var key in deed.Template.Keys)
        {
            var frame = from + way.FrameOf(key.At) - 1;
            _stills.Add(new(frame, count, beat, key.Aim ? deed.Strikes : null, key.Says, key == main));
        }
        Move(way);
        int? strike = deed.Target is null ? null : from + way.FrameOf(main.At) - 1;
        _beats.Add(
            new(
                count,
                beat,
                from,
                strike,
                _frames.Count - 1,
                strike is null ? null : deed.Strikes,
                deed.Target,
                deed.Template.InSteps,
                strike is null ? null : deed.Technique.Hold
            )
        );
    }

    /// <summary>The poses of what is done, one after another.</summary>
    private MotionPath WayOf(ImmutableArray<Deed> deeds, Pose guard, Pose last, bool endsCount)
    {
        var deed = deeds[0];
        var way = new MotionPath(_body, _pose) { InSteps = deed.Template.InSteps };
        var pose = guard;
        foreach (var key in deed.Template.Keys)
        {
            pose = _keys.Of(key, deed, guard);
            foreach (var other in deeds.Skip(1))
                if (key == deed.Template.Main)
                    pose = Besides(pose, other, guard);
            way.Add(key.At, pose, key.Through);
        }
        // who has rolled over is upright again after a whole turn
        if (pose.Lean.Length > OverTheHead)
            last = last with { Lean = last.Lean + (pose.Lean.Unit * (2 * Math.PI)) };
        // what follows on the same count begins from where this one ends, not from guard
        way.Add(1, endsCount || deed.IsLeg ? last : Pose.Between(pose, last, 0.5));
        return way;
    }

    private void Move(MotionPath way)
    {
        _frames.AddRange(way.Frames);
        _pose = way.Last;
        if (_pose.Lean.Length > OverTheHead)
            _pose = _pose with { Lean = _pose.Lean - (_pose.Lean.Unit * (2 * Math.PI)) };
    }

    /// <summary>Radians of leaning from which somebody has gone over the head.</summary>
    private const double OverTheHead = 1.5 * Math.PI;

    /// <summary>What a hand does at the same instant as something greater.</summary>
    private Pose Besides(Pose pose, Deed other, Pose guard)
    {
        if (other.IsLeg || other.IsBoth)
            return pose;
        var own = _keys.Of(other.Template.Main, other, guard);
        var limb = own.Limb(false, other.IsLeft);
        var carried = Skeleton.Of(_body, pose)[Joint.Neck] - Skeleton.Of(_body, own)[Joint.Neck];
        return pose.With(false, other.IsLeft, limb with { End = limb.End + carried });
    }
}
