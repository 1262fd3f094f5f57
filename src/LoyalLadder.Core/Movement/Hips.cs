using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>
/// Which side can strike with the body behind it. The rear side starts loaded; a strike from one side loads the other; a
/// step, a defence or a kick that comes back restores the start; knees in turn load each other.
/// </summary>
internal sealed class Hips
{
    private bool _leadLeg;
    private Side _struckFrom;
    private Level? _struckAt;
    private bool _struckMeant;

    public bool Left { get; private set; }
    public bool Right { get; private set; }

    /// <summary>As at the start, for the foot that is in front now.</summary>
    public void Restore(Lead lead)
    {
        (Left, Right) = (lead == Lead.Right, lead == Lead.Left);
        Forget();
    }

    public bool IsLeadLegLoaded => _leadLeg;

    /// <summary>A strike that stepped through: the other side is loaded where it would be anyway.</summary>
    public void Restored(Lead lead, Side body)
    {
        var (from, at, meant) = (_struckFrom, _struckAt, _struckMeant);
        Restore(lead);
        (_struckFrom, _struckAt, _struckMeant) = (from == body ? from : Side.None, at, meant);
    }

    /// <summary>A step came in, and the lead leg has something behind it for the next kick.</summary>
    public void LoadLeadLeg() => _leadLeg = true;

    public void Forget() => (_struckFrom, _leadLeg) = (Side.None, false);

    public bool Has(Side body) =>
        body switch
        {
            Side.Left => Left,
            Side.Right => Right,
            _ => Left || Right,
        };

    /// <summary>A jab, a back fist and a flick are light by nature; every other hand strike and elbow is meant to be strong.</summary>
    public static bool IsMeantStrong(Element element, Technique technique) =>
        !element.IsLight && technique.Id is not ("jab" or "backfist" or "finger-flick");

    /// <summary>A hand strike or elbow: how strong it is, and whether a second one from the same side has nothing behind it.</summary>
    public (Strength Strength, bool HasNothing) Hand(
        Element element,
        Technique technique,
        Side side,
        Side body,
        (bool Left, bool Right) before
    )
    {
        var isLoaded = body switch
        {
            Side.Left => before.Left,
            Side.Right => before.Right,
            _ => before.Left || before.Right,
        };
        var isMeant = IsMeantStrong(element, technique);
        var strength = isLoaded && isMeant && !technique.IsAlwaysLight ? Strength.Strong : Strength.Light;
        var hasNothing =
            strength == Strength.Light
            && isMeant
            && _struckMeant
            && _struckFrom == body
            && _struckAt == element.AimedAt;
        if (body is Side.Left or Side.Right)
            (Left, Right) =
                strength == Strength.Light && side == Side.Lead
                    ? (body == Side.Right, body == Side.Left)
                    : (body != Side.Left, body != Side.Right);
        (_struckFrom, _struckAt, _struckMeant, _leadLeg) = (body, element.AimedAt, isMeant, false);
        return (strength, hasNothing);
    }

    /// <summary>A kick or knee: the rear leg has its own drive, the lead leg needs to be loaded.</summary>
    public Strength Leg(Element element, Technique technique, Side side, Side body, bool isHeld)
    {
        var isLoaded =
            side != Side.Lead
            || isHeld
            || technique.IsLoaded
            || technique.Foot != FootMove.None
            || _leadLeg
            || Has(body);
        return isLoaded && !element.IsLight ? Strength.Strong : Strength.Light;
    }

    /// <summary>The leg came back, or was set down: the start is restored, and a knee has loaded the other one.</summary>
    public void LegIsDown(Technique technique, Lead lead, Side body)
    {
        Restore(lead);
        if (technique.Family == TechniqueFamily.Knee)
            (Left, Right) = (Left || body == Side.Right, Right || body == Side.Left);
    }
}
