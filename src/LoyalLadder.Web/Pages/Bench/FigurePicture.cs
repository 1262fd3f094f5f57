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

    private readonly record struct Part(double Depth, string Markup);

    /// <summary>The drawing without its svg element; the middle of the hips of the first pose stands at 0.</summary>
    public static HtmlString Of(Body body, Skeleton figure, FigureView view, Joint? strikes)
    {
        var s = body.Stature * Cm;
        var parts = new List<Part>
        {
            Limb(
                Joint.LeftHip,
                Joint.LeftKnee,
                Joint.LeftAnkle,
                Joint.LeftToe,
                0.05,
                IsLeft(Joint.LeftToe, Joint.LeftAnkle)
            ),
            Limb(
                Joint.RightHip,
                Joint.RightKnee,
                Joint.RightAnkle,
                Joint.RightToe,
                0.05,
                IsLeft(Joint.RightToe, Joint.RightAnkle)
            ),
            Limb(
                Joint.LeftShoulder,
                Joint.LeftElbow,
                Joint.LeftWrist,
                Joint.LeftHand,
                0.034,
                strikes == Joint.LeftHand
            ),
            Limb(
                Joint.RightShoulder,
                Joint.RightElbow,
                Joint.RightWrist,
                Joint.RightHand,
                0.034,
                strikes == Joint.RightHand
            ),
            Fist(Joint.LeftHand, strikes == Joint.LeftHand),
            Fist(Joint.RightHand, strikes == Joint.RightHand),
            Trunk(),
            Head(),
        };
        return new HtmlString(string.Concat(parts.OrderBy(p => p.Depth).Select(p => p.Markup)));

        bool IsLeft(Joint toe, Joint ankle) => strikes == toe || strikes == ankle;

        (double X, double Y, double Depth) On(Joint joint)
        {
            var p = figure[joint];
            return view == FigureView.Side ? (p.X * Cm, -p.Z * Cm, -p.Y) : (p.Y * Cm, -p.Z * Cm, p.X);
        }

        Part Limb(Joint a, Joint b, Joint c, Joint d, double width, bool isStriking)
        {
            var path = new StringBuilder();
            foreach (var (joint, i) in new[] { a, b, c, d }.Distinct().Select((j, i) => (j, i)))
                path.Append(i == 0 ? 'M' : 'L').Append(N(On(joint).X)).Append(' ').Append(N(On(joint).Y));
            var depth = (On(a).Depth + On(b).Depth + On(c).Depth) / 3;
            return new Part(
                depth,
                $"<path class=\"edge\" stroke-width=\"{N((width * s) + 3)}\" d=\"{path}\"/>"
                    + $"<path class=\"limb{(isStriking ? " is-striking" : "")}\" stroke-width=\"{N(width * s)}\" d=\"{path}\"/>"
            );
        }

        Part Fist(Joint hand, bool isStriking)
        {
            var (x, y, depth) = On(hand);
            return new Part(
                depth + 0.02,
                $"<circle class=\"fist{(isStriking ? " is-striking" : "")}\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(0.026 * s)}\"/>"
            );
        }

        Part Trunk()
        {
            Joint[] corners = [Joint.LeftShoulder, Joint.RightShoulder, Joint.RightHip, Joint.LeftHip];
            var path = string.Concat(corners.Select((j, i) => $"{(i == 0 ? 'M' : 'L')}{N(On(j).X)} {N(On(j).Y)}"));
            var (left, right) = (On(Joint.LeftHip), On(Joint.RightHip));
            return new Part(
                (On(Joint.Chest).Depth + On(Joint.Pelvis).Depth) / 2,
                $"<path class=\"edge trunk\" stroke-width=\"{N((0.075 * s) + 3)}\" d=\"{path}Z\"/>"
                    + $"<path class=\"limb trunk\" stroke-width=\"{N(0.075 * s)}\" d=\"{path}Z\"/>"
                    + $"<path class=\"sash\" stroke-width=\"{N(0.03 * s)}\" d=\"M{N(left.X)} {N(left.Y - (0.03 * s))}"
                    + $"L{N(right.X)} {N(right.Y - (0.03 * s))}\"/>"
            );
        }

        Part Head()
        {
            var (neck, crown) = (On(Joint.Neck), On(Joint.Head));
            var (x, y) = ((neck.X * 0.4) + (crown.X * 0.6), (neck.Y * 0.4) + (crown.Y * 0.6));
            return new Part(
                crown.Depth + 0.01,
                $"<circle class=\"head\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N((body.IsChild ? 0.085 : 0.068) * s)}\"/>"
            );
        }
    }

    private static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
