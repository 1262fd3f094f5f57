using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>A moment worth a picture.</summary>
/// <param name="Frame">Its number, from 0.</param>
/// <param name="Count">The count that it belongs to.</param>
/// <param name="Beat">The beat that it belongs to.</param>
/// <param name="Strikes">What meets the target in it; null where nothing does.</param>
/// <param name="Words">What there is to see.</param>
/// <param name="IsMain">The one that shows what its beat is, where only one is shown.</param>
public readonly record struct FigureStill(int Frame, int Count, int Beat, Joint? Strikes, string Words, bool IsMain);

/// <summary>One beat of a figure.</summary>
/// <param name="Count">Number of its count.</param>
/// <param name="Beat">Number of the beat.</param>
/// <param name="From">First frame.</param>
/// <param name="Strike">The frame at which the target is met; null where nothing is struck.</param>
/// <param name="To">Last frame.</param>
/// <param name="Limb">What strikes; null for nothing.</param>
/// <param name="Target">Where; null for nothing.</param>
/// <param name="InSteps">Key poses follow one another; no motion is shown between them.</param>
/// <param name="Held">What the partner holds up; null for nothing.</param>
public readonly record struct FigureBeat(
    int Count,
    int Beat,
    int From,
    int? Strike,
    int To,
    Joint? Limb,
    Point3? Target,
    bool InSteps,
    HoldPlace? Held
);

/// <summary>A combination as a body does it.</summary>
/// <param name="Body">Whose lengths.</param>
/// <param name="Frames">Thirty a second.</param>
/// <param name="Partner">The partner in the same frames; empty for who is alone.</param>
/// <param name="Beats">In order.</param>
/// <param name="Stills">Moments worth a picture, in order.</param>
/// <param name="NotShown">Techniques that no figure shows: they are left out, and said to be.</param>
public sealed record FigureTrack(
    Body Body,
    ImmutableArray<Skeleton> Frames,
    ImmutableArray<Skeleton> Partner,
    ImmutableArray<FigureBeat> Beats,
    ImmutableArray<FigureStill> Stills,
    ImmutableArray<Technique> NotShown
)
{
    public const int FramesPerSecond = 30;

    /// <summary>The beat that a frame belongs to.</summary>
    public FigureBeat BeatAt(int frame) => Beats.FirstOrDefault(b => frame <= b.To, Beats[^1]);

    /// <summary>Stills that fit on a sheet of paper: all of a short combination, one a beat of a longer one.</summary>
    public ImmutableArray<FigureStill> OnPaper =>
        Stills.Length <= FewStills ? Stills : [.. MainStills.Take(MostOnPaper)];

    private const int FewStills = 7,
        MostOnPaper = 12;

    /// <summary>What there is to see in each beat, one still each.</summary>
    public IEnumerable<FigureStill> MainStills => Stills.Where(s => s.IsMain);
}
