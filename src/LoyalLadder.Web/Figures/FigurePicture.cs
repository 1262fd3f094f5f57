using System.Globalization;
using System.Text;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Techniques;
using Microsoft.AspNetCore.Html;

namespace LoyalLadder.Web.Figures;

/// <summary>From where a figure is seen.</summary>
public enum FigureView
{
    /// <summary>From the performer's right, the partner to the right of the picture.</summary>
    Side,

    /// <summary>As the partner sees it.</summary>
    Front,

    /// <summary>Three quarters: between the two.</summary>
    Quarter,
}

/// <summary>One instant of a track as an SVG drawing.</summary>
public static class FigurePicture
{
    private const double Cm = FigurePen.Cm;

    /// <summary>Degrees of the camera for a view.</summary>
    public static double CameraOf(FigureView view) =>
        view switch
        {
            FigureView.Front => 90,
            FigureView.Quarter => 38,
            _ => 0,
        };

    public static FigureView? Read(string? word) =>
        word switch
        {
            null or "side" => FigureView.Side,
            "front" => FigureView.Front,
            "quarter" => FigureView.Quarter,
            _ => null,
        };

    /// <summary>The part of the plane that holds a body at an instant, and whoever stands before it.</summary>
    public static string ViewBox(FigureTrack track, int frame, FigureView view, bool withPartner)
    {
        var camera = Math.SinCos(CameraOf(view) * Math.PI / 180);
        var bodies =
            withPartner && !track.Partner.IsEmpty
                ? new[] { track.Frames[frame], track.Partner[frame] }
                : [track.Frames[frame]];
        var xs = bodies.SelectMany(b => b.Joints).Select(j => FigurePen.On(j, camera).X).ToList();
        var ys = bodies.SelectMany(b => b.Joints).Select(j => FigurePen.On(j, camera).Y).ToList();
        var s = track.Body.Stature * Cm;
        var middle = (xs.Min() + xs.Max()) / 2;
        var half = Math.Max((xs.Max() - xs.Min()) / 2 + (0.08 * s), 0.42 * s);
        var top = Math.Min(ys.Min() - (0.06 * s), -1.04 * s);
        return $"{N(middle - half)} {N(top)} {N(2 * half)} {N((0.05 * s) - top)}";
    }

    /// <summary>Floor, partner, path and body at a frame, without the svg element; the sash as a rank has it where one is said.</summary>
    public static HtmlString Of(
        FigureTrack track,
        int frame,
        FigureView view,
        bool withPartner = false,
        string? sash = null
    )
    {
        var beat = track.BeatAt(frame);
        var angle = CameraOf(view);
        var camera = Math.SinCos(angle * Math.PI / 180);
        var svg = new StringBuilder("<path class=\"fl\" d=\"M-900 0H900\"/>");
        if (withPartner && !track.Partner.IsEmpty)
            svg.Append("<g class=\"pa\">")
                .Append(new FigurePen(track.Body, track.Partner[frame], angle, null).Draw())
                .Append("</g>");
        if (withPartner && beat is { Held: { } held, Strike: { } met, Target: { } target } && Math.Abs(frame - met) < 9)
            svg.Append(Pad(track, target, held, camera));
        if (beat is { Strike: { } strike, Limb: { } limb } && frame > beat.From)
            svg.Append(PathOf(track, beat.From, Math.Min(frame, strike), limb, camera));
        var strikes = beat.Strike is not null && frame > beat.From ? beat.Limb : null;
        svg.Append(new FigurePen(track.Body, track.Frames[frame], angle, strikes, sash).Draw());
        return new HtmlString(svg.ToString());
    }

    /// <summary>The way that what strikes has gone.</summary>
    private static string PathOf(FigureTrack track, int from, int to, Joint limb, (double, double) camera)
    {
        var path = new StringBuilder();
        for (var f = from; f <= to; f += 2)
        {
            var (x, y, _) = FigurePen.On(track.Frames[f][limb], camera);
            path.Append(path.Length == 0 ? 'M' : 'L').Append(N(x)).Append(' ').Append(N(y));
        }
        return $"<path class=\"wa\" d=\"{path}\"/>";
    }

    /// <summary>What is held up where it is struck.</summary>
    private static string Pad(FigureTrack track, Point3 target, HoldPlace held, (double, double) camera)
    {
        var (x, y, _) = FigurePen.On(target, camera);
        var s = track.Body.Stature * Cm;
        var (wide, high) = held switch
        {
            HoldPlace.Shield => (0.07 * s, 0.3 * s),
            HoldPlace.PadsTight or HoldPlace.PadsCrossed or HoldPlace.PadsSide => (0.07 * s, 0.2 * s),
            HoldPlace.ThighPad or HoldPlace.ThighInside => (0.06 * s, 0.14 * s),
            _ => (0.045 * s, 0.12 * s),
        };
        return $"<rect class=\"pd\" x=\"{N(x)}\" y=\"{N(y - (high / 2))}\" width=\"{N(wide)}\" height=\"{N(high)}\" "
            + $"rx=\"{N(wide / 2.5)}\"/>";
    }

    private static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
