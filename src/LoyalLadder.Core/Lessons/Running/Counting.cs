namespace LoyalLadder.Core.Lessons.Running;

/// <summary>The language in which a school counts repetitions aloud.</summary>
public enum CountingLanguage
{
    English,
    Japanese,
    Korean,
    Thai,
    Mandarin,
}

/// <summary>Counting words, in letters that anyone can read aloud.</summary>
public static class Counting
{
    /// <summary>Highest number that has words; above it the figure is shown.</summary>
    public const int Highest = 99;

    private static readonly string[] English =
    [
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
        "eleven",
        "twelve",
        "thirteen",
        "fourteen",
        "fifteen",
        "sixteen",
        "seventeen",
        "eighteen",
        "nineteen",
    ];

    private static readonly string[] EnglishTens =
    [
        "twenty",
        "thirty",
        "forty",
        "fifty",
        "sixty",
        "seventy",
        "eighty",
        "ninety",
    ];
    private static readonly string[] Japanese = ["ichi", "ni", "san", "shi", "go", "roku", "shichi", "hachi", "kyu"];
    private static readonly string[] Korean =
    [
        "hana",
        "dul",
        "set",
        "net",
        "daseot",
        "yeoseot",
        "ilgop",
        "yeodeol",
        "ahop",
    ];
    private static readonly string[] KoreanTens =
    [
        "yeol",
        "seumul",
        "seoreun",
        "maheun",
        "swin",
        "yesun",
        "ilheun",
        "yeodeun",
        "aheun",
    ];
    private static readonly string[] Thai = ["nueng", "song", "sam", "si", "ha", "hok", "chet", "paet", "kao"];
    private static readonly string[] Mandarin = ["yi", "er", "san", "si", "wu", "liu", "qi", "ba", "jiu"];

    /// <summary>The language of the words, as devices that speak know it.</summary>
    public static string Language(CountingLanguage language) =>
        language switch
        {
            CountingLanguage.Japanese => "ja",
            CountingLanguage.Korean => "ko",
            CountingLanguage.Thai => "th",
            CountingLanguage.Mandarin => "zh",
            _ => "en",
        };

    /// <summary>The word for a count.</summary>
    /// <param name="number">From 1; anything outside 1 to <see cref="Highest"/> comes back in figures.</param>
    /// <param name="language">The school's language.</param>
    public static string Word(int number, CountingLanguage language)
    {
        if (number is < 1 or > Highest)
            return number.ToString(System.Globalization.CultureInfo.InvariantCulture);
        var (tens, ones) = (number / 10, number % 10);
        return language switch
        {
            CountingLanguage.Japanese => Tens(tens, ones, Japanese, "ju"),
            CountingLanguage.Mandarin => Tens(tens, ones, Mandarin, "shi"),
            CountingLanguage.Korean => Join(tens == 0 ? "" : KoreanTens[tens - 1], ones == 0 ? "" : Korean[ones - 1]),
            CountingLanguage.Thai => Join(
                tens switch
                {
                    0 => "",
                    1 => "sip",
                    2 => "yi sip",
                    _ => Thai[tens - 1] + " sip",
                },
                ones switch
                {
                    0 => "",
                    1 when tens > 0 => "et",
                    _ => Thai[ones - 1],
                }
            ),
            _ => number < 20 ? English[number - 1] : Join(EnglishTens[tens - 2], ones == 0 ? "" : English[ones - 1]),
        };
    }

    /// <summary>'san ju ni': tens before the word for ten, ones behind it.</summary>
    private static string Tens(int tens, int ones, string[] digits, string ten) =>
        Join(
            tens switch
            {
                0 => "",
                1 => ten,
                _ => $"{digits[tens - 1]} {ten}",
            },
            ones == 0 ? "" : digits[ones - 1]
        );

    private static string Join(string tens, string ones) =>
        tens.Length == 0 ? ones
        : ones.Length == 0 ? tens
        : $"{tens} {ones}";
}
