using System.Globalization;
using System.Text;
using LoyalLadder.Core.Figures;

namespace LoyalLadder.Web.Figures;

/// <summary>Drawings that stand alone: one still, or all of them one after another without a script.</summary>
public static class FigureFileSvg
{
    public const string MediaType = "image/svg+xml";

    /// <summary>Seconds that a still is shown in a moving drawing.</summary>
    private const double StillSeconds = 0.9;

    private const string Style =
        ".l{fill:#1b2130;stroke:#f3eee2;stroke-width:2.4;paint-order:stroke}.tr,.tq{fill:#1b2130;stroke-linejoin:round}"
        + ".tr{stroke:#f3eee2}.tq{stroke:#1b2130}.x{fill:#a8341d}.st{fill:none;stroke:#f3eee2;stroke-dasharray:3 3}"
        + ".sa{fill:none;stroke:#1d5a66}.he{fill:#fffdf8;stroke:#1b2130}.fl{stroke:#1b2130;stroke-width:1.5}"
        + ".wa{fill:none;stroke:#a8341d;stroke-width:1.6;stroke-dasharray:3 3}.pd{fill:#f3ddd3;stroke:#a8341d;stroke-width:1.5}"
        + ".pa .l,.pa .tr,.pa .tq{fill:#a9a493}.pa .tq{stroke:#a9a493}.pa .he{stroke:#a9a493}.pa .sa{stroke:#a9a493}"
        + "text{font:600 11px sans-serif;fill:#1b2130}";

    public static string Still(FigureTrack track, int frame, FigureView view, bool withPartner)
    {
        var words = track.Stills.FirstOrDefault(s => s.Frame == frame).Words ?? "";
        return Head(FigurePicture.ViewBox(track, frame, view, withPartner), words)
            + FigurePicture.Of(track, frame, view, withPartner)
            + "</svg>";
    }

    /// <summary>Every still for a moment, then the first again.</summary>
    public static string Animated(FigureTrack track, FigureView view, bool withPartner)
    {
        var stills = track.Stills;
        var seconds = (stills.Length * StillSeconds).ToString("0.##", CultureInfo.InvariantCulture);
        var svg = new StringBuilder(
            Head(Around(track, view, withPartner), string.Join("; ", stills.Select(s => s.Words)))
        );
        for (var i = 0; i < stills.Length; i++)
        {
            var (from, to) = (Share(i, stills.Length), Share(i + 1, stills.Length));
            svg.Append(CultureInfo.InvariantCulture, $"<g visibility=\"{(i == 0 ? "visible" : "hidden")}\">")
                .Append(
                    $"<animate attributeName=\"visibility\" calcMode=\"discrete\" dur=\"{seconds}s\" repeatCount=\"indefinite\" "
                )
                .Append($"keyTimes=\"0;{from};{to}\" values=\"hidden;visible;hidden\"/>")
                .Append(FigurePicture.Of(track, stills[i].Frame, view, withPartner))
                .Append("</g>");
        }
        return svg.Append("</svg>").ToString();
    }

    private static string Share(int still, int of) =>
        ((double)still / of).ToString("0.####", CultureInfo.InvariantCulture);

    /// <summary>The part of the plane that holds all stills.</summary>
    private static string Around(FigureTrack track, FigureView view, bool withPartner)
    {
        var boxes = track
            .Stills.Select(s => FigurePicture.ViewBox(track, s.Frame, view, withPartner))
            .Select(b => b.Split(' ').Select(n => double.Parse(n, CultureInfo.InvariantCulture)).ToArray())
            .ToList();
        var (left, top) = (boxes.Min(b => b[0]), boxes.Min(b => b[1]));
        var (right, low) = (boxes.Max(b => b[0] + b[2]), boxes.Max(b => b[1] + b[3]));
        return string.Create(CultureInfo.InvariantCulture, $"{left:0.#} {top:0.#} {right - left:0.#} {low - top:0.#}");
    }

    private static string Head(string viewBox, string words) =>
        $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"{viewBox}\" role=\"img\"><title>"
        + System.Net.WebUtility.HtmlEncode(words)
        + $"</title><style>{Style}</style>";
}
