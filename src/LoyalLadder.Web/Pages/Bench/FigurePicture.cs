using System.Globalization;
using System.Text;
using LoyalLadder.Core.Figures;
using Microsoft.AspNetCore.Html;

namespace LoyalLadder.Web.Pages.Bench;

/// <summary>From where a figure is seen.</summary>
public enum FigureView
{
    /// <summary>From the performer's right, the partner to the right of the picture.</summary>
    Side,

    /// <summary>As the partner sees it.</summary>
    Front,
}

/// <summary>
/// Draws a body as it stands: solid limbs with an edge of paper where one passes before another, the head a ring, the limb that
/// strikes told apart by colour and by its hatching. Units are centimetres.
/// </summary>
public static class FigurePicture
{
    private const double Cm = 100;

    /// <summary>The height of a picture, from below the floor to above the head, for a stature.</summary>
    public static (double Top, double Height) Frame(Body body) => (-1.04 * body.Stature * Cm, 1.1 * body.Stature * Cm);

    /// <summary>Half the width of a picture.</summary>
    public static double Half(Body body) => 0.6 * body.Stature * Cm;

    /// <summary>The drawing without its svg element, the floor at 0.</summary>
    public static HtmlString Of(Body body, Skeleton figure, FigureView view, Joint? strikes)
    {
        var pen = new Pen(body, figure, view, strikes);
        Part[] parts =
        [
            pen.Limb([Joint.LeftHip, Joint.LeftKnee, Joint.LeftAnkle, Joint.LeftToe], LegWidth),
            pen.Limb([Joint.RightHip, Joint.RightKnee, Joint.RightAnkle, Joint.RightToe], LegWidth),
            pen.Limb([Joint.LeftShoulder, Joint.LeftElbow, Joint.LeftWrist, Joint.LeftHand], ArmWidth),
            pen.Limb([Joint.RightShoulder, Joint.RightElbow, Joint.RightWrist, Joint.RightHand], ArmWidth),
            pen.Fist(Joint.LeftHand),
            pen.Fist(Joint.RightHand),
            pen.Trunk(),
            pen.Head(),
        ];
        return new HtmlString(string.Concat(parts.OrderBy(p => p.Depth).Select(p => p.Markup)));
    }

    /// <summary>Shares of the stature.</summary>
    private const double LegWidth = 0.05,
        ArmWidth = 0.034;

    private readonly record struct Part(double Depth, string Markup);

    /// <summary>Draws the parts of one body from one side.</summary>
    private readonly struct Pen(Body body, Skeleton figure, FigureView view, Joint? strikes)
    {
        private readonly double _s = body.Stature * Cm;

        private (double X, double Y, double Depth) On(Joint joint)
        {
            var p = figure[joint];
            return view == FigureView.Side ? (p.X * Cm, -p.Z * Cm, -p.Y) : (p.Y * Cm, -p.Z * Cm, p.X);
        }

        private string Striking(params ReadOnlySpan<Joint> joints) =>
            strikes is { } striking && joints.Contains(striking) ? " is-striking" : "";

        private string Path(ReadOnlySpan<Joint> joints)
        {
            var path = new StringBuilder();
            foreach (var joint in joints)
                path.Append(path.Length == 0 ? 'M' : 'L').Append(N(On(joint).X)).Append(' ').Append(N(On(joint).Y));
            return path.ToString();
        }

        public Part Limb(ReadOnlySpan<Joint> joints, double width)
        {
            var path = Path(joints);
            var depth = (On(joints[0]).Depth + On(joints[1]).Depth + On(joints[2]).Depth) / 3;
            return new Part(
                depth,
                $"<path class=\"edge\" stroke-width=\"{N((width * _s) + 3)}\" d=\"{path}\"/>"
                    + $"<path class=\"limb{Striking(joints)}\" stroke-width=\"{N(width * _s)}\" d=\"{path}\"/>"
            );
        }

        public Part Fist(Joint hand)
        {
            var (x, y, depth) = On(hand);
            return new Part(
                depth + 0.02,
                $"<circle class=\"fist{Striking(hand)}\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(0.026 * _s)}\"/>"
            );
        }

        public Part Trunk()
        {
            var path = Path([Joint.LeftShoulder, Joint.RightShoulder, Joint.RightHip, Joint.LeftHip]);
            var (left, right) = (On(Joint.LeftHip), On(Joint.RightHip));
            var above = 0.03 * _s;
            return new Part(
                (On(Joint.Chest).Depth + On(Joint.Pelvis).Depth) / 2,
                $"<path class=\"edge trunk\" stroke-width=\"{N((0.075 * _s) + 3)}\" d=\"{path}Z\"/>"
                    + $"<path class=\"limb trunk\" stroke-width=\"{N(0.075 * _s)}\" d=\"{path}Z\"/>"
                    + $"<path class=\"sash\" stroke-width=\"{N(above)}\" d=\"M{N(left.X)} {N(left.Y - above)}"
                    + $"L{N(right.X)} {N(right.Y - above)}\"/>"
            );
        }

        public Part Head()
        {
            var (neck, crown) = (On(Joint.Neck), On(Joint.Head));
            var (x, y) = ((neck.X * 0.4) + (crown.X * 0.6), (neck.Y * 0.4) + (crown.Y * 0.6));
            var radius = (body.IsChild ? 0.085 : 0.068) * _s;
            return new Part(
                crown.Depth + 0.01,
                $"<circle class=\"head\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(radius)}\"/>"
            );
        }
    }

    private static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
