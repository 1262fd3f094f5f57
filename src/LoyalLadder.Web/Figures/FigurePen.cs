using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using LoyalLadder.Core.Figures;

namespace LoyalLadder.Web.Figures;

/// <summary>
/// Draws one body as SVG: solid tapered limbs with an edge of paper where one passes before another, the head a ring, what strikes
/// told apart by its colour and by a broken line along it. Units are centimetres, the floor at 0.
/// </summary>
/// <param name="body">Whose lengths.</param>
/// <param name="figure">Where the joints are.</param>
/// <param name="camera">Degrees from which it is seen: 0 from the right, 90 as the partner sees it.</param>
/// <param name="strikes">What meets its target; null for nothing.</param>
/// <param name="sash">Colour of the sash as #rrggbb; null for the one that belongs to no rank.</param>
internal readonly struct FigurePen(Body body, Skeleton figure, double camera, Joint? strikes, string? sash = null)
{
    public const double Cm = 100;

    /// <summary>Radii as shares of the stature.</summary>
    private const double Hip = 0.036,
        Knee = 0.026,
        Ankle = 0.017,
        Toe = 0.01,
        Shoulder = 0.025,
        Elbow = 0.019,
        Wrist = 0.013,
        Fist = 0.024,
        Chest = 0.058,
        Waist = 0.05;

    private readonly double _s = body.Stature * Cm;
    private readonly (double Sin, double Cos) _camera = Math.SinCos(camera * Math.PI / 180);

    /// <summary>A part of the drawing and how near it is to the eye.</summary>
    private readonly record struct Part(double Depth, string Markup);

    public string Draw()
    {
        ImmutableArray<Part> parts =
        [
            .. Leg(Joint.LeftHip),
            .. Leg(Joint.RightHip),
            .. Arm(Joint.LeftShoulder),
            .. Arm(Joint.RightShoulder),
            Trunk(),
            Head(),
        ];
        return string.Concat(parts.OrderBy(p => p.Depth).Select(p => p.Markup));
    }

    /// <summary>Where a place is on the picture, and how near to the eye.</summary>
    public static (double X, double Y, double Depth) On(Point3 p, (double Sin, double Cos) camera) =>
        (((p.X * camera.Cos) + (p.Y * camera.Sin)) * Cm, -p.Z * Cm, (p.X * camera.Sin) - (p.Y * camera.Cos));

    private (double X, double Y, double Depth) On(Joint joint) => On(figure[joint], _camera);

    private bool IsStriking(Joint root) => strikes is { } joint && joint >= root && joint <= root + 3;

    private Part[] Leg(Joint hip)
    {
        var striking = IsStriking(hip);
        return
        [
            Segment(hip, hip + 1, Hip, Knee, striking),
            Segment(hip + 1, hip + 2, Knee, Ankle, striking),
            Segment(hip + 2, hip + 3, Ankle, Toe, striking),
        ];
    }

    private Part[] Arm(Joint shoulder)
    {
        var striking = IsStriking(shoulder);
        var (x, y, depth) = On(shoulder + 3);
        var (wristX, wristY, _) = On(shoulder + 2);
        // a fist is nearer to the wrist than the ends of stretched fingers
        var (fistX, fistY) = ((x + wristX) / 2, (y + wristY) / 2);
        return
        [
            Segment(shoulder, shoulder + 1, Shoulder, Elbow, striking),
            Segment(shoulder + 1, shoulder + 2, Elbow, Wrist, striking),
            new Part(
                depth + 0.03,
                $"<circle class=\"{Class("l", striking)}\" cx=\"{N(fistX)}\" cy=\"{N(fistY)}\" r=\"{N(Fist * _s)}\"/>"
            ),
        ];
    }

    private Part Segment(Joint from, Joint to, double first, double second, bool striking)
    {
        var (a, b) = (On(from), On(to));
        var along = striking ? $"<path class=\"st\" d=\"M{N(a.X)} {N(a.Y)}L{N(b.X)} {N(b.Y)}\"/>" : "";
        return new Part(
            (a.Depth + b.Depth) / 2,
            $"<path class=\"{Class("l", striking)}\" d=\"{Tapered(a, b, first * _s, second * _s)}\"/>{along}"
        );
    }

    /// <summary>The outline of two circles of different size and of what lies between them.</summary>
    private static string Tapered(
        (double X, double Y, double Depth) a,
        (double X, double Y, double Depth) b,
        double first,
        double second
    )
    {
        var (dx, dy) = (b.X - a.X, b.Y - a.Y);
        var length = Math.Sqrt((dx * dx) + (dy * dy));
        if (length <= Math.Abs(first - second) + 0.01)
        {
            var (x, y, r) = first > second ? (a.X, a.Y, first) : (b.X, b.Y, second);
            return $"M{N(x - r)} {N(y)}a{N(r)} {N(r)} 0 1 1 {N(2 * r)} 0a{N(r)} {N(r)} 0 1 1 {N(-2 * r)} 0Z";
        }
        var (angle, open) = (Math.Atan2(dy, dx), Math.Acos((first - second) / length));
        var ((s1, c1), (s2, c2)) = (Math.SinCos(angle + open), Math.SinCos(angle - open));
        var wide = first > second ? 1 : 0;
        return $"M{N(a.X + (first * c1))} {N(a.Y + (first * s1))}"
            + $"A{N(first)} {N(first)} 0 {wide} 1 {N(a.X + (first * c2))} {N(a.Y + (first * s2))}"
            + $"L{N(b.X + (second * c2))} {N(b.Y + (second * s2))}"
            + $"A{N(second)} {N(second)} 0 {1 - wide} 1 {N(b.X + (second * c1))} {N(b.Y + (second * s1))}Z";
    }

    private Part Trunk()
    {
        var (chest, pelvis) = (On(Joint.Chest), On(Joint.Pelvis));
        var outline = new StringBuilder();
        Joint[] corners = [Joint.LeftShoulder, Joint.RightShoulder, Joint.RightHip, Joint.LeftHip];
        foreach (var corner in corners)
            outline.Append(outline.Length == 0 ? 'M' : 'L').Append(N(On(corner).X)).Append(' ').Append(N(On(corner).Y));
        var (left, right) = (On(Joint.LeftHip), On(Joint.RightHip));
        var core = Tapered(chest, pelvis, Chest * _s, Waist * _s);
        // the sash lies over the hips, along their line, and is as wide as the waist
        var (up, wide) = ((X: (chest.X - pelvis.X) * 0.16, Y: (chest.Y - pelvis.Y) * 0.16), Waist * _s * 0.8);
        var (dx, dy) = (right.X - left.X, right.Y - left.Y);
        var length = Math.Max(0.01, Math.Sqrt((dx * dx) + (dy * dy)));
        var (ox, oy) = length < wide ? (wide, 0.0) : (dx / 2, dy / 2);
        var own = sash is { } colour ? $" stroke=\"{colour}\"" : "";
        return new Part(
            (chest.Depth + pelvis.Depth) / 2,
            $"<path class=\"l tr\" stroke-width=\"{N(Shoulder * 2 * _s)}\" d=\"{outline}Z\"/><path class=\"l\" d=\"{core}\"/>"
                + $"<path class=\"tq\" stroke-width=\"{N(Shoulder * 2 * _s)}\" d=\"{outline}Z\"/>"
                + $"<path class=\"sa\"{own} stroke-width=\"{N(0.03 * _s)}\" d=\"M{N(pelvis.X + up.X - ox)} {N(pelvis.Y + up.Y - oy)}"
                + $"L{N(pelvis.X + up.X + ox)} {N(pelvis.Y + up.Y + oy)}\"/>"
        );
    }

    private Part Head()
    {
        var (neck, crown) = (On(Joint.Neck), On(Joint.Head));
        var (x, y) = ((neck.X * 0.38) + (crown.X * 0.62), (neck.Y * 0.38) + (crown.Y * 0.62));
        var radius = (body.IsChild ? 0.074 : 0.06) * _s;
        return new Part(
            (neck.Depth + crown.Depth) / 2,
            $"<circle class=\"he\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(radius)}\" stroke-width=\"{N(0.018 * _s)}\"/>"
        );
    }

    private static string Class(string name, bool striking) => striking ? name + " x" : name;

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
