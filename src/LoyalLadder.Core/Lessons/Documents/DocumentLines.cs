using System.Text;

namespace LoyalLadder.Core.Lessons.Documents;

/// <summary>Collects the paragraphs of a document as the lines that an instructor would have typed.</summary>
internal sealed class DocumentLines
{
    /// <summary>Longest bold paragraph that is taken for a heading.</summary>
    private const int LongestHeading = 40;

    private readonly StringBuilder _text = new();
    private bool _hasHeading;

    /// <summary>A paragraph; one that is all bold, short and without figures heads what follows.</summary>
    public void Paragraph(string words, bool isBold)
    {
        var isHeading = isBold && words.Trim().Length is > 0 and <= LongestHeading && !words.Any(char.IsDigit);
        if (isHeading)
            Heading(words, 2);
        else
            Line(words);
    }

    /// <summary>A heading. The first of all, where it is of the first level and names no part of a lesson, is the lesson's title.</summary>
    public void Heading(string words, int level)
    {
        var name = words.Trim().TrimStart('#').Trim();
        var isTitle = level <= 1 && !_hasHeading && !SegmentKinds.IsHeading(name);
        _hasHeading = true;
        Line($"{(isTitle ? "#" : "##")} {name}");
    }

    /// <summary>An item of a list, numbered or not.</summary>
    /// <param name="words">Its words.</param>
    /// <param name="level">0 for the outermost list.</param>
    public void Item(string words, int level) => Line($"{new string(' ', 4 * level)}- {words.Trim()}");

    /// <summary>A row of a table: what stands side by side belongs together, what stands below another in one cell does not.</summary>
    public void Row(IReadOnlyList<IReadOnlyList<string>> cells)
    {
        var filled = cells
            .Select(c => c.Where(p => !string.IsNullOrWhiteSpace(p)).ToList())
            .Where(c => c.Count > 0)
            .ToList();
        if (filled.TrueForAll(c => c.Count == 1))
        {
            Line(string.Join(' ', filled.Select(c => c[0].Trim())));
            return;
        }
        foreach (var cell in filled)
        {
            // a cell by itself before cells with several lines names them
            if (cell.Count == 1 && cell == filled[0])
                Paragraph(cell[0], isBold: true);
            else
                cell.ForEach(Line);
        }
    }

    private void Line(string words) => _text.Append(words.Replace('\u00A0', ' ')).Append('\n');

    public override string ToString() => _text.ToString();
}
