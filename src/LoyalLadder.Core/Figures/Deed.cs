using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>A technique where it is done: which side, over which feet, at what.</summary>
/// <param name="Technique">What.</param>
/// <param name="Template">How such a technique moves.</param>
/// <param name="IsLeft">The left side works; of what both sides do, it is the first.</param>
/// <param name="IsBoth">Both sides do the same at once.</param>
/// <param name="At">The feet that it is done from.</param>
/// <param name="Target">Where it is aimed; null for what strikes nothing.</param>
internal readonly record struct Deed(
    Technique Technique,
    FigureTemplate Template,
    bool IsLeft,
    bool IsBoth,
    Footing At,
    Point3? Target
)
{
    public int Sign => IsLeft ? 1 : -1;

    public bool IsLeg => Template.IsLeg || Template.With is StrikingPart.Toes or StrikingPart.Heel or StrikingPart.Knee;

    /// <summary>The joint that meets the target.</summary>
    public Joint Strikes =>
        (Template.With, IsLeft) switch
        {
            (StrikingPart.Elbow, true) => Joint.LeftElbow,
            (StrikingPart.Elbow, false) => Joint.RightElbow,
            (StrikingPart.Knee, true) => Joint.LeftKnee,
            (StrikingPart.Knee, false) => Joint.RightKnee,
            (StrikingPart.Toes, true) => Joint.LeftToe,
            (StrikingPart.Toes, false) => Joint.RightToe,
            (StrikingPart.Heel, true) => Joint.LeftAnkle,
            (StrikingPart.Heel, false) => Joint.RightAnkle,
            (_, true) => Joint.LeftHand,
            _ => Joint.RightHand,
        };

    /// <summary>Where the limb begins: shoulder or hip.</summary>
    public Joint Root =>
        (IsLeg, IsLeft) switch
        {
            (true, true) => Joint.LeftHip,
            (true, false) => Joint.RightHip,
            (false, true) => Joint.LeftShoulder,
            _ => Joint.RightShoulder,
        };
}
