using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>Answers that are no blocks: a strike that stops the attack, or that is not there when it comes.</summary>
internal static class Counters
{
    /// <summary>Whether an element answers an attack as a counter.</summary>
    /// <param name="element">What is done.</param>
    /// <param name="attack">What comes.</param>
    /// <param name="isTogether">It is one of two things in the same count.</param>
    public static bool Stops(Element element, Attack attack, bool isTogether) =>
        element.Technique is { IsStrike: true } strike
        && (
            (IsStopKick(strike, element.Side) && CanBeStopped(attack.Technique))
            || (strike is { IsKick: true, TurnDegrees: > 0 } && attack.Technique.Line == AttackLine.Round)
            || (isTogether && HitsAnotherLine(strike, attack))
        );

    /// <summary>A partner who steps, lands in front or rushes in closes the distance.</summary>
    public static bool ComesIn(Technique attack) =>
        attack.Line is AttackLine.Advance or AttackLine.Tackle
        || attack.Landing == Landing.Forward
        || FootMoves.ComesIn(attack.Foot);

    /// <summary>Push, side and cutting kicks, a front kick from the lead leg, a back kick out of the turn.</summary>
    private static bool IsStopKick(Technique kick, Side side) =>
        kick is { Family: TechniqueFamily.Kick, Line: AttackLine.Front }
        && (kick.Power == Power.Push || kick.TurnDegrees > 0 || side == Side.Lead || kick.Foot != FootMove.None);

    /// <summary>It travels toward whoever is attacked, or is chambered on the way.</summary>
    private static bool CanBeStopped(Technique attack) =>
        attack.Line
            is AttackLine.Straight
                or AttackLine.Overhead
                or AttackLine.Front
                or AttackLine.Round
                or AttackLine.Low
                or AttackLine.Advance
                or AttackLine.Tackle
                or AttackLine.Spinning;

    /// <summary>A strike at the same time, inside or outside of the line on which the attack comes.</summary>
    private static bool HitsAnotherLine(Technique strike, Attack attack) =>
        attack.Technique.IsStrike && strike.Line != attack.Technique.Line && strike.Limb == Limb.Hand;
}
