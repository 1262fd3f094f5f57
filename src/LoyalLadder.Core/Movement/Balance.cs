using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>Legs in the air, legs that stand crossed, hands that are busy, and who lies on the floor.</summary>
internal sealed class Balance(FindingWords words, ImmutableArray<Finding>.Builder findings)
{
    private Lead? _kickedBefore;
    private Lead? _kicksNow;
    private Lead? _held;
    private bool _isDown;
    private bool _downSaid;

    /// <summary>A leg is up from the kick before.</summary>
    public bool IsHeld => _held is not null;

    /// <summary>The kick that is being done came from a leg that was held up.</summary>
    public bool WasHeld { get; private set; }

    /// <summary>A new beat; legs come down between counts.</summary>
    public void Begin(bool isNewCount) => (_kickedBefore, _kicksNow) = (isNewCount ? null : _kicksNow, null);

    /// <summary>Legs that are still in the air, legs that stand crossed, and what cannot be done lying down.</summary>
    public void Feet(Count count, Element element, Technique technique, int number, Side body, ref Footing footing)
    {
        OnTheFloor(technique, number);
        var moves = technique.Foot != FootMove.None || technique.IsKick;
        Lead? leg =
            technique.IsKick && body is Side.Left or Side.Right ? (body == Side.Left ? Lead.Left : Lead.Right) : null;
        WasHeld = leg is not null && _held == leg;
        if (_held is { } held && moves && leg != held)
            findings.Add(leg is null ? FindingWords.StandingLeg(number) : FindingWords.LegHeld(number, held));
        else if (leg is { } now && _kickedBefore is { } before && before != now && !technique.IsJump)
            findings.Add(FindingWords.LegNotDown(number, count));
        if (footing.Crossed is not null && moves && technique.Foot != FootMove.HalfTurn)
        {
            findings.Add(words.LegsCrossed(number, count));
            footing = footing with { Crossed = null };
        }
        if (moves || technique.Family == TechniqueFamily.Stance)
            _held = null;
        if (leg is { } kicks)
        {
            _kicksNow = kicks;
            if (element.IsHeld)
                _held = kicks;
        }
    }

    /// <summary>After a fall everything but ground work waits for getting up.</summary>
    private void OnTheFloor(Technique technique, int number)
    {
        if (technique.Posture is Posture.Falls)
            _isDown = true;
        else if (technique.Posture is Posture.Rises)
            _isDown = false;
        else if (
            _isDown
            && !_downSaid
            && technique.Family != TechniqueFamily.Ground
            && technique.Posture is not Posture.Lying
            && !technique.IsExercise
        )
        {
            _downSaid = true;
            findings.Add(words.OnFloor(number, technique));
        }
    }

    /// <summary>A hand cannot check and strike at one instant, one leg has to stand, and it cannot step.</summary>
    public void FindLimbConflicts(Beat beat, int number, Lead lead, Func<Element, Side> sideOf)
    {
        var (hands, legs) = (0, 0);
        var kicks = beat.Elements.Any(e => e.Technique is { IsKick: true, IsJump: false });
        if (
            kicks
            && beat.Elements.Any(e =>
                e.Technique is { IsKick: false } && (e.Step is not null || e.Technique.Foot != FootMove.None)
            )
        )
            findings.Add(FindingWords.StandingLeg(number));
        foreach (var element in beat.Elements)
        {
            if (element.Technique is not { Limb: not Limb.None } technique)
                continue;
            var (_, body) = TraceRun.Sided(sideOf(element), lead);
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
                    findings.Add(words.SameHand(number, technique));
                hands |= bits;
            }
            else
            {
                if (legs != 0 && bits != 0 && !technique.IsJump)
                    findings.Add(FindingWords.BothLegs(number));
                legs |= bits;
            }
        }
    }
}
