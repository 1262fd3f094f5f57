using System.Buffers.Binary;
using System.Text;
using System.Xml;
using System.Xml.Linq;

namespace LoyalLadder.Core.Papers;

/// <summary>A picture that was looked through: a PNG as it is, or an SVG of plain shapes, written anew.</summary>
/// <param name="Type">image/png or image/svg+xml.</param>
/// <param name="Bytes">What is kept.</param>
public sealed record SafePicture(string Type, byte[] Bytes);

/// <summary>
/// Looks a picture through before it is kept. What it is, is told by its first bytes, whatever its name says; what could act,
/// point elsewhere or fill the memory is refused, with the reason.
/// </summary>
public static class PictureFile
{
    public const int MostBytes = 1_000_000;

    private const int MostPixels = 4000,
        MostElements = 5000;

    private static readonly byte[] PngStart = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0d, 0x0a, 0x1a, 0x0a];

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private static readonly HashSet<string> Shapes =
    [
        "svg",
        "g",
        "path",
        "rect",
        "circle",
        "ellipse",
        "line",
        "polyline",
        "polygon",
        "text",
        "tspan",
        "title",
        "desc",
        "defs",
        "linearGradient",
        "radialGradient",
        "stop",
        "clipPath",
        "mask",
        "symbol",
    ];

    /// <summary>Elements of drawing programs that draw nothing: they are left out without a word.</summary>
    private static readonly HashSet<string> Silent = ["metadata", "namedview"];

    /// <summary>The picture as it may be kept, or why not.</summary>
    public static (SafePicture? Picture, string? Refusal) Look(byte[] bytes)
    {
        if (bytes.Length == 0)
            return (null, Say("Choose a PNG or SVG file."));
        if (bytes.Length > MostBytes)
            return (
                null,
                Say($"A picture may have {MostBytes / 1_000_000} MB; this has {bytes.Length / 1_000_000.0:0.0} MB.")
            );
        if (bytes.AsSpan().StartsWith(PngStart))
            return Png(bytes);
        return bytes.AsSpan(0, Math.Min(bytes.Length, 1000)).Contains((byte)'<')
            ? Drawing(bytes)
            : (null, Say("This is neither a PNG nor an SVG, whatever its name says."));
    }

    private static (SafePicture?, string?) Png(byte[] bytes)
    {
        if (bytes.Length < 45 || !"IHDR"u8.SequenceEqual(bytes.AsSpan(12, 4)) || !bytes.AsSpan().EndsWith(PngEnd))
            return (null, Say("This PNG is cut off or broken."));
        var width = BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(16));
        var height = BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(20));
        return width is 0 or > MostPixels || height is 0 or > MostPixels
            ? (null, Say($"A picture may be {MostPixels} pixels wide and high; this is {width} by {height}."))
            : (new SafePicture("image/png", bytes), null);
    }

    private static ReadOnlySpan<byte> PngEnd => [(byte)'I', (byte)'E', (byte)'N', (byte)'D', 0xae, 0x42, 0x60, 0x82];

    private static (SafePicture?, string?) Drawing(byte[] bytes)
    {
        try
        {
            var settings = new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                MaxCharactersInDocument = MostBytes,
                IgnoreComments = true,
                IgnoreProcessingInstructions = true,
            };
            using var reader = XmlReader.Create(new MemoryStream(bytes), settings);
            var root = XDocument.Load(reader).Root!;
            if (root.Name != Svg + "svg")
                return (null, Say("This is neither a PNG nor an SVG, whatever its name says."));
            var refusal =
                root.DescendantsAndSelf().Count() > MostElements
                    ? Say($"An SVG may have {MostElements:N0} shapes.")
                    : root.DescendantsAndSelf().Select(Problem).FirstOrDefault(p => p is not null);
            return refusal is not null ? (null, refusal) : (new SafePicture("image/svg+xml", Written(root)), null);
        }
        catch (XmlException e)
        {
            var what = e.Message.Contains("DTD", StringComparison.Ordinal)
                ? Say("has a document type, which")
                : Say("cannot be read: it");
            return (null, Say($"This SVG {what} is not taken here. Save it anew as a plain SVG."));
        }
    }

    private static string? Problem(XElement element)
    {
        var name = element.Name.LocalName;
        if (element.Name.Namespace == Svg && name == "script")
            return Say("This SVG holds a script; a picture only shows.");
        if (element.Name.Namespace == Svg && !Shapes.Contains(name) && !Silent.Contains(name))
            return Say($"This SVG holds <{name}>, which is not taken here; shapes, text and gradients are.");
        foreach (var attribute in element.Attributes().Where(a => !a.IsNamespaceDeclaration))
        {
            if (attribute.Name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase))
                return Say($"This SVG acts by itself ({attribute.Name.LocalName}); a picture only shows.");
            if (attribute.Name.LocalName == "href" && !attribute.Value.StartsWith('#'))
                return Say("This SVG points to something elsewhere; put all of it into the picture.");
            if (PointsElsewhere(attribute.Value))
                return Say("This SVG points to something elsewhere; put all of it into the picture.");
        }
        return null;
    }

    private static bool PointsElsewhere(string value)
    {
        var plain = new string([.. value.Where(c => !char.IsWhiteSpace(c))]);
        var at = plain.IndexOf("url(", StringComparison.OrdinalIgnoreCase);
        var isOut = at >= 0 && !plain[(at + 4)..].TrimStart('"', '\'').StartsWith('#');
        return isOut
            || plain.Contains("javascript:", StringComparison.OrdinalIgnoreCase)
            || plain.Contains("@import", StringComparison.OrdinalIgnoreCase)
            || plain.Contains("expression(", StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>Only what is known is written again: what drawing programs add for themselves stays behind.</summary>
    private static byte[] Written(XElement root)
    {
        var clean = Copy(root);
        using var stream = new MemoryStream();
        using (var writer = XmlWriter.Create(stream, new XmlWriterSettings { Encoding = new UTF8Encoding(false) }))
            clean.Save(writer);
        return stream.ToArray();
    }

    private static XElement Copy(XElement element) =>
        new(
            element.Name,
            element.Attributes().Where(a => a.Name.Namespace == XNamespace.None && !a.IsNamespaceDeclaration),
            element
                .Nodes()
                .Select(n =>
                    n switch
                    {
                        XElement e when e.Name.Namespace == Svg && Shapes.Contains(e.Name.LocalName) => Copy(e),
                        XText t => new XText(t.Value),
                        _ => (object?)null,
                    }
                )
        );
}
