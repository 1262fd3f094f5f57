using System.Diagnostics;
using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.People;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Tests.People;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Whatever is typed, twice as much of it takes twice as long to read and no more: one line must not stop the server.</summary>
public class DoublingTests
{
    /// <summary>Twice the work, and what a busy machine adds.</summary>
    private const double Most = 2.5;

    public static TheoryData<string, string, string> Inputs =>
        new()
        {
            { "a", " ", "b" },
            { "", "18:00-", "" },
            { "", "18:00 to ", "" },
            { "jab ", "(", "" },
            { "", "[", "x" },
            { "", "\"\"", "" },
            { "", "1. ", "jab" },
            { "", "- > ", "jab" },
            { "", "a. ", "" },
            { "class: ", "kids ", "" },
            { "", "5 x ", "" },
            { "jab ", "5/side ", "" },
            { "", "jab, ", "cross" },
            { "", "jab & ", "cross" },
            { "with partner ", ",", "with partner" },
            { "", "(ages 7-", ")" },
            { "note", " ", ": x" },
            { "", "then and ", "" },
            { "", "45 min / ", "" },
            { "", "x", "" },
            { "", "3 rounds of 2 min ", "" },
            { "", "wibble ", "" },
            { "", "10 wobble, ", "" },
        };

    [Theory]
    [MemberData(nameof(Inputs))]
    public void A_line_twice_as_long_is_read_in_twice_the_time(string before, string again, string after) =>
        Grows(n => Lines(before, again, after, n), text => Given.Reader.Read(text), 900);

    [Theory]
    [MemberData(nameof(Inputs))]
    public void A_long_line_twice_as_long_is_read_in_twice_the_time(string before, string again, string after) =>
        Grows(n => before + Repeated(again, n) + after, text => Given.Reader.Read(text), 40_000);

    /// <summary>What is shown before a sheet is pasted, of half and of all that may be pasted at once.</summary>
    [Theory]
    [InlineData("3 rounds of 2 min ")]
    [InlineData("wibble ")]
    [InlineData("10 wobble, ")]
    [InlineData("jab, ")]
    [InlineData("x")]
    public void A_look_before_pasting_twice_as_much_takes_twice_the_time(string again) =>
        Grows(
            n => Repeated(again, n),
            text => PasteLook.Of(text, Given.Reader.Read(text)),
            SheetReader.MostBytes / 2 - 100
        );

    private static readonly Dictionary<string, Action<string>> OtherReaders = new()
    {
        ["students"] = text => new StudentLineReader(StudentLineTests.School).Read(text),
        ["a pasted grid"] = text => PastedGrid.Read(text),
        ["parts of a lesson"] = text => LessonParts.Read(text),
        ["a lesson as JSON"] = text =>
            new LessonJson(Given.Reader).Read($"{{\"segments\":[{{\"name\":{JsonSerializer.Serialize(text)}}}]}}"),
        ["a drill's call"] = text => DrillCall.Read(text),
    };

    public static TheoryData<string, string, string, string> OtherInputs
    {
        get
        {
            var all = new TheoryData<string, string, string, string>();
            foreach (var reader in OtherReaders.Keys)
            foreach (var (before, again, after) in Inputs.Select(i => i.Data))
                all.Add(reader, before, again, after);
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(OtherInputs))]
    public void Other_text_twice_as_long_is_read_in_twice_the_time(
        string reader,
        string before,
        string again,
        string after
    ) => Grows(n => before + Repeated(again, n) + after, OtherReaders[reader], 20_000);

    [Theory]
    [MemberData(nameof(Inputs))]
    public void A_notation_twice_as_long_is_read_in_twice_the_time(string before, string again, string after)
    {
        var reader = new NotationReader(new Vocabulary(CatalogueFile.Shipped(), NamingSchool.Generic));
        Grows(n => before + Repeated(again, n) + after, text => reader.Read(text), 900);
    }

    private static string Repeated(string words, int characters) =>
        string.Concat(Enumerable.Repeat(words, Math.Max(1, characters / words.Length)));

    private static string Lines(string before, string again, string after, int characters) =>
        string.Join('\n', Enumerable.Repeat(before + Repeated(again, characters) + after, 20));

    private static void Grows(Func<int, string> make, Action<string> read, int characters)
    {
        var (once, twice) = (make(characters), make(characters * 2));
        read(once);
        read(twice);
        // below this the clock and the collector say more than the reader
        var floor = TimeSpan.FromMilliseconds(8);
        var ratio = double.MaxValue;
        for (var attempt = 0; attempt < 30 && ratio > Most; attempt++)
        {
            var (first, second) = (Quickest(() => read(once)), Quickest(() => read(twice)));
            ratio = second < floor ? 1 : second / (first > floor / 2 ? first : floor / 2);
        }
        Assert.True(ratio <= Most, $"twice as much takes {ratio:0.0} times as long");
    }

    private static TimeSpan Quickest(Action act)
    {
        var quickest = TimeSpan.MaxValue;
        for (var i = 0; i < 3; i++)
        {
            var from = Stopwatch.GetTimestamp();
            act();
            var took = Stopwatch.GetElapsedTime(from);
            quickest = took < quickest ? took : quickest;
        }
        return quickest;
    }
}
