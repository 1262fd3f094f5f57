using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>One walk through a combination, with what has to be remembered from beat to beat.</summary>
internal sealed partial class TraceRun
{
    private readonly FindingWords _words;
    private readonly Combination _combination;
    private readonly TraceAsk _ask;
    private readonly Footing _start;
    private readonly FightRange _from;
    private readonly Distance _distance;
    private readonly Hips _hips = new();
    private readonly UnsaidSides _sides = new();
    private readonly Balance _balance;
    private readonly ImmutableArray<TraceStep>.Builder _steps;
    private readonly ImmutableArray<Finding>.Builder _findings = ImmutableArray.CreateBuilder<Finding>();

    private Footing _footing;

    /// <summary>The feet were switched within this count: its sides are those from before.</summary>
    private bool _isSwitched;
    private int _spin;
    private bool _spinSaid;
    private (Count Count, Element Element)? _before;

    /// <summary>The partner came forward: whoever answers meets them, however far they stood.</summary>
    private bool _isMet;

    /// <summary>The count whose range has been complained about; once is enough for all of its beats.</summary>
    private Count? _outOfRange;

    public TraceRun(FindingWords words, Combination combination, TraceAsk ask, FightRange from)
    {
        _words = words;
        _combination = combination;
        _ask = ask;
        _from = from;
        _distance = new Distance(from);
        _balance = new Balance(words, _findings);
        _start = _footing = Footing.Start(ask.Lead, ask.Band);
        _steps = ImmutableArray.CreateBuilder<TraceStep>(combination.BeatCount);
        _hips.Restore(ask.Lead);
    }

    private bool IsSolo => _ask.Setting == TraceSetting.Solo;

    public Trace Run()
    {
        var (number, beatNumber, groupNumber) = (0, 0, 0);
        foreach (var group in _combination.Groups)
        {
            groupNumber++;
            foreach (var count in group.Counts)
            {
                number++;
                _isSwitched = false;
                for (var i = 0; i < count.Beats.Count; i++)
                {
                    beatNumber++;
                    _balance.Begin(i == 0);
                    var elements = Beat(count, count.Beats[i], beatNumber, number);
                    _steps.Add(
                        new TraceStep(
                            number,
                            beatNumber,
                            groupNumber,
                            elements,
                            _footing,
                            _distance.Range,
                            _hips.Left,
                            _hips.Right
                        )
                    );
                }
            }
        }
        if (_footing.Lead != _start.Lead && beatNumber > 0)
            _findings.Add(_words.OtherSide(beatNumber));
        return new Trace(_combination, _ask.Band, _start, _from, _steps.ToImmutable(), _findings.ToImmutable())
        {
            Setting = _ask.Setting,
        };
    }

    private ImmutableArray<TracedElement> Beat(Count count, Beat beat, int number, int countNumber)
    {
        foreach (var element in beat.Elements)
            Attacked(element, number);
        if (beat.Elements.Count > 1)
            _balance.FindLimbConflicts(beat, number, _footing.Lead, Answering);
        var traced = ImmutableArray.CreateBuilder<TracedElement>(beat.Elements.Count);
        var hips = (_hips.Left, _hips.Right);
        // at one instant, what carries the body in comes before what lands
        for (var pass = beat.Elements.Count > 1 ? 0 : 1; pass < 2; pass++)
        {
            foreach (var element in beat.Elements)
            {
                var carries =
                    beat.Elements.Count > 1
                    && element.Technique is { Family: TechniqueFamily.Footwork } f
                    && FootMoves.ComesIn(f.Foot);
                if (carries == (pass == 0) && element.Technique is { } technique)
                    traced.Add(Do(count, element, technique, number, hips));
            }
        }
        if (!IsSolo)
            Answered(count, beat, number, countNumber);
        return traced.Count == traced.Capacity ? traced.MoveToImmutable() : traced.ToImmutable();
    }

    private TracedElement Do(
        Count count,
        Element element,
        Technique technique,
        int number,
        (bool Left, bool Right) hips
    )
    {
        var (side, body) = Sided(Answering(element), _footing.Lead);
        if (
            technique.Sides is SideRule.Lead && side == Side.Rear
            || technique.Sides is SideRule.Rear && side == Side.Lead
        )
            _findings.Add(_words.WrongSide(number, technique, body));
        if (IsBarred(technique))
            _findings.Add(_words.NotForAge(number, technique, _ask.Band));
        if (element.Level is { } level && !technique.Levels.IsEmpty && !technique.Levels.Contains(level))
            _findings.Add(_words.NoSuchLevel(number, technique, level));
        _sides.Took(element, technique, body);
        _isSwitched |= technique.Foot == FootMove.Switch;
        _balance.Feet(count, element, technique, number, body, ref _footing);
        ComesIn(element, technique, side);
        if (technique.Ranges != Ranges.Anywhere && !IsSolo)
            Reach(count, element, technique, number, side);
        var strength = Struck(count, element, technique, number, side, body, hips);
        Settle(element, technique, body);
        Spun(number, technique);
        if (!IsSolo && IsTurnedAway(technique))
            _findings.Add(_words.TurnedAway(number, technique));
        if (!IsSolo && IsToNobodyBehind(technique))
            _findings.Add(_words.NobodyBehind(number, technique));
        _before = (count, element);
        return new TracedElement(element, side, body, strength);
    }

    /// <summary>In the partner setting techniques go to pads: what is for the air alone is barred there.</summary>
    private bool IsBarred(Technique technique)
    {
        var manner = technique.MannerFor(_ask.Band);
        return manner == Manner.No || (manner == Manner.Air && !IsSolo);
    }

    // ---- sides ----

    /// <summary>
    /// A defence without a written side is made on the side where the attack arrives: with like leads his rear hand comes to
    /// the lead side and his lead hand to the rear side; with opposite leads the other way round.
    /// </summary>
    private Side Answering(Element element)
    {
        if (
            IsSolo
            || element.IsSideSaid
            || element.Attack is not { } attack
            || element.Technique
                is not { Sides: SideRule.Either, Family: TechniqueFamily.Block or TechniqueFamily.Evasion }
        )
            return _sides.For(element, _isSwitched);
        var (his, _) = Sided(attack.Side, _ask.IsOpposite ? _footing.Lead.Other() : _footing.Lead);
        return (his, _ask.IsOpposite) switch
        {
            (Side.Lead, false) or (Side.Rear, true) => Side.Rear,
            (Side.Rear, false) or (Side.Lead, true) => Side.Lead,
            _ => element.Side,
        };
    }

    internal static (Side Side, Side Body) Sided(Side side, Lead lead) =>
        side switch
        {
            Side.Lead => (Side.Lead, lead == Lead.Left ? Side.Left : Side.Right),
            Side.Rear => (Side.Rear, lead == Lead.Left ? Side.Right : Side.Left),
            Side.Left => (lead == Lead.Left ? Side.Lead : Side.Rear, Side.Left),
            Side.Right => (lead == Lead.Right ? Side.Lead : Side.Rear, Side.Right),
            _ => (side, side),
        };

    // ---- coming in ----

    /// <summary>
    /// What carries the strike in, before it lands: a joined step, a slide of its own, the foot that a stepping
    /// strike puts down.
    /// </summary>
    private void ComesIn(Element element, Technique technique, Side side)
    {
        if (element.Step is { } step && FootMoves.ComesIn(step.Foot))
        {
            Turn(FootMoves.After(_footing, step.Foot, step.TurnDegrees));
            _distance.ComesInWith(_footing.Lead, step.Foot, Distance.WorksAt(technique, side, true));
            _hips.LoadLeadLeg();
        }
        if (technique.Foot != FootMove.None && technique.Family != TechniqueFamily.Footwork)
        {
            Turn(FootMoves.After(_footing, technique.Foot, 0));
            _distance.ComesInWith(_footing.Lead, technique.Foot, technique.Ranges);
        }
    }

    private void Turn((Footing Footing, int Spin) moved)
    {
        _footing = moved.Footing;
        if (moved.Spin != 0)
            _spin = Math.Sign(moved.Spin) == -Math.Sign(_spin) ? moved.Spin : _spin + moved.Spin;
    }

    private void Reach(Count count, Element element, Technique technique, int number, Side side)
    {
        var isLoaded = side != Side.Lead || _balance.IsHeld || _hips.IsLeadLegLoaded;
        var works = Distance.WorksAt(technique, side, isLoaded);
        var off = _distance.RangeOffset(works);
        // a lead leg with nothing behind it is a finding of its own
        if (
            off == 0
            || ReferenceEquals(_outOfRange, count)
            || (technique.Ranges.Has(_distance.Range) && works != technique.Ranges)
        )
            return;
        _outOfRange = count;
        if (works == Ranges.Clinch)
            _findings.Add(_words.ClinchNeeded(number, count, technique));
        else if (_distance.Range == FightRange.Clinch && WorksFromAHold(technique))
            return;
        else if (_distance.Range == FightRange.Clinch)
            _findings.Add(_words.ClinchNotLeft(number, count, element, technique));
        else if (off > 0 && _isMet)
            _distance.Meets(works);
        else if (off > 0)
            _findings.Add(_words.TooFar(number, count, element, technique, _distance.Range, off));
        else
            _findings.Add(_words.TooClose(number, count, element, technique, _distance.Range, -off, _before));
    }

    /// <summary>Kicks, straights and steps need room; every knee, short elbow, sweep, shove and turn works from a hold.</summary>
    private static bool WorksFromAHold(Technique technique) =>
        technique.Family
            is TechniqueFamily.Knee
                or TechniqueFamily.Elbow
                or TechniqueFamily.Grip
                or TechniqueFamily.Throw
                or TechniqueFamily.Ground
        || technique is { Power: Power.Push, Limb: Limb.Hand }
        || technique.Ranges.Has(FightRange.Clinch);

    // ---- striking ----

    private Strength Struck(
        Count count,
        Element element,
        Technique technique,
        int number,
        Side side,
        Side body,
        (bool, bool) hips
    )
    {
        if (!technique.IsStrike || technique is { Power: Power.Push, Limb: Limb.Hand })
            return Strength.None;
        if (technique.IsKick)
        {
            var leg = _hips.Leg(element, technique, side, body, _balance.WasHeld);
            if (leg == Strength.Light && side == Side.Lead && !element.IsLight && NeedsHips(technique))
                _findings.Add(_words.LightLeadKick(number, count, element, technique));
            return leg;
        }
        var (strength, hasNothing) = _hips.Hand(element, technique, side, body, hips);
        if (hasNothing && technique.TurnDegrees == 0)
            _findings.Add(_words.NothingBehind(number, element));
        return strength;
    }

    /// <summary>Round and low kicks live on the hip; what is snapped, pushed or thrust from the lead leg does not.</summary>
    private static bool NeedsHips(Technique technique) =>
        technique
            is { Family: TechniqueFamily.Kick, Power: Power.Rotational, Line: AttackLine.Round or AttackLine.Low };

    // ---- how it ends ----

    /// <summary>Where feet, hips and partner are after an element.</summary>
    private void Settle(Element element, Technique technique, Side body)
    {
        if (technique.Family == TechniqueFamily.Footwork)
            Step(technique);
        else
            Land(element, technique, body);
        _distance.After(technique.Partner);
        if (element.Step is { } after && !FootMoves.ComesIn(after.Foot))
            Step(after);
        if (technique.Shape is { } shape)
            _footing = _footing.In(shape, _ask.Band);
        if (element.Stance?.Shape is { } ends)
            _footing = _footing.In(ends, _ask.Band);
    }

    private void Step(Technique step)
    {
        var stood = _distance.Range;
        _distance.After(_footing.Lead, step.Foot);
        // whoever goes away again is no longer met
        _isMet &= _distance.Range <= stood;
        Turn(FootMoves.After(_footing, step.Foot, step.TurnDegrees));
        _hips.Restore(_footing.Lead);
        if (FootMoves.Loads(step.Foot))
            _hips.LoadLeadLeg();
    }

    private void Land(Element element, Technique technique, Side body)
    {
        var goes = element.FootGoes;
        if (
            body is Side.Left or Side.Right
            && (technique.IsKick || goes != Landing.Return || technique.TurnDegrees != 0)
        )
        {
            Turn(FootMoves.Landed(_footing, goes, body == Side.Left ? Lead.Left : Lead.Right, technique.TurnDegrees));
            _distance.After(goes);
        }
        if (technique.IsKick)
        {
            if (technique.Family == TechniqueFamily.Knee && !technique.IsJump && technique.Ranges != Ranges.Clinch)
                _distance.KneeLanded();
            _hips.LegIsDown(technique, _footing.Lead, body);
        }
        else if (goes != Landing.Return && technique.IsStrike)
            _hips.Restored(_footing.Lead, body);
        else if (!technique.IsStrike || technique.Power == Power.Push)
            _hips.Restore(_footing.Lead);
    }

    /// <summary>
    /// It goes where nobody is: the chest looks away from the partner, who stands at twelve o'clock, and it is nothing that strikes
    /// sideways, behind or in a turn.
    /// </summary>
    private bool IsTurnedAway(Technique technique) =>
        technique is { IsStrike: true, TurnDegrees: 0, StrikesAway: false }
        && Math.Min(_footing.Facing, 360 - _footing.Facing) > FurthestFacing;

    private const int FurthestFacing = 100;

    /// <summary>It goes to the rear while the partner stands in front and nobody has taken hold from behind.</summary>
    private bool IsToNobodyBehind(Technique technique) =>
        technique.StrikesToTheRear
        && Math.Min(_footing.Facing, 360 - _footing.Facing) < 180 - FurthestFacing
        && !_combination.Elements.Any(e => e.Attack is { Technique.IsFromBehind: true });

    private void Spun(int number, Technique technique)
    {
        if (!_spinSaid && Math.Abs(_spin) > FindingWords.MostSpin(_ask.Band))
        {
            _spinSaid = true;
            _findings.Add(FindingWords.TooMuchSpin(number, Math.Abs(_spin), _ask.Band));
        }
        // a strike without a turn ends a run of them
        if (technique is { IsStrike: true, TurnDegrees: 0 })
            _spin = 0;
    }
}
