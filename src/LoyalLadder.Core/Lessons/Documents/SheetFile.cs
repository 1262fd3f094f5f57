using System.IO.Compression;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Lessons.Documents;

/// <summary>The words of a file that somebody keeps sheets in, or why there are none.</summary>
/// <param name="Text">As a sheet is typed: a line each, '## ' before headings, '- ' before items of lists.</param>
/// <param name="Refusal">What is wrong with the file, in words that say what to do; null when nothing is.</param>
public sealed record SheetFileText(string Text, string? Refusal);

/// <summary>Reads a sheet out of a file: plain text, Markdown, JSON, a Word document or an OpenDocument text. Macros, links and
/// pictures are not looked at.</summary>
public static class SheetFile
{
    /// <summary>Largest file, in bytes.</summary>
    public const int MostBytes = 5 * 1000 * 1000;

    /// <summary>Most characters that a packed document may grow to; more than any lesson ever has.</summary>
    private const int MostUnpacked = 24 * 1000 * 1000;

    /// <summary>Most elements of a document that are read: 400 lines with some hundred each.</summary>
    private const int MostElements = 50_000;

    /// <summary>Deepest nesting that is followed.</summary>
    private const int MostDepth = 120;

    public static SheetFileText Read(byte[] file)
    {
        if (file.Length > MostBytes)
            return No(
                Say($"The file has {file.Length / 1000:N0} kB; a sheet's file may have {MostBytes / 1000:N0} kB.")
            );
        try
        {
            var text = file is [(byte)'P', (byte)'K', 3, 4, ..] ? Document(file) : Plain(file);
            if (text is null)
                return No(
                    Say(
                        "This is a packed file, but no Word or OpenDocument text. Save the sheet as .docx, .odt or text."
                    )
                );
            return SheetReader.Refusal(text) is { } refusal ? No(refusal) : new SheetFileText(text, null);
        }
        catch (Exception e) when (e is InvalidDataException or XmlException or IOException or NotSupportedException)
        {
            return No(
                Say(
                    "The file is damaged: it cannot be read. Open it in its own program, and copy the words or save it anew."
                )
            );
        }
    }

    private static SheetFileText No(string why) => new("", why);

    private static string? Document(byte[] file)
    {
        using var zip = new ZipArchive(new MemoryStream(file), ZipArchiveMode.Read);
        if (zip.GetEntry("word/document.xml") is { } word)
            return WordText.Of(Parsed(word));
        return zip.GetEntry("content.xml") is { } open ? OpenText.Of(Parsed(open)) : null;
    }

    private static XElement Parsed(ZipArchiveEntry entry)
    {
        Guard(entry);
        using var stream = entry.Open();
        using var reader = XmlReader.Create(stream, Safe);
        return XElement.Load(reader, LoadOptions.PreserveWhitespace);
    }

    private static XmlReaderSettings Safe =>
        new()
        {
            DtdProcessing = DtdProcessing.Prohibit,
            XmlResolver = null,
            MaxCharactersInDocument = MostUnpacked,
        };

    /// <summary>Looks through a document while it is unpacked, keeping none of it: too much is told before a tree is made.</summary>
    private static void Guard(ZipArchiveEntry entry)
    {
        using var stream = entry.Open();
        using var reader = XmlReader.Create(stream, Safe);
        var elements = 0;
        while (reader.Read())
        {
            if (reader.Depth > MostDepth)
                throw new InvalidDataException("Nested deeper than any document.");
            if (reader.NodeType == XmlNodeType.Element && ++elements > MostElements)
                throw new InvalidDataException("More parts than any lesson has.");
        }
    }

    private static string Plain(byte[] file)
    {
        var strict = new UTF8Encoding(false, throwOnInvalidBytes: true);
        try
        {
            return strict.GetString(file).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            // as older programs save it: one byte a letter
            return Encoding.Latin1.GetString(file);
        }
    }
}
