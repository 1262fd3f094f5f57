using System.Collections.Immutable;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>
/// The partner in the same frames: stands where the trace has one, holds what is struck, throws what is answered and gives way a
/// little when met.
/// </summary>
/// <param name="body">Whose lengths.</param>
/// <param name="isOpposite">The partner has the other foot in front.</param>
internal sealed class PartnerBuilder(Body body, bool isOpposite)
{
    /// <summary>Shares of the stature and degrees by which somebody who is met gives way.</summary>
    private const double GivesWay = 0.025,
        LeansBack = 5;

    /// <summary>Shares of the stature that two hands are apart behind one pad.</summary>
    private const double Apart = 0.07;

    private readonly Stances _stances = new(body);
    private readonly ImmutableArray<Skeleton>.Builder _frames = ImmutableArray.CreateBuilder<Skeleton>();
    private Pose? _pose;

    /// <summary>As many frames as the performer has; where nobody has moved for a while, the last again.</summary>
    public ImmutableArray<Skeleton> Frames(int count)
    {
        while (_frames.Count > 0 && _frames.Count < count)
            _frames.Add(_frames[^1]);
        return _frames.ToImmutable();
    }

    /// <summary>Follows the performer, with nothing to hold.</summary>
    public void Stand(Place at, Footing facing, FigureBeat beat)
    {
        var guard = Guard(Stances.OnFloor(at), facing);
        var way = Begin(guard, beat);
        way.Add(1, guard);
        Move(way, beat);
    }

    /// <summary>Holds, feeds and gives way in a beat that the performer has.</summary>
    public void Answer(TraceStep step, Deed deed, FigureBeat beat, Place planned, KeyPoses keys)
    {
        var length = (double)(beat.To - beat.From + 1);
        var centre = Stances.OnFloor(step.Footing.Centre);
        var towards = (Stances.OnFloor(planned) - centre).Unit;
        var at =
            deed.Technique.StrikesToTheRear || deed.Target is not { } met
                ? Stances.OnFloor(planned)
                : (met with { Z = 0 }) + (towards * (Deeds.Front * body.Stature));
        var guard = Guard(at, step.Footing);
        var way = Begin(guard, beat);
        var main = deed.Template.Main;
        var when = beat.Strike is { } strike ? (strike - beat.From + 1) / length : main.At;
        if (AttackOf(step, deed, guard) is { } attack)
            foreach (var key in attack.Template.Keys)
                way.Add(key.At * when / attack.Template.Main.At * 0.999, keys.Of(key, attack, guard));
        else if (deed.Target is { } target && beat.Held is { } held)
        {
            var shows = Holding(guard, target, held, deed);
            way.Add(when * 0.55, shows);
            way.Add(when, shows);
            way.Add(Math.Min(0.95, when + 0.15), Pushed(shows, towards));
        }
        way.Add(1, guard);
        Move(way, beat);
    }

    private Lead LeadOf(Lead performer) => isOpposite ? performer.Other() : performer;

    /// <summary>Somebody who faces the performer.</summary>
    private Pose Guard(Point3 at, Footing performer)
    {
        var footing = new Footing(
            new Place(-at.Y, at.X),
            Footing.Around(performer.Axis + 180),
            LeadOf(performer.Lead),
            Movement.Stance.Of(Movement.Stance.Fighting, BandOf()),
            performer.Stride
        );
        return _stances.Guard(footing, _pose?.Hips ?? 180);
    }

    private AgeBand BandOf() => Enum.GetValues<AgeBand>().First(b => Body.Of(b) == body);

    /// <summary>The attack of a beat, from where the partner stands to where the performer stood.</summary>
    private Deed? AttackOf(TraceStep step, Deed answer, Pose guard)
    {
        var attack = step.Elements.Select(e => e.Element.Attack).FirstOrDefault(a => a is not null);
        if (attack is null || FigureFile.Of(attack.Technique) is not { } template)
            return null;
        var lead = LeadOf(answer.At.Lead);
        var isLeft = TraceRun.Sided(attack.Side, lead).Body switch
        {
            Side.Right => false,
            Side.Left or Side.Both => true,
            _ => lead == Lead.Left,
        };
        var level = attack.Level ?? (attack.Technique.Levels.IsEmpty ? Level.Body : attack.Technique.Levels[0]);
        var pelvis = guard.Pelvis;
        var footing = new Footing(
            new Place(-pelvis.Y, pelvis.X),
            Footing.Around(answer.At.Axis + 180),
            lead,
            answer.At.Stance,
            answer.At.Stride
        );
        var from = Stances.OnFloor(answer.At.Centre);
        var back = ((pelvis - from) with { Z = 0 }).Unit;
        var target = from + (back * (Deeds.Front * body.Stature)) + (Point3.Up * body.HeightOf(level));
        return new Deed(
            attack.Technique,
            template,
            isLeft,
            attack.Side == Side.Both,
            footing,
            template.Keys.Any(k => k.Aim) ? target : null
        );
    }

    /// <summary>What is held is where it is struck: one mitt on the side that strikes, or both hands behind one pad.</summary>
    private Pose Holding(Pose guard, Point3 target, HoldPlace held, Deed deed)
    {
        if (held is HoldPlace.ThighPad or HoldPlace.ThighInside)
            return guard;
        var back = ((guard.Pelvis - target) with { Z = 0 }).Unit;
        var left = back.Turned(-90);
        var behind = target + (back * (body.Hand * 0.9));
        var isOneMitt =
            held is HoldPlace.Mitt or HoldPlace.MittIn or HoldPlace.MittOut or HoldPlace.MittDown or HoldPlace.MittHigh;
        // the partner's right is on the performer's left
        if (isOneMitt && !deed.IsBoth)
            return guard.With(false, !deed.IsLeft, new LimbPose(behind, Elbow(deed.IsLeft ? -1 : 1)));
        return guard with
        {
            LeftHand = new LimbPose(behind + (left * (Apart * body.Stature)), Elbow(1)),
            RightHand = new LimbPose(behind - (left * (Apart * body.Stature)), Elbow(-1)),
        };

        Point3 Elbow(int side) => (left * (0.5 * side)) - Point3.Up;
    }

    private Pose Pushed(Pose pose, Point3 towards) =>
        pose with
        {
            Pelvis = pose.Pelvis + (towards * (GivesWay * body.Stature)),
            Lean = pose.Lean + (towards * Point3.Radians(LeansBack)),
            LeftHand = pose.LeftHand with { End = pose.LeftHand.End + (towards * (GivesWay * body.Stature)) },
            RightHand = pose.RightHand with { End = pose.RightHand.End + (towards * (GivesWay * body.Stature)) },
        };

    private MotionPath Begin(Pose guard, FigureBeat beat)
    {
        var first = _pose ?? guard;
        while (_frames.Count < beat.From)
            _frames.Add(Skeleton.Of(body, first));
        return new MotionPath(body, first) { InSteps = beat.InSteps };
    }

    /// <summary>As many frames as the performer has: partners are as quick as need be.</summary>
    private void Move(MotionPath way, FigureBeat beat)
    {
        var length = beat.To - beat.From + 1;
        for (var f = 1; f <= length; f++)
            _frames.Add(Skeleton.Of(body, way.AtShare((double)f / length)));
        _pose = way.AtShare(1);
    }
}
