using System.Globalization;
using System.Xml.Linq;

namespace LoyalLadder.Core.Lessons.Documents;

/// <summary>The words of a Word document (Office Open XML), in order.</summary>
internal static class WordText
{
    private static readonly XNamespace W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";

    public static string Of(XElement document)
    {
        var lines = new DocumentLines();
        foreach (var body in document.Elements(W + "body"))
            Blocks(body, lines);
        return lines.ToString();
    }

    private static void Blocks(XElement parent, DocumentLines lines)
    {
        foreach (var element in parent.Elements())
        {
            if (element.Name == W + "p")
                Paragraph(element, lines);
            else if (element.Name == W + "tbl")
                Table(element, lines);
            else if (element.Name == W + "sdt" && element.Element(W + "sdtContent") is { } content)
                Blocks(content, lines);
        }
    }

    private static void Table(XElement table, DocumentLines lines)
    {
        foreach (var row in table.Elements(W + "tr"))
            lines.Row([
                .. row.Elements(W + "tc")
                    .Select(c =>
                        (IReadOnlyList<string>)[.. c.Descendants(W + "p").SelectMany(p => Words(p).Split('\n'))]
                    ),
            ]);
    }

    private static void Paragraph(XElement paragraph, DocumentLines lines)
    {
        var properties = paragraph.Element(W + "pPr");
        var style = properties?.Element(W + "pStyle")?.Attribute(W + "val")?.Value ?? "";
        var numbering = properties?.Element(W + "numPr");
        foreach (var words in Words(paragraph).Split('\n'))
        {
            if (words.Trim().Length > 0 && HeadingLevel(style) is { } level)
                lines.Heading(words, level);
            else if (
                words.Trim().Length > 0
                && (numbering is not null || style.StartsWith("List", StringComparison.Ordinal))
            )
                lines.Item(words, LevelOf(numbering));
            else
                lines.Paragraph(words, IsBold(paragraph));
        }
    }

    private static int? HeadingLevel(string style)
    {
        if (style is "Title" or "Heading1")
            return 1;
        return style.StartsWith("Heading", StringComparison.Ordinal) ? 2 : null;
    }

    private static int LevelOf(XElement? numbering) =>
        int.TryParse(
            numbering?.Element(W + "ilvl")?.Attribute(W + "val")?.Value,
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out var level
        )
            ? Math.Min(level, 8)
            : 0;

    private static IEnumerable<XElement> Runs(XElement paragraph) =>
        // what was struck out by a reviewer is no longer there
        paragraph.Descendants(W + "r").Where(r => !r.Ancestors(W + "del").Any());

    private static bool IsBold(XElement paragraph)
    {
        var said = Runs(paragraph).Where(r => r.Elements(W + "t").Any(t => t.Value.Trim().Length > 0)).ToList();
        return said.Count > 0 && said.TrueForAll(r => IsOn(r.Element(W + "rPr")?.Element(W + "b")));
    }

    private static bool IsOn(XElement? toggle) =>
        toggle is not null && toggle.Attribute(W + "val")?.Value is not ("0" or "false" or "off");

    private static string Words(XElement paragraph) =>
        string.Concat(
            Runs(paragraph)
                .Elements()
                .Select(e =>
                    e.Name == W + "t" ? e.Value
                    : e.Name == W + "tab" ? "\t"
                    : e.Name == W + "br" || e.Name == W + "cr" ? "\n"
                    : e.Name == W + "noBreakHyphen" ? "-"
                    : ""
                )
        );
}
