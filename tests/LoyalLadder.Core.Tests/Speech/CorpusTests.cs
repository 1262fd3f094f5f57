using CsCheck;
using LoyalLadder.Bench;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Tests.Speech;

/// <summary>How well typed lines and combinations are understood, by corpora that instructors wrote.</summary>
public class CorpusTests
{
    private static readonly string[] Typed = File.ReadAllLines(Corpus("lines.jsonl"));
    private static readonly string[] TypedBySecond = File.ReadAllLines(Corpus("lines2.jsonl"));

    /// <summary>The corpora are of schools whose 'on my count' waits for a call.</summary>
    private static readonly SheetReader CallingReader = new(Given.Words with { MyCount = Pace.Called });

    private static string Corpus(string name) => Path.Combine(AppContext.BaseDirectory, "Speech", name);

    [Fact]
    public void Typed_lines_are_read_exactly_and_never_silently_as_something_else()
    {
        var score = SpeechScore.Of(Typed, CallingReader);
        var misses = string.Join('\n', score.Misses.Select(m => $"{m.How}: {m.Line} => {m.Read}"));
        Assert.True(score.Exact >= 0.98 * score.Lines, misses);
        Assert.True(score.SilentlyWrong == 0, misses);
    }

    /// <summary>Lines in other manners; no reader is right about all of them, but it says so.</summary>
    [Fact]
    public void Lines_in_other_manners_are_read_or_marked()
    {
        var score = SpeechScore.Of(TypedBySecond, CallingReader);
        var misses = string.Join('\n', score.Misses.Select(m => $"{m.How}: {m.Line} => {m.Read}"));
        Assert.True(score.Exact >= 0.93 * score.Lines, misses);
        Assert.True(score.SilentlyWrong <= 0.03 * score.Lines, misses);
    }

    /// <summary>Other capitals, bullets, shortenings, slips, units and remarks change nothing of what a line means.</summary>
    [Fact]
    public void Changed_lines_read_the_same()
    {
        var told = new List<string>();
        var (same, all) = SpeechScore.Changed(Typed.Concat(TypedBySecond), Given.Reader, 10_000, told.Add);
        Assert.Equal(10_000, all);
        Assert.True(same >= 0.97 * all, $"{same}: {string.Join('\n', told.TakeLast(40))}");
    }

    [Fact]
    public void Combinations_are_judged_as_an_instructor_judges_them()
    {
        var score = MovementScore.Of(File.ReadLines(Corpus("combinations.jsonl")), Given.Catalogue);
        var misses = string.Join('\n', score.Misses.Select(m => $"{m.Notation}: {string.Join(", ", m.Differences)}"));
        Assert.True(score.Exact >= 0.97 * score.Combinations, misses);
    }

    /// <summary>Every naming school reads the lines that are in common words as the others do, or marks them.</summary>
    [Theory]
    [InlineData(NamingSchool.Ring)]
    [InlineData(NamingSchool.Japanese)]
    [InlineData(NamingSchool.Korean)]
    [InlineData(NamingSchool.Thai)]
    [InlineData(NamingSchool.Chinese)]
    public void Readers_of_other_schools_understand_nearly_as_much(NamingSchool school)
    {
        var score = SpeechScore.Of(Typed, new SheetReader(new Vocabulary(Given.Catalogue, school)));
        Assert.True(
            score.Exact >= 0.96 * score.Lines,
            $"{score.Exact} of {score.Lines}: {string.Join('\n', score.Misses.Select(m => $"{m.Line} => {m.Read}"))}"
        );
    }

    [Fact]
    public void No_word_is_lost_in_any_line_of_the_corpus() => Assert.All(Lines(), line => Assert.Empty(Lost(line)));

    /// <summary>Words dropped, doubled, changed about and strange ones put in: what is not a phrase of the dose stays.</summary>
    [Fact]
    public void No_word_is_lost_however_a_line_is_mangled()
    {
        var lines = Lines().ToArray();
        Gen.Select(
                Gen.OneOfConst(lines),
                Gen.Int[0, 12],
                Gen.Int[0, 3],
                Gen.OneOfConst("zorb", "x3", ",", "then", "5/side", "(", "jab")
            )
            .Sample(
                (line, at, how, word) =>
                {
                    var words = line.Split(' ').ToList();
                    at %= words.Count;
                    if (how == 0 && words.Count > 1)
                        words.RemoveAt(at);
                    else if (how == 1)
                        words.Insert(at, words[at]);
                    else if (how == 2)
                        (words[0], words[at]) = (words[at], words[0]);
                    else
                        words.Insert(at, word);
                    var mangled = string.Join(' ', words);
                    var lost = Lost(mangled);
                    Assert.True(lost.Count == 0, $"{mangled}: {string.Join(' ', lost)}\n{Written(mangled)}");
                },
                iter: 10_000
            );
    }

    private static IEnumerable<string> Lines() =>
        Typed.Select(l => System.Text.Json.JsonDocument.Parse(l).RootElement.GetProperty("line").GetString()!);

    /// <summary>Words that a dose, a pace or a joint says in its own way.</summary>
    private static readonly HashSet<string> Said =
    [
        .. DoseGrammar
            .Words.Concat(SpokenWords.EachNouns)
            .Concat(DoseWords.Seconds)
            .Concat(DoseWords.Minutes)
            .Concat([
                "slow",
                "slowly",
                "easy",
                "hard",
                "medium",
                "technical",
                "walk",
                "brisk",
                "then",
                "and",
                "into",
                "half",
                "note",
                "notes",
                "lh",
                "rh",
                "lf",
                "rf",
            ])
            .SelectMany(NameKey.Words),
    ];

    private static string Written(string line)
    {
        var writer = new SheetWriter(Given.Reader);
        return string.Join('\n', Given.Reader.Read(line).Plan.Entries.Select(writer.Write));
    }

    /// <summary>A word that was shortened or mistyped stands there as it was meant.</summary>
    private static bool IsWrittenOut(string word, IEnumerable<string> written) =>
        Shortenings.Of(word) is not null
        || written.Any(w => Spelling.Cost(word, w) is not null)
        || Said.Any(w => Spelling.Cost(word, w) is <= 1.1)
        || Enumerable.Range(1, 100).Any(n => Spelling.Cost(word, InWords(n)) is <= 1.1);

    private static string InWords(int number) =>
        new[]
        {
            "one",
            "two",
            "three",
            "four",
            "five",
            "six",
            "seven",
            "eight",
            "nine",
            "ten",
            "twelve",
            "twenty",
            "thirty",
        }.FirstOrDefault(w => DoseWords.NumberOf(w) == number) ?? "";

    private static List<string> Lost(string line)
    {
        var words = NameKey.Words(Written(line));
        var written = NameKey.Of(Written(line));
        return
        [
            .. NameKey
                .Words(line)
                .SelectMany(w => w.Split(['0', '1', '2', '3', '4', '5', '6', '7', '8', '9']))
                .Where(w =>
                    w.Length > 1
                    && !Said.Contains(w)
                    && DoseWords.NumberOf(w) is null
                    && !written.Contains(NameKey.Of(w), StringComparison.Ordinal)
                    && !IsWrittenOut(w, words)
                ),
        ];
    }
}
