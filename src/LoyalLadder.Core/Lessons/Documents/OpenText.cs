using System.Globalization;
using System.Text;
using System.Xml.Linq;

namespace LoyalLadder.Core.Lessons.Documents;

/// <summary>The words of an OpenDocument text, in order.</summary>
internal sealed class OpenText
{
    private static readonly XNamespace Office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0",
        Text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0",
        Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0",
        Style = "urn:oasis:names:tc:opendocument:xmlns:style:1.0",
        Fo = "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0";

    private readonly DocumentLines _lines = new();
    private readonly HashSet<string> _bold;

    private OpenText(XElement document) =>
        _bold = document
            .Elements(Office + "automatic-styles")
            .Elements(Style + "style")
            .Where(s => s.Element(Style + "text-properties")?.Attribute(Fo + "font-weight")?.Value == "bold")
            .Select(s => s.Attribute(Style + "name")?.Value ?? "")
            .ToHashSet(StringComparer.Ordinal);

    public static string Of(XElement document)
    {
        var reading = new OpenText(document);
        foreach (var text in document.Elements(Office + "body").Elements(Office + "text"))
            reading.Blocks(text, list: -1);
        return reading._lines.ToString();
    }

    private void Blocks(XElement parent, int list)
    {
        foreach (var element in parent.Elements())
        {
            if (element.Name == Text + "h")
                Each(
                    element,
                    words => _lines.Heading(words, element.Attribute(Text + "outline-level")?.Value == "1" ? 1 : 2)
                );
            else if (element.Name == Text + "p" && list >= 0)
                Each(element, words => _lines.Item(words, list));
            else if (element.Name == Text + "p")
                foreach (var words in Words(element).Split('\n'))
                    _lines.Paragraph(words, IsBold(element));
            else if (element.Name == Text + "list")
                foreach (var item in element.Elements())
                    Blocks(item, Math.Min(list + 1, 8));
            else if (element.Name == Text + "section")
                Blocks(element, list);
            else if (element.Name == Table + "table")
                Rows(element);
        }
    }

    private static void Each(XElement paragraph, Action<string> take)
    {
        foreach (var words in Words(paragraph).Split('\n'))
            if (words.Trim().Length > 0)
                take(words);
    }

    private void Rows(XElement table)
    {
        foreach (var row in table.Descendants(Table + "table-row"))
            _lines.Row([
                .. row.Elements(Table + "table-cell")
                    .Select(c =>
                        (IReadOnlyList<string>)[.. c.Descendants(Text + "p").SelectMany(p => Words(p).Split('\n'))]
                    ),
            ]);
    }

    private bool IsBold(XElement paragraph)
    {
        if (_bold.Contains(paragraph.Attribute(Text + "style-name")?.Value ?? ""))
            return true;
        var said = paragraph.DescendantNodes().OfType<XText>().Where(t => t.Value.Trim().Length > 0).ToList();
        return said.Count > 0
            && said.TrueForAll(t =>
                t.Ancestors(Text + "span").Any(s => _bold.Contains(s.Attribute(Text + "style-name")?.Value ?? ""))
            );
    }

    private static string Words(XElement paragraph)
    {
        var words = new StringBuilder();
        foreach (var node in paragraph.DescendantNodes())
        {
            if (node is XText text && !text.Ancestors(Text + "note").Any())
                words.Append(text.Value);
            else if (node is XElement element)
                words.Append(Mark(element));
        }
        return words.ToString();
    }

    private static string Mark(XElement element)
    {
        if (element.Name == Text + "s")
            return int.TryParse(
                element.Attribute(Text + "c")?.Value,
                NumberStyles.None,
                CultureInfo.InvariantCulture,
                out var blanks
            )
                ? new string(' ', Math.Min(blanks, 80))
                : " ";
        return element.Name == Text + "tab" ? "\t"
            : element.Name == Text + "line-break" ? "\n"
            : "";
    }
}
