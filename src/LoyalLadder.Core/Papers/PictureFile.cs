using System.Buffers.Binary;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;

namespace LoyalLadder.Core.Papers;

/// <summary>A picture that was looked through: a PNG as it is, or an SVG of plain shapes, written anew.</summary>
/// <param name="Type">image/png or image/svg+xml.</param>
/// <param name="Bytes">What is kept.</param>
public sealed record SafePicture(string Type, byte[] Bytes);

/// <summary>
/// Looks a picture through before it is kept. What it is, is told by its first bytes, whatever its name says; what could act,
/// point elsewhere or fill the memory is refused, with the reason.
/// </summary>
public static partial class PictureFile
{
    public const int MostBytes = 1_000_000;

    private const int MostPixels = 4000,
        MostElements = 5000,
        MostDepth = 64;

    private static readonly byte[] PngStart = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0d, 0x0a, 0x1a, 0x0a];

    private const string Svg = "http://www.w3.org/2000/svg";

    private const string Xmlns = "http://www.w3.org/2000/xmlns/";

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

    /// <summary>What may be called in an attribute: places, turns and colours. Whatever else has brackets could fetch or act.</summary>
    private static readonly HashSet<string> Functions = new(StringComparer.OrdinalIgnoreCase)
    {
        "matrix",
        "translate",
        "scale",
        "rotate",
        "skewX",
        "skewY",
        "rgb",
        "rgba",
        "hsl",
        "hsla",
    };

    /// <summary>What is told to people and draws nothing.</summary>
    private static readonly HashSet<string> Prose = ["aria-label", "aria-description", "id", "class", "lang", "role"];

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
            using var reader = XmlReader.Create(new MemoryStream(bytes), Safe);
            using var written = new MemoryStream();
            using (var writer = XmlWriter.Create(written, new XmlWriterSettings { Encoding = new UTF8Encoding(false) }))
                if (DrawAnew(reader, writer) is { } refusal)
                    return (null, refusal);
            return (new SafePicture("image/svg+xml", written.ToArray()), null);
        }
        catch (XmlException e)
        {
            var what = e.Message.Contains("DTD", StringComparison.Ordinal)
                ? Say("has a document type, which")
                : Say("cannot be read: it");
            return (null, Say($"This SVG {what} is not taken here. Save it anew as a plain SVG."));
        }
    }

    private static XmlReaderSettings Safe =>
        new()
        {
            DtdProcessing = DtdProcessing.Prohibit,
            XmlResolver = null,
            MaxCharactersInDocument = MostBytes,
            IgnoreComments = true,
            IgnoreProcessingInstructions = true,
        };

    /// <summary>
    /// Writes a drawing anew while it is read, piece by piece: only what is known is written, so that what drawing programs add for
    /// themselves stays behind. The first thing that is not taken ends it.
    /// </summary>
    /// <returns>Why it is not taken; null when all of it is written.</returns>
    private static string? DrawAnew(XmlReader reader, XmlWriter writer)
    {
        var elements = 0;
        reader.MoveToContent();
        if (reader.LocalName != "svg" || reader.NamespaceURI != Svg)
            return Say("This is neither a PNG nor an SVG, whatever its name says.");
        while (!reader.EOF)
        {
            if (reader.NodeType == XmlNodeType.Element)
            {
                if (++elements > MostElements)
                    return Say($"An SVG may have {MostElements:N0} shapes.");
                if (reader.Depth > MostDepth)
                    return Say($"The shapes of an SVG may be nested {MostDepth} deep.");
                if (Problem(reader) is { } problem)
                    return problem;
                if (reader.NamespaceURI != Svg || Silent.Contains(reader.LocalName))
                {
                    reader.Skip();
                    continue;
                }
                Shape(reader, writer);
            }
            else if (reader.NodeType == XmlNodeType.EndElement)
                writer.WriteEndElement();
            else if (reader.NodeType is XmlNodeType.Text or XmlNodeType.CDATA or XmlNodeType.SignificantWhitespace)
                writer.WriteString(reader.Value);
            reader.Read();
        }
        return null;
    }

    private static void Shape(XmlReader reader, XmlWriter writer)
    {
        writer.WriteStartElement(reader.LocalName, Svg);
        var isEmpty = reader.IsEmptyElement;
        while (reader.MoveToNextAttribute())
            if (reader.NamespaceURI.Length == 0)
                writer.WriteAttributeString(reader.LocalName, reader.Value);
        reader.MoveToElement();
        if (isEmpty)
            writer.WriteEndElement();
    }

    /// <summary>What is wrong with the element that is read just now; null when nothing is.</summary>
    private static string? Problem(XmlReader element)
    {
        var name = element.LocalName;
        if (element.NamespaceURI == Svg && name == "script")
            return Say("This SVG holds a script; a picture only shows.");
        if (element.NamespaceURI == Svg && !Shapes.Contains(name) && !Silent.Contains(name))
            return Say($"This SVG holds <{name}>, which is not taken here; shapes, text and gradients are.");
        string? problem = null;
        while (problem is null && element.MoveToNextAttribute())
            if (element.NamespaceURI != Xmlns)
                problem = Problem(element.LocalName, element.Value);
        element.MoveToElement();
        return problem;
    }

    private static string? Problem(string attribute, string value)
    {
        if (attribute.StartsWith("on", StringComparison.OrdinalIgnoreCase))
            return Say($"This SVG acts by itself ({attribute}); a picture only shows.");
        var isElsewhere = attribute == "href" ? !value.StartsWith('#') : PointsElsewhere(attribute, value);
        return isElsewhere ? Say("This SVG points to something elsewhere; put all of it into the picture.") : null;
    }

    /// <summary>
    /// A value may name a part of the same drawing, a place, a turn or a colour, as often as it likes. A backslash would write any of
    /// them in another way, and an at sign begins a rule.
    /// </summary>
    private static bool PointsElsewhere(string attribute, string value)
    {
        if (Prose.Contains(attribute))
            return false;
        return value.AsSpan().ContainsAny('\\', '@')
            || value.Contains("javascript:", StringComparison.OrdinalIgnoreCase)
            || Called().Matches(value).Any(c => !IsKnown(c));
    }

    private static bool IsKnown(Match call) =>
        call.Groups["name"].Value.Equals("url", StringComparison.OrdinalIgnoreCase)
            ? call.Groups["first"].Value == "#"
            : Functions.Contains(call.Groups["name"].Value);

    [GeneratedRegex(@"(?<name>[\w-]*)\(\s*[""']?\s*(?<first>[^\s""']?)", RegexOptions.CultureInvariant)]
    private static partial Regex Called();
}
