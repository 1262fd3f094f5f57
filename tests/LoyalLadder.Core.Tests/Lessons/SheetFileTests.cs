using System.Globalization;
using System.IO.Compression;
using System.Text;
using LoyalLadder.Core.Lessons.Documents;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Sheets in files: the documents beside this were written by an office program, with a table, lists and bold headings.</summary>
public class SheetFileTests
{
    private const string AsTyped = """
        # Thursday Kites, week 3
        class: Kites · 18 people · 45 min · teens
        ## Warm-up
        1. jumping jacks x20
        2. leg swings 10 each side
        3. lunges 6 per leg
        ## Basics
        jab, cross 10 each side
        front kick 8 per leg slow
        round kick 3 sets of 10
        ## Pads
        - jab, cross, lead hook pairs 10/side [mitts]
        - water 1 min
        push-ups x10
        plank 45 sec
        ## Cool-down
        straddle stretch 30s each side
        """;

    private static byte[] Document(string name) =>
        File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "Sheets", "documents", name));

    [Theory]
    [InlineData("week-3.docx")]
    [InlineData("week-3.odt")]
    public void A_document_reads_like_its_text(string name)
    {
        var read = SheetFile.Read(Document(name));
        Assert.Null(read.Refusal);
        var (expected, plan) = (Given.Reader.Read(AsTyped).Plan, Given.Reader.Read(read.Text).Plan);
        Assert.Equal(expected.Head, plan.Head);
        Assert.Equal(expected.Entries, plan.Entries);
        Assert.All(plan.Lines, l => Assert.True(l.IsUnderstood, l.Content));
    }

    private static byte[] Packed(string entry, string xml)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        using (var writer = new StreamWriter(zip.CreateEntry(entry).Open()))
            writer.Write(xml);
        return file.ToArray();
    }

    /// <summary>29 kB that unpack to millions of paragraphs took seconds and 230 MB before they were refused.</summary>
    [Theory]
    [InlineData("word/document.xml", "<w:document {0}><w:body>{1}</w:body></w:document>", "<w:p/>")]
    [InlineData("content.xml", "<o {0}>{1}</o>", "<p/>")]
    public void A_document_of_millions_of_parts_is_refused_before_a_tree_is_made(
        string entry,
        string whole,
        string part
    )
    {
        var many = string.Concat(Enumerable.Repeat(part, 1_000_000));
        var file = Packed(entry, string.Format(CultureInfo.InvariantCulture, whole, W, many));
        SheetFile.Read(file);
        var before = GC.GetAllocatedBytesForCurrentThread();
        Assert.NotNull(SheetFile.Read(file).Refusal);
        var taken = GC.GetAllocatedBytesForCurrentThread() - before;
        Assert.True(taken < 2_000_000, $"{taken} bytes for {file.Length}");
    }

    private const string W = "xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"";

    private static string Word(string body) =>
        SheetFile.Read(Packed("word/document.xml", $"<w:document {W}><w:body>{body}</w:body></w:document>")).Text;

    [Fact]
    public void What_was_struck_out_is_gone_and_links_are_their_words() =>
        Assert.Equal(
            "plank 45s\n",
            Word(
                "<w:p><w:del><w:r><w:t>jab </w:t></w:r></w:del><w:hyperlink><w:r><w:t>plank</w:t></w:r></w:hyperlink>"
                    + "<w:r><w:instrText>HYPERLINK x</w:instrText><w:t xml:space=\"preserve\"> 45s</w:t></w:r></w:p>"
            )
        );

    [Fact]
    public void A_cell_before_cells_with_several_lines_names_them() =>
        Assert.Equal(
            "## Pads\njab x5\ncross x5\n",
            Word(
                "<w:tbl><w:tr><w:tc><w:p><w:r><w:t>Pads</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>jab x5</w:t></w:r></w:p>"
                    + "<w:p><w:r><w:t>cross x5</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
            )
        );

    [Theory]
    [InlineData("plank 45s", "plank 45s")]
    [InlineData("\uFEFFplank 45s", "plank 45s")]
    public void Text_is_read_as_it_is(string typed, string text) =>
        Assert.Equal(text, SheetFile.Read(Encoding.UTF8.GetBytes(typed)).Text);

    [Fact]
    public void Text_of_older_programs_keeps_its_letters() =>
        Assert.Equal("relevé x5", SheetFile.Read(Encoding.Latin1.GetBytes("relevé x5")).Text);

    [Fact]
    public void Files_that_are_no_sheets_say_what_to_do()
    {
        var deep = string.Concat(Enumerable.Repeat("<w:p>", 5000)) + string.Concat(Enumerable.Repeat("</w:p>", 5000));
        (byte[] File, string Says)[] files =
        [
            (new byte[SheetFile.MostBytes + 1], "may have"),
            (Packed("readme.txt", "hello"), "no Word or OpenDocument"),
            (Packed("word/document.xml", "<!DOCTYPE x [<!ENTITY a \"b\">]><x>&a;</x>"), "damaged"),
            (Packed("word/document.xml", "<not closed"), "damaged"),
            (Packed("word/document.xml", $"<w:document {W}><w:body>{deep}</w:body></w:document>"), "damaged"),
            (Packed("content.xml", $"<x>{new string(' ', 30_000_000)}</x>"), "damaged"),
            ([.. "PK\u0003\u0004"u8, 1, 2, 3], "damaged"),
            ([0, 1, 2, 3, 4, 5, 6, 7, 8], "not text"),
        ];
        foreach (var (file, says) in files)
            Assert.Contains(says, SheetFile.Read(file).Refusal, StringComparison.Ordinal);
    }
}
