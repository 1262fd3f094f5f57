using LoyalLadder.Core.Figures;

namespace LoyalLadder.Web.Figures;

/// <summary>A moving figure on a page: drawn as a still by the server, set in motion by a script.</summary>
/// <param name="Track">What is shown.</param>
/// <param name="Address">Where its frames come from.</param>
/// <param name="Frame">The frame that is shown at first.</param>
/// <param name="HasTools">It has its own buttons; without them a page drives it.</param>
/// <param name="Sash">The colour of the rank that it belongs to; null for none.</param>
public sealed record FigureShown(
    FigureTrack Track,
    string Address,
    int Frame,
    bool HasTools = true,
    string? Sash = null
)
{
    /// <summary>What it shows at first, in words.</summary>
    public string Words => Track.Stills.Where(s => s.Frame <= Frame).Select(s => s.Words).LastOrDefault() ?? "";

    public bool HasPartner => !Track.Partner.IsEmpty;
}

/// <summary>Stills beside one another, each with its count and words.</summary>
/// <param name="Track">What they are of.</param>
/// <param name="Stills">Which of them.</param>
/// <param name="View">From where they are seen.</param>
/// <param name="HasCounts">They say their count.</param>
/// <param name="Sash">The colour of the rank that it belongs to; null for none.</param>
public sealed record FigureStrip(
    FigureTrack Track,
    IReadOnlyList<FigureStill> Stills,
    FigureView View,
    bool HasCounts,
    string? Sash = null
);
