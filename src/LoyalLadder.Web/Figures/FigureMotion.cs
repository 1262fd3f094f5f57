using LoyalLadder.Core.Figures;

namespace LoyalLadder.Web.Figures;

/// <summary>A moving figure as pages and programs get it. Places are whole millimetres; shapes stand in docs/formats.md.</summary>
/// <param name="FramesPerSecond">Frames a second.</param>
/// <param name="Stature">From heel to crown, millimetres.</param>
/// <param name="IsChild">A larger head on shorter legs.</param>
/// <param name="Joints">The joints in their order in every frame.</param>
/// <param name="Frames">x, y and z of every joint; x towards twelve o'clock, y to the left, z up.</param>
/// <param name="Counts">The beats.</param>
/// <param name="Partner">The partner in the same frames; null for who is alone.</param>
/// <param name="Stills">Moments worth a picture.</param>
/// <param name="NotShown">Ids of techniques that no figure shows.</param>
public sealed record FigureMotion(
    int FramesPerSecond,
    int Stature,
    bool IsChild,
    IReadOnlyList<string> Joints,
    IReadOnlyList<int[]> Frames,
    IReadOnlyList<FigureMotion.BeatAnswer> Counts,
    FigureMotion.PartnerAnswer? Partner,
    IReadOnlyList<FigureMotion.StillAnswer> Stills,
    IReadOnlyList<string> NotShown
)
{
    public sealed record PartnerAnswer(IReadOnlyList<int[]> Frames);

    public sealed record PlaceAnswer(int X, int Y, int Z);

    /// <param name="Count">Number of the count.</param>
    /// <param name="Beat">Number of the beat.</param>
    /// <param name="From">First frame, from 0.</param>
    /// <param name="Strike">The frame at which the target is met; null where nothing is struck.</param>
    /// <param name="To">Last frame.</param>
    /// <param name="Limb">The joint that meets it.</param>
    /// <param name="Target">Where.</param>
    /// <param name="InSteps">Key poses only; no motion is shown between them.</param>
    /// <param name="Held">What the partner holds up.</param>
    public sealed record BeatAnswer(
        int Count,
        int Beat,
        int From,
        int? Strike,
        int To,
        string? Limb,
        PlaceAnswer? Target,
        bool InSteps,
        string? Held
    );

    public sealed record StillAnswer(int Frame, int Count, string Words);

    private static readonly string[] JointNames =
    [
        .. Enum.GetNames<Joint>().Select(n => char.ToLowerInvariant(n[0]) + n[1..]),
    ];

    private const int MillimetresInMetre = 1000;

    /// <summary>A track, with every so-manieth frame left.</summary>
    public static FigureMotion Of(FigureTrack track, int framesPerSecond = FigureTrack.FramesPerSecond)
    {
        var every = FigureTrack.FramesPerSecond / framesPerSecond;
        return new FigureMotion(
            framesPerSecond,
            Millimetres(track.Body.Stature),
            track.Body.IsChild,
            JointNames,
            Packed(track.Frames, every),
            [.. track.Beats.Select(b => Beat(b, every))],
            track.Partner.IsEmpty ? null : new PartnerAnswer(Packed(track.Partner, every)),
            [.. track.Stills.Select(s => new StillAnswer(s.Frame / every, s.Count, s.Words))],
            [.. track.NotShown.Select(t => t.Id)]
        );
    }

    private static BeatAnswer Beat(FigureBeat beat, int every) =>
        new(
            beat.Count,
            beat.Beat,
            beat.From / every,
            beat.Strike / every,
            beat.To / every,
            beat.Limb is { } limb ? JointNames[(int)limb] : null,
            beat.Target is { } t ? new PlaceAnswer(Millimetres(t.X), Millimetres(t.Y), Millimetres(t.Z)) : null,
            beat.InSteps,
            beat.Held?.ToString().ToLowerInvariant()
        );

    private static List<int[]> Packed(IReadOnlyList<Skeleton> frames, int every)
    {
        var packed = new List<int[]>((frames.Count / every) + 1);
        for (var f = 0; f < frames.Count; f += every)
        {
            var places = new int[Skeleton.JointCount * 3];
            for (var j = 0; j < Skeleton.JointCount; j++)
            {
                var joint = frames[f].Joints[j];
                (places[j * 3], places[(j * 3) + 1]) = (Millimetres(joint.X), Millimetres(joint.Y));
                places[(j * 3) + 2] = Millimetres(joint.Z);
            }
            packed.Add(places);
        }
        return packed;
    }

    private static int Millimetres(double metres) => (int)Math.Round(metres * MillimetresInMetre);
}
