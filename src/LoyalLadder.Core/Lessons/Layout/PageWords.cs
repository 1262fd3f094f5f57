using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>Words that tell what a line is for: who is meant, what is asked or told, where a new part begins.</summary>
public static partial class PageWords
{
    /// <summary>The words name people at the beginning of a line: 'green and up', 'beginners', 'the younger ones', '6.-4. kyu'.</summary>
    public static bool NamesGroup(string words) => Group().IsMatch(words);

    /// <summary>What a line that begins with a group says of it, and what they do; null where it begins with no group.</summary>
    public static (string Group, string Does)? GroupAt(string words)
    {
        if (GroupLead().Match(words) is not { Success: true } match)
            return null;
        var does = words[match.Length..].Trim();
        return does.Length == 0 ? null : (match.Groups["who"].Value.Trim(' ', '-', ':', '*'), does);
    }

    /// <summary>Pieces of a line that each belong to a group: 'white: five-step / green up: one-step'.</summary>
    public static IReadOnlyList<(string Group, string Does)> Groups(string words)
    {
        var found = new List<(string, string)>();
        foreach (var piece in Divided().Split(words))
            if (GroupAt(piece.Trim()) is { } group)
                found.Add(group);
        return found;
    }

    /// <summary>Words that set a new part going in a letter: 'after that', 'then', 'to finish', 'first comes the'.</summary>
    public static int OpenerLength(string words) => Opener().Match(words) is { Success: true } match ? match.Length : 0;

    public static bool Greets(string words) => Greeting().IsMatch(words);

    public static bool Tells(string words) => Telling().IsMatch(words);

    /// <summary>What stands above is done again, or so too: 'same again', 'ditto', 'likewise', 'as last week'.</summary>
    public static bool RefersBack(string words) => Again().IsMatch(words);

    /// <summary>A line without the words that refer to the one above: what is other than there.</summary>
    public static string WithoutReference(string words) =>
        Blanks().Replace(Reference().Replace(words, " "), " ").Trim(' ', ',', ':', '-', '+', '.', ';');

    public static bool SumsUp(string words) => Total().IsMatch(words);

    private const RegexOptions Plainly = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    private const string Colours = "white|yellow|orange|green|blue|purple|brown|black|red|grey|gray|pink|camo";

    /// <summary>Who: colours of belts, grades, how long they have been there, how old, how big.</summary>
    private const string Who =
        @"(?:the\s+|those\s+(?:who|from|with|under|over)\b[^:,]*|for\s+)?(?:"
        + "(?:"
        + Colours
        + @")s?(?:(?:\s*[/&+,-]\s*|\s+(?:and|to|or)\s+)(?:"
        + Colours
        + @")s?)*(?:\s+(?:belts?|sash(?:es)?|tips?|stripes?|group))?"
        + @"|(?:\d{1,2}(?:st|nd|rd|th)?\.?\s*(?:-\s*\d{1,2}(?:st|nd|rd|th)?\.?)?\s*(?:kyu|kup|gup|geup|dan|years?(?:\s+olds?)?)s?)"
        + @"|dans?\b|(?:absolute\s+)?(?:beginners?|newbies|novices|newcomers|starters|seniors?|juniors?|advanced?s?|"
        + @"advansed|confirmed|intermediates?|fighters|competitors|higher\s+grades?|lower\s+grades?|carded|"
        + @"experienced|veterans|helpers|assistants|teens|adults|parents|kids|tinies|minis|youngsters)(?:\s+(?:ones?|"
        + @"people|ppl|group|belts?|class|students?))?"
        + @"|(?:new|younger|older|little|big|bigger|small|smaller|tall|taller|strong|stronger|injured|fit|fitter|"
        + @"rest of the|other)\s+(?:ones?|people|ppl|kids|students|starters|folks?|boys|girls|lads|group)"
        + @"|(?:group|team)\s+[A-D1-4]\b"
        + @"|under\s+\d{1,2}\.?\s*kyu|over\s+\d{1,2}s?"
        + ")";

    private const string UpAndDown =
        @"(?:\s*(?:&|and|\+|or)?\s*(?:up|upwards|above|over|higher|below|under|down|only|\+))?";

    [GeneratedRegex(
        @"^\W*"
            + Who
            + UpAndDown
            + @"(?:\s*\([^)]*\))?\s*(?:(?<=\b(?:kyu|kup|gup|geup|dan|up)\s)|$|[:>\-]|no\b|can\b|may\b|do\b|also\b|"
            + @"add\b|they\b|with\b|hit\b|put\b|who\b|over\b|try\b|instead\b|go\b)",
        Plainly
    )]
    private static partial Regex Group();

    [GeneratedRegex(
        @"^\W*(?<who>(?:from\s+)?"
            + Who
            + UpAndDown
            + @"(?:\s*\([^)]*\))?)\s*(?:[:>]|(?<=\b(?:kyu|kup|gup|geup|dan|up)\s)|\s-+>?\s|(?<=\s)-+>?\s|\s+(?=(?:no|"
            + @"can|may|do|also|add|they|with|hit|put|who|over|try|instead|go)\b)|$)",
        Plainly
    )]
    private static partial Regex GroupLead();

    [GeneratedRegex(@"\s+/\s+|\s+\|\s+|;\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Divided();

    [GeneratedRegex(
        @"^(?:(?:so\s+)?(?:we|you|i|they|lets|let\s+us)\s+(?:start|begin|go on|finish|end|do|have)\s*(?:with|"
            + @"by)?\s*(?:the|a)?\s+|(?:and\s+)?(?:first|firstly|then|next|after(?:\s+that|\s+the\s+\w+|wards)?|"
            + @"last(?:\s+thing|ly)?|finally|to\s+(?:finish|start|begin|end)(?:\s+with)?|secondly|thirdly)\b(?:\s+(?:comes?|"
            + @"are|is|its|it\s+is|we\s+do|do|with))?[:,]?(?:\s+(?:its|it\s+is|the|a|an|is|are)\b)?\s*)",
        Plainly
    )]
    private static partial Regex Opener();

    [GeneratedRegex(
        @"^(?:hi|hello|hey|dear|hoi|morning|good\s+(?:morning|evening)|thanks?|thank\s+you|cheers|see\s+you|"
            + @"love|regards|best|yours|greetings|take\s+care|good\s+luck|have\s+fun|ps|p\.s|sent\s+from|subject|"
            + @"from|to|cc|date|on\s.+\swrote)\b(?!\s+kicks?\b)",
        Plainly
    )]
    private static partial Regex Greeting();

    [GeneratedRegex(
        @"\b(?:please|pls|bring|remember|remind(?:er)?|don'?t|do\s+not|never|attention|nb|note|ask|tell|check|"
            + @"beware|fees?|dues|forget|closed?|keys?|car\s?park|next\s+week|tomorrow|deadline|poster|licen[cs]es?|"
            + @"office|photos?|sorry|holiday|absent|sore|injur\w+|watch\s+(?:the|out|for)|make\s+sure|careful|gear|"
            + @"no\s+(?:talking|training|chatting|rest|shoes))\b",
        Plainly
    )]
    private static partial Regex Telling();

    [GeneratedRegex(
        @"\b(?:same|ditto|likewise|idem|again|as\s+(?:last|above|before|the)|repeat|too|the\s+same)\b|\bdo\.$",
        Plainly
    )]
    private static partial Regex Again();

    [GeneratedRegex(
        @"\b(?:(?:the\s+)?same(?:\s+(?:again|thing|way|as\s+(?:above|before|last\s+\w+|the\s+\w+)|with|but)"
            + @")?|ditto|likewise|idem|and\s+again|again|repeat|as\s+(?:above|before)|too)\b",
        Plainly
    )]
    private static partial Regex Reference();

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Blanks();

    [GeneratedRegex(@"^\W*(?:total|sum|all\s+in\s+all|end|\(end\)|home\s+time)\b", Plainly)]
    private static partial Regex Total();
}
