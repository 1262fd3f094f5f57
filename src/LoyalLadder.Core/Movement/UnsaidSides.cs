using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>
/// The sides of strikes and blocks that nobody said: they alternate. A hand takes the other side than the hand before it, an elbow
/// than the last hand or elbow, a knee than the last knee, else the last hand. A kick takes the other leg than another kick before
/// it, the same leg where the same kick came back. The first of a combination takes its usual side.
/// </summary>
internal sealed class UnsaidSides
{
    private Side _hand;
    private bool _isBlock;
    private Side _knee;
    private Side _leg;
    private Technique? _kick;
    private bool _hasLanded;
    private bool _isHalfSwitched;

    /// <summary>The side of an element, without remembering it.</summary>
    /// <param name="element">What is done.</param>
    /// <param name="isSwitched">The feet were switched in the same count, whose sides are those from before.</param>
    public Side For(Element element, bool isSwitched)
    {
        if (element.Technique is not { } technique)
            return element.Side;
        if (element.Side is Side.Lead or Side.Rear && (element.IsSideSaid || technique.Sides != SideRule.Either))
            return isSwitched ? Flipped(element.Side) : element.Side;
        if (element.IsSideSaid || technique.Sides != SideRule.Either || !Alternates(technique))
            return element.Side;
        if (_isHalfSwitched && technique.Family == TechniqueFamily.Kick)
            return Side.Lead;
        return Before(technique) switch
        {
            Side.Left => technique == _kick && !_hasLanded && technique.IsKick ? Side.Left : Side.Right,
            Side.Right => technique == _kick && !_hasLanded && technique.IsKick ? Side.Right : Side.Left,
            _ => element.Side,
        };
    }

    /// <summary>An element was done with a side of the body.</summary>
    public void Took(Element element, Technique technique, Side body)
    {
        if (technique.Foot == FootMove.HalfSwitch)
            _isHalfSwitched = true;
        else if (technique.IsKick)
            _isHalfSwitched = false;
        if (body is not (Side.Left or Side.Right))
            return;
        switch (technique.Family)
        {
            case TechniqueFamily.Punch or TechniqueFamily.OpenHand or TechniqueFamily.Elbow or TechniqueFamily.Block:
                (_hand, _isBlock) = (body, technique.Family == TechniqueFamily.Block);
                break;
            case TechniqueFamily.Knee:
                _knee = body;
                break;
            case TechniqueFamily.Kick:
                (_leg, _kick, _hasLanded) = (body, technique, element.FootGoes is Landing.Forward or Landing.CrossOver);
                break;
            default:
                break;
        }
    }

    private static bool Alternates(Technique technique) =>
        technique.IsStrike || technique.Family == TechniqueFamily.Block;

    /// <summary>The side of what it goes by: none where nothing of the kind came before.</summary>
    private Side Before(Technique technique) =>
        technique.Family switch
        {
            TechniqueFamily.Kick => _leg,
            TechniqueFamily.Knee => _knee is Side.None ? _hand : _knee,
            // a block after a strike is made with the usual hand; only one after another changes hands
            TechniqueFamily.Block => _isBlock ? _hand : Side.None,
            _ => _hand,
        };

    private static Side Flipped(Side side) => side == Side.Lead ? Side.Rear : Side.Lead;
}
