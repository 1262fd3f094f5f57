using System.Globalization;
using System.Text;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// The form in which names are compared: lower case, no accents, hyphens or blanks, every word in the singular. So
/// 'Push-ups', 'push up' and 'pushup' are one name.
/// </summary>
public static class NameKey
{
    /// <summary>The key of a name; empty when the text holds neither letter nor digit.</summary>
    public static string Of(string name)
    {
        var key = new StringBuilder(name.Length);
        foreach (var word in Words(name))
            key.Append(word);
        return key.ToString();
    }

    /// <summary>The words of a name, plain and singular, in order.</summary>
    public static List<string> Words(string name)
    {
        var words = new List<string>(6);
        var word = new StringBuilder(name.Length);
        foreach (var c in name)
        {
            if (char.IsLetterOrDigit(c))
                word.Append(WithoutDiacritic(char.ToLowerInvariant(c)));
            else if (c is '\'' or '’' || CharUnicodeInfo.GetUnicodeCategory(c) == UnicodeCategory.NonSpacingMark)
                continue;
            else
                Flush(word, words);
        }
        Flush(word, words);
        return words;
    }

    private const string Accented = "àáâãäåāçèéêëēìíîïīñòóôõöōùúûüūýÿ";
    private const string Plain = "aaaaaaaceeeeeiiiiinoooooouuuuuyy";

    /// <summary>'kōkutsu' and 'kokutsu' are one; by a table, since the application runs without the machine's language data.</summary>
    private static char WithoutDiacritic(char c) =>
        c < 128 || Accented.IndexOf(c) is not (>= 0 and var at) ? c : Plain[at];

    private static void Flush(StringBuilder word, List<string> words)
    {
        if (word.Length == 0)
            return;
        words.Add(Singular(word.ToString()));
        word.Clear();
    }

    private static string Singular(string word) =>
        word switch
        {
            _ when word.Length < 3 => word,
            _ when word.EndsWith("ies", StringComparison.Ordinal) && word.Length > 4 => word[..^3] + "y",
            _ when word.EndsWith("ches", StringComparison.Ordinal)
                    || word.EndsWith("shes", StringComparison.Ordinal)
                    || word.EndsWith("sses", StringComparison.Ordinal)
                    || word.EndsWith("xes", StringComparison.Ordinal) => word[..^2],
            _ when word.EndsWith("ss", StringComparison.Ordinal)
                    || word.EndsWith("us", StringComparison.Ordinal)
                    || word.EndsWith("is", StringComparison.Ordinal) => word,
            _ when word.EndsWith('s') => word[..^1],
            _ => word,
        };
}
