using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>
/// Follows combinations over the floor: feet, facing, range, hips and hands, beat by beat. Immutable; one tracer serves
/// everybody with the same catalogue and naming.
/// </summary>
/// <param name="catalogue">Where the moves of fixes come from.</param>
/// <param name="naming">The words in which findings speak.</param>
public sealed class Tracer(Catalogue catalogue, NamingSchool naming = NamingSchool.Generic)
{
    private readonly FindingWords _words = new(catalogue, naming);

    /// <summary>Follows a combination.</summary>
    /// <param name="combination">At most 200 beats.</param>
    /// <param name="lead">The foot in front at the start.</param>
    /// <param name="band">Whose stature, and whose limits.</param>
    /// <param name="from">The range at the start; null for the farthest at which the first strike works.</param>
    public Trace Trace(Combination combination, Lead lead, AgeBand band, FightRange? from = null) =>
        new Walk(_words, combination, lead, band, from).Run();

    /// <summary>One walk through a combination, with what has to be remembered from beat to beat.</summary>
    private sealed class Walk
    {
        private readonly FindingWords _words;
        private readonly Combination _combination;
        private readonly AgeBand _band;
        private readonly FightRange _from;
        private readonly Footing _start;
        private readonly ImmutableArray<TraceStep>.Builder _steps;
        private readonly ImmutableArray<Finding>.Builder _findings = ImmutableArray.CreateBuilder<Finding>();

        private Footing _footing;
        private FightRange _range;
        private bool _loadedLeft;
        private bool _loadedRight;
        private bool _leadLegLoaded;
        private int _spin;
        private bool _spinSaid;
        private bool _struckBefore;
        private Lead? _kickedBefore;
        private Lead? _kicksNow;
        private Lead? _heldLeg;
        private (Count Count, Element Element)? _before;

        /// <summary>The count whose range has been complained about; once is enough for all of its beats.</summary>
        private Count? _outOfRange;

        public Walk(FindingWords words, Combination combination, Lead lead, AgeBand band, FightRange? from)
        {
            _words = words;
            _combination = combination;
            _band = band;
            _start = _footing = Footing.Start(lead, band);
            _steps = ImmutableArray.CreateBuilder<TraceStep>(combination.BeatCount);
            _from = _range = from ?? StartRange(combination, lead);
            Reload();
        }

        public Trace Run()
        {
            var (number, beatNumber, groupNumber) = (0, 0, 0);
            foreach (var group in _combination.Groups)
            {
                groupNumber++;
                foreach (var count in group.Counts)
                {
                    number++;
                    for (var i = 0; i < count.Beats.Count; i++)
                    {
                        beatNumber++;
                        (_kickedBefore, _kicksNow) = (i == 0 ? null : _kicksNow, null);
                        var elements = Beat(count, count.Beats[i], beatNumber);
                        _steps.Add(
                            new TraceStep(
                                number,
                                beatNumber,
                                groupNumber,
                                elements,
                                _footing,
                                _range,
                                _loadedLeft,
                                _loadedRight
                            )
                        );
                    }
                }
            }
            if (_footing.Lead != _start.Lead && beatNumber > 0)
                _findings.Add(_words.OtherSide(beatNumber));
            return new Trace(_combination, _band, _start, _from, _steps.ToImmutable(), _findings.ToImmutable());
        }

        /// <summary>The farthest range from which the first move with ranges of its own is reached by what stands before it.</summary>
        private static FightRange StartRange(Combination combination, Lead lead)
        {
            for (var start = FightRange.Long; start > FightRange.Clinch; start--)
                if (new Approach(start, lead).Reaches(combination))
                    return start;
            return FightRange.Clinch;
        }

        /// <summary>Comes closer by what stands before the first move that has ranges of its own.</summary>
        private sealed class Approach(FightRange start, Lead lead)
        {
            private FightRange _range = start;
            private Lead _lead = lead;
            private bool _isLoaded;

            /// <summary>True when that move works from where one stands then, or when there is none.</summary>
            public bool Reaches(Combination combination)
            {
                foreach (var element in combination.Elements)
                    if (element.Technique is { } technique && Arrives(element, technique) is { } works)
                        return works;
                return true;
            }

            /// <summary>Whether a move works from here; null for one that can be done anywhere and only changes where one stands.</summary>
            private bool? Arrives(Element element, Technique technique)
            {
                if (technique.Family == TechniqueFamily.Footwork)
                    Step(technique.Foot);
                else if (technique.Ranges == Ranges.Anywhere)
                    _isLoaded = false;
                else
                    return Works(element, technique);
                return null;
            }

            private void Step(FootMove foot)
            {
                _range = FootMoves.RangeAfter(_range, foot);
                _isLoaded = FootMoves.Loads(foot);
                if (foot is FootMove.Switch or FootMove.StepThrough or FootMove.StepThroughBack)
                    _lead = _lead.Other();
            }

            private bool Works(Element element, Technique technique)
            {
                if (technique.Foot != FootMove.None)
                    _range = FootMoves.RangeAfter(_range, technique.Foot);
                if (element.Step is { } step && FootMoves.ComesIn(step.Foot))
                {
                    _range = FootMoves.RangeAfter(_range, step.Foot);
                    _isLoaded |= FootMoves.Loads(step.Foot);
                }
                var isLead = element.Side switch
                {
                    Side.Lead => true,
                    Side.Left => _lead == Lead.Left,
                    Side.Right => _lead == Lead.Right,
                    _ => false,
                };
                return WorksAt(technique, isLead, _isLoaded).Has(_range);
            }
        }

        /// <summary>An unloaded lead leg does not reach to long range, a push kick aside.</summary>
        private static Ranges WorksAt(Technique technique, bool isLead, bool loaded) =>
            technique
                is {
                    Family: TechniqueFamily.Kick,
                    IsLoaded: false,
                    Power: not Power.Push,
                    Line: AttackLine.Front or AttackLine.Round
                }
            && isLead
            && !loaded
                ? technique.Ranges & ~Ranges.Long
                : technique.Ranges;

        /// <summary>The rear side starts loaded.</summary>
        private void Reload() =>
            (_loadedLeft, _loadedRight) = (_footing.Lead == Lead.Right, _footing.Lead == Lead.Left);

        private ImmutableArray<TracedElement> Beat(Count count, Beat beat, int number)
        {
            var traced = ImmutableArray.CreateBuilder<TracedElement>(beat.Elements.Count);
            var hips = (_loadedLeft, _loadedRight);
            if (beat.Elements.Count > 1)
                BusyTwice(beat, number);
            var struck = false;
            // at one instant, what carries the body in comes before what lands
            for (var pass = beat.Elements.Count > 1 ? 0 : 1; pass < 2; pass++)
            {
                foreach (var element in beat.Elements)
                {
                    var carries =
                        beat.Elements.Count > 1
                        && element.Technique is { Family: TechniqueFamily.Footwork } f
                        && FootMoves.ComesIn(f.Foot);
                    if (carries != (pass == 0) || element.Technique is not { } technique)
                        continue;
                    traced.Add(Do(count, element, technique, number, hips));
                    struck |= technique.IsStrike;
                }
            }
            Answered(count, beat, number);
            _struckBefore = struck;
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
            var (side, body) = Sided(element.Side, _footing.Lead);
            if (
                technique.Sides is SideRule.Lead && side == Side.Rear
                || technique.Sides is SideRule.Rear && side == Side.Lead
            )
                _findings.Add(_words.WrongSide(number, technique, body));
            if (technique.MannerFor(_band) == Manner.No)
                _findings.Add(_words.NotForAge(number, technique, _band));
            Feet(count, element, technique, number, body);
            if (element.Step is { } step && FootMoves.ComesIn(step.Foot))
                Step(step.Foot);
            if (technique.Foot != FootMove.None && technique.Family != TechniqueFamily.Footwork)
                Step(technique.Foot);
            if (technique.Ranges != Ranges.Anywhere)
                Reach(count, element, technique, number, side, body == Side.Left ? hips.Left : hips.Right);
            var strength = technique.IsStrike
                ? Strike(count, element, technique, number, side, body, hips)
                : Strength.None;
            if (technique.Family == TechniqueFamily.Footwork)
            {
                Step(technique.Foot);
                Reload();
            }
            else if (!FootMoves.Loads(element.Step?.Foot ?? FootMove.None) || technique.IsStrike)
                _leadLegLoaded = false;
            Land(element, technique, body);
            _range = FootMoves.RangeAfter(_range, technique.Partner);
            if (element.Step is { } after && !FootMoves.ComesIn(after.Foot))
                Step(after.Foot);
            if (technique.Shape is { } shape)
                _footing = _footing.In(shape, _band);
            if (element.Stance?.Shape is { } ends)
                _footing = _footing.In(ends, _band);
            if (element.Clock is { } hour)
                Face(hour * 30 % 360);
            Spun(number);
            _before = (count, element);
            return new TracedElement(element, side, body, strength);
        }

        private static (Side Side, Side Body) Sided(Side side, Lead lead) =>
            side switch
            {
                Side.Lead => (Side.Lead, lead == Lead.Left ? Side.Left : Side.Right),
                Side.Rear => (Side.Rear, lead == Lead.Left ? Side.Right : Side.Left),
                Side.Left => (lead == Lead.Left ? Side.Lead : Side.Rear, Side.Left),
                Side.Right => (lead == Lead.Right ? Side.Lead : Side.Rear, Side.Right),
                _ => (side, side),
            };

        private void Step(FootMove move)
        {
            (_footing, var spin) = FootMoves.After(_footing, move);
            _spin = Math.Sign(spin) == -Math.Sign(_spin) ? spin : _spin + spin;
            _range = FootMoves.RangeAfter(_range, move);
            _leadLegLoaded = FootMoves.Loads(move);
        }

        private void Face(int degrees)
        {
            var turn = Footing.Around(degrees - _footing.Facing);
            if (turn == 180)
                turn = 180 * _footing.TurnSign;
            else if (turn > 180)
                turn -= 360;
            _footing = _footing.Turned(turn);
            _spin = Math.Sign(turn) == -Math.Sign(_spin) ? turn : _spin + turn;
        }

        private void Land(Element element, Technique technique, Side body)
        {
            if (
                body is not (Side.Left or Side.Right)
                || (
                    !technique.IsKick
                    && technique.Landing == Landing.Return
                    && element.Landing is null
                    && technique.TurnDegrees == 0
                )
            )
                return;
            if (technique.Family == TechniqueFamily.Footwork)
                return;
            (_footing, var spin) = FootMoves.Landed(
                _footing,
                element.FootGoes,
                body == Side.Left ? Lead.Left : Lead.Right,
                technique.TurnDegrees
            );
            _spin = Math.Sign(spin) == -Math.Sign(_spin) ? spin : _spin + spin;
            _range = FootMoves.RangeAfter(_range, element.FootGoes);
            if (technique.IsKick && element.FootGoes == Landing.Return)
                Reload();
        }

        /// <summary>A strike takes the load of its side and gives it to the other; a light one has nothing behind it.</summary>
        private Strength Strike(
            Count count,
            Element element,
            Technique technique,
            int number,
            Side side,
            Side body,
            (bool Left, bool Right) hips
        )
        {
            var isLeadKick = technique.Family == TechniqueFamily.Kick && side == Side.Lead;
            var loaded =
                body switch
                {
                    Side.Left => hips.Left,
                    Side.Right => hips.Right,
                    _ => hips.Left || hips.Right,
                }
                || technique.IsLoaded
                || (isLeadKick && (_leadLegLoaded || technique.Foot != FootMove.None));
            // a stamp or a flick at the leg needs no hip behind it
            var needsHips =
                technique.Power != Power.Push
                && (technique.Line != AttackLine.Low || technique.Power == Power.Rotational);
            if (!loaded && isLeadKick && needsHips)
                _findings.Add(_words.LightLeadKick(number, count, element, technique));
            else if (
                !loaded
                && !isLeadKick
                && _struckBefore
                && technique is { Sides: not SideRule.Lead, Power: not Power.Push }
                && body is Side.Left or Side.Right
            )
                _findings.Add(_words.NothingBehind(number, element));
            if (
                body is Side.Left or Side.Right
                && (
                    technique.Power is Power.Straight or Power.Rotational
                    || (!loaded && side == Side.Lead && technique.Limb == Limb.Hand)
                )
            )
                (_loadedLeft, _loadedRight) = (body == Side.Right, body == Side.Left);
            return loaded ? Strength.Strong : Strength.Light;
        }

        private void Reach(Count count, Element element, Technique technique, int number, Side side, bool hasHips)
        {
            var works = WorksAt(technique, side == Side.Lead, _leadLegLoaded);
            // a lead leg with nothing behind it is a finding of its own
            if (works.Has(_range) || (!hasHips && technique.Ranges.Has(_range)) || ReferenceEquals(_outOfRange, count))
                return;
            _outOfRange = count;
            if (works == Ranges.Clinch)
                _findings.Add(_words.ClinchNeeded(number, count, technique));
            else if (_range == FightRange.Clinch)
                _findings.Add(_words.ClinchNotLeft(number, count, element, technique));
            else
            {
                var (nearest, farthest) = (FightRange.Long, FightRange.Clinch);
                for (var r = FightRange.Close; r <= FightRange.Long; r++)
                {
                    if (!works.Has(r))
                        continue;
                    if (r < nearest)
                        nearest = r;
                    if (r > farthest)
                        farthest = r;
                }
                if (_range > farthest)
                    _findings.Add(_words.TooFar(number, count, element, technique, _range, _range - farthest));
                else if (_range < nearest)
                    _findings.Add(_words.Choked(number, count, element, technique, _range, nearest - _range, _before));
            }
        }

        /// <summary>Legs that are still in the air, and legs that stand crossed.</summary>
        private void Feet(Count count, Element element, Technique technique, int number, Side body)
        {
            var moves = technique.Foot != FootMove.None || technique.IsKick;
            Lead? leg =
                technique.IsKick && body is Side.Left or Side.Right
                    ? body == Side.Left
                        ? Lead.Left
                        : Lead.Right
                    : null;
            if (_heldLeg is { } held && moves && leg != held)
                _findings.Add(FindingWords.LegHeld(number, held));
            else if (leg is { } now && _kickedBefore is { } before && before != now && !technique.IsJump)
                _findings.Add(FindingWords.LegNotDown(number, count));
            if (_footing.Crossed is not null && moves && technique.Foot != FootMove.HalfTurn)
            {
                _findings.Add(_words.LegsCrossed(number, count));
                _footing = _footing with { Crossed = null };
            }
            if (moves || technique.Family == TechniqueFamily.Stance)
                _heldLeg = null;
            if (leg is { } kicks)
            {
                _kicksNow = kicks;
                if (element.IsHeld)
                    _heldLeg = kicks;
            }
        }

        /// <summary>A hand cannot check and strike at one instant, and one leg has to stand.</summary>
        private void BusyTwice(Beat beat, int number)
        {
            var (hands, legs) = (0, 0);
            foreach (var element in beat.Elements)
            {
                if (element.Technique is not { Limb: not Limb.None } technique)
                    continue;
                var (_, body) = Sided(element.Side, _footing.Lead);
                var bits = body switch
                {
                    Side.Left => 1,
                    Side.Right => 2,
                    Side.Both => 3,
                    _ => 0,
                };
                if (technique.Limb == Limb.Hand)
                {
                    if ((hands & bits) != 0)
                        _findings.Add(_words.SameHand(number, technique));
                    hands |= bits;
                }
                else
                {
                    if (legs != 0 && bits != 0 && !technique.IsJump)
                        _findings.Add(FindingWords.BothLegs(number));
                    legs |= bits;
                }
            }
        }

        private void Answered(Count count, Beat beat, int number)
        {
            foreach (var element in beat.Elements)
            {
                if (element.Attack is not { } attack || attack.Technique.Line == AttackLine.None)
                    continue;
                var isAnswered = false;
                foreach (var answer in beat.Elements)
                    isAnswered |= answer.Technique is { } technique && FindingWords.Answers(technique, attack);
                if (!isAnswered)
                    _findings.Add(_words.Unanswered(number, count, element, attack));
            }
        }

        private void Spun(int number)
        {
            if (_spinSaid || Math.Abs(_spin) <= FindingWords.MostSpin(_band))
                return;
            _spinSaid = true;
            _findings.Add(FindingWords.TooMuchSpin(number, Math.Abs(_spin), _band));
        }
    }
}
