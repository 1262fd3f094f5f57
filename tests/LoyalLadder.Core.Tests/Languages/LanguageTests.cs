using System.Globalization;
using System.Text;
using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Languages;

public class LanguageTests
{
    private static readonly Language Dutch = AllLanguages.Find("nl")!;

    /// <summary>What is said in Dutch; English again afterwards, whatever becomes of it.</summary>
    private static string InDutch(Func<string> said)
    {
        AllLanguages.Now = Dutch;
        try
        {
            return said();
        }
        finally
        {
            AllLanguages.Now = AllLanguages.All[0];
        }
    }

    [Theory]
    [InlineData("nl", "Nederlands")]
    [InlineData("NL-be", "Nederlands")]
    [InlineData("en-GB", "English")]
    [InlineData("nld", null)]
    [InlineData("xx", null)]
    [InlineData("n", null)]
    [InlineData("", null)]
    [InlineData(null, null)]
    public void A_language_is_found_by_its_code(string? code, string? name) =>
        Assert.Equal(name, AllLanguages.Find(code)?.Name);

    [Fact]
    public void A_phrase_is_said_in_English_and_in_Dutch()
    {
        var (count, all) = (3, 12);
        Assert.Equal("Save the log", Say("Save the log"));
        Assert.Equal("Bewaar het log", InDutch(() => Say("Save the log")));
        Assert.Equal("3 of 12 missing", Say($"{count} of {all} missing"));
        Assert.Equal("3 van 12 ontbreken", InDutch(() => Say($"{count} of {all} missing")));
        // what stands in no file is said as it was written
        Assert.Equal("Nobody wrote this 3", InDutch(() => Say($"Nobody wrote this {count}")));
        Assert.Equal("brackets { } and 3", InDutch(() => Say($"brackets {{ }} and {count}")));
    }

    [Theory]
    [InlineData(1, "1 lesson", "1 les")]
    [InlineData(0, "0 lessons", "0 lessen")]
    [InlineData(1234, "1234 lessons", "1234 lessen")]
    public void What_is_counted_has_its_own_many(int count, string english, string dutch)
    {
        Assert.Equal(english, Spoken.Many(count, "lesson"));
        Assert.Equal(dutch, InDutch(() => Spoken.Many(count, "lesson")));
    }

    [Fact]
    public void Numbers_and_formats_read_the_same_in_every_language()
    {
        var metres = 1234.5m;
        Assert.Equal("Length 1,234.50", Say($"Length {metres:N2}"));
        Assert.Equal("Length 1,234.50", InDutch(() => Say($"Length {metres:N2}")));
        Assert.Equal("2:05", InDutch(() => Spoken.Clock(125)));
    }

    [Theory]
    [InlineData("dddd d MMMM yyyy", "Thursday 3 December 2026", "donderdag 3 december 2026")]
    [InlineData("ddd d MMM", "Thu 3 Dec", "do 3 dec")]
    public void Days_and_months_have_their_names(string format, string english, string dutch)
    {
        var day = new DateOnly(2026, 12, 3);
        Assert.Equal(english, day.ToString(format, AllLanguages.Now.Dates));
        Assert.Equal(dutch, day.ToString(format, Dutch.Dates));
    }

    [Fact]
    public async Task A_language_goes_along_with_the_work_and_ends_with_it()
    {
        Assert.Equal(("is gelogd", "English"), (await Later(), AllLanguages.Now.Name));

        static async Task<string> Later()
        {
            AllLanguages.Now = Dutch;
            await Task.Yield();
            var group = "Kites";
            return await Task.Run(() => Say($"{group} is logged.")["Kites ".Length..^1]);
        }
    }

    [Fact]
    public void What_is_kept_for_others_is_in_English_and_the_reader_goes_on_in_their_own()
    {
        var said = InDutch(() => $"{AllLanguages.InEnglish(() => Spoken.Many(3, "day"))} | {Spoken.Many(3, "day")}");
        Assert.Equal("3 days | 3 dagen", said);
        Assert.Equal(
            "dagen",
            InDutch(() =>
            {
                Assert.Throws<InvalidOperationException>(() =>
                    AllLanguages.InEnglish(() => throw new InvalidOperationException("broken off"))
                );
                return Spoken.Many(3, "day")[2..];
            })
        );
    }

    [Fact]
    public void Every_phrase_of_a_file_can_be_filled_with_what_the_English_has()
    {
        foreach (var language in AllLanguages.All)
        foreach (var (english, said) in language.Words)
        {
            Assert.False(string.IsNullOrWhiteSpace(said), $"{language.Code}: nothing is said for '{english}'");
            var (asked, filled) = (Holes(english), Holes(said));
            Assert.True(asked == filled, $"{language.Code}: '{english}' has {asked} holes, '{said}' has {filled}");
        }

        static int Holes(string phrase) =>
            phrase.Contains("{0}", StringComparison.Ordinal) ? CompositeFormat.Parse(phrase).MinimumArgumentCount : 0;
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{\"code\":\"xx\",\"name\":\"X\"}")]
    [InlineData("{\"code\":\"xx\",\"name\":\"X\",\"words\":[],\"scripts\":{}}")]
    [InlineData("{\"code\":null,\"name\":\"X\",\"words\":{},\"scripts\":{}}")]
    public void What_is_no_file_of_words_is_refused(string text)
    {
        using var file = new MemoryStream(Encoding.UTF8.GetBytes(text));
        Assert.Throws<FormatException>(() => Language.Read(file));
    }

    /// <summary>The rules themselves answer in the language: nothing is put together from English afterwards.</summary>
    [Fact]
    public void A_difference_of_time_is_told_in_Dutch()
    {
        Assert.Equal("35 s left", Spoken.Difference(-35));
        Assert.Equal("precies op tijd", InDutch(() => Spoken.Difference(0)));
        Assert.Equal("2 min 40 te lang", InDutch(() => Spoken.Difference(160)));
        Assert.Equal(
            string.Create(CultureInfo.InvariantCulture, $"{35} s over"),
            InDutch(() => Spoken.Difference(-35))
        );
    }
}
