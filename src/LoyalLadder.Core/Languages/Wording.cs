using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;

namespace LoyalLadder.Core.Languages;

/// <summary>
/// Every phrase that a person reads passes here. It is written in English where it is said; what stands for it in another
/// language is looked up under it.
/// </summary>
public static class Wording
{
    /// <summary>The phrase in the language of whoever reads.</summary>
    public static string Say(string words) => AllLanguages.Foreign?.Of(words) ?? words;

    /// <summary>The same for a phrase with values in it, looked up as '{0} of {1}'. Numbers read the same everywhere.</summary>
    public static string Say(PhraseInWords phrase) => phrase.Said();

    /// <summary>
    /// Marks a phrase that is kept in English and said where somebody reads it: a word that files know too, or one that outlives
    /// the answer.
    /// </summary>
    public static string MarkForTranslation(string words) => words;

    /// <summary>'1 lesson', '3 lessons': looked up as '1 lesson' and as '{0} lessons'.</summary>
    internal static string Count(int count, string one, string many)
    {
        if (count == 1)
            return Say("1 " + one);
        return AllLanguages.Foreign?.Of("{0} " + many, [count])
            ?? string.Create(CultureInfo.InvariantCulture, $"{count} {many}");
    }
}

/// <summary>A phrase as the compiler takes it apart: the words between the holes, and what fills them.</summary>
[InterpolatedStringHandler]
public ref struct PhraseInWords
{
    private DefaultInterpolatedStringHandler _english;
    private readonly StringBuilder? _key;
    private readonly List<object?>? _holes;

    public PhraseInWords(int literalLength, int formattedCount)
    {
        if (AllLanguages.Foreign is null)
            _english = new DefaultInterpolatedStringHandler(
                literalLength,
                formattedCount,
                CultureInfo.InvariantCulture
            );
        else
            (_key, _holes) = (new StringBuilder(literalLength + 3 * formattedCount), new List<object?>(formattedCount));
    }

    public void AppendLiteral(string words)
    {
        if (_key is null)
            _english.AppendLiteral(words);
        else
            _key.Append(
                words.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal)
            );
    }

    public void AppendFormatted<T>(T value, string? format = null)
    {
        if (_key is null)
        {
            _english.AppendFormatted(value, format);
            return;
        }
        _key.Append(CultureInfo.InvariantCulture, $"{{{_holes!.Count}}}");
        _holes.Add(
            value is IFormattable number && format is not null ? number.ToString(format, AllLanguages.Now.Dates) : value
        );
    }

    internal string Said() =>
        _key is null ? _english.ToStringAndClear() : AllLanguages.Foreign!.Of(_key.ToString(), [.. _holes!]);
}
