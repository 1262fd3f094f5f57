using System.Collections.Concurrent;
using System.Collections.Frozen;
using System.Globalization;
using System.Text;
using System.Text.Json;

namespace LoyalLadder.Core.Languages;

/// <summary>
/// A language that the interface speaks: English phrases and what stands for them, read from a file. Names of techniques, of
/// ranks and of whatever a school has typed are no part of it.
/// </summary>
public sealed class Language
{
    private readonly FrozenDictionary<string, string> _words;
    private readonly ConcurrentDictionary<string, CompositeFormat> _patterns = new();

    private Language(string code, string name, Dictionary<string, string> words, string scripts)
    {
        Code = code;
        Name = name;
        Scripts = scripts;
        _words = words.ToFrozenDictionary(StringComparer.Ordinal);
        Dates = (DateTimeFormatInfo)DateTimeFormatInfo.InvariantInfo.Clone();
        Dates.DayNames = [.. Dates.DayNames.Select(Of)];
        Dates.AbbreviatedDayNames = [.. Dates.AbbreviatedDayNames.Select(Of)];
        Dates.MonthNames = Dates.MonthGenitiveNames = [.. Dates.MonthNames.Select(Of)];
        Dates.AbbreviatedMonthNames = Dates.AbbreviatedMonthGenitiveNames = [.. Dates.AbbreviatedMonthNames.Select(Of)];
    }

    /// <summary>Of two letters, as pages and browsers name languages: 'nl'.</summary>
    public string Code { get; }

    /// <summary>How a page says that it is in it: English as it is written in Britain.</summary>
    public string Page => Code == AllLanguages.English ? "en-GB" : Code;

    /// <summary>In the language itself: 'Nederlands'.</summary>
    public string Name { get; }

    /// <summary>The phrases that scripts say, as a JSON object.</summary>
    public string Scripts { get; }

    /// <summary>Names of days and months.</summary>
    public DateTimeFormatInfo Dates { get; }

    /// <summary>Every English phrase that the file has something for.</summary>
    public IEnumerable<KeyValuePair<string, string>> Words => _words;

    /// <summary>What stands for an English phrase; the phrase itself where the file has nothing.</summary>
    public string Of(string english) => _words.GetValueOrDefault(english, english);

    /// <summary>Like <see cref="Of(string)"/>, for a phrase with holes '{0}', filled.</summary>
    internal string Of(string english, object?[] holes) =>
        string.Format(
            CultureInfo.InvariantCulture,
            _patterns.GetOrAdd(english, e => CompositeFormat.Parse(Of(e))),
            holes
        );

    /// <summary>
    /// Reads a file: an object with 'code', 'name', 'words' and 'scripts'. The last two are objects of English phrases and
    /// what stands for them, said by the program and by its scripts. A phrase has holes '{0}', '{1}' in the order of the
    /// English, which may be moved and repeated.
    /// </summary>
    /// <exception cref="FormatException">The file is not such an object.</exception>
    internal static Language Read(Stream file)
    {
        try
        {
            using var json = JsonDocument.Parse(file);
            var words = json.RootElement.GetProperty("words").Deserialize<Dictionary<string, string>>();
            return new Language(
                Text("code"),
                Text("name"),
                words ?? throw new FormatException("No words."),
                json.RootElement.GetProperty("scripts").GetRawText()
            );

            string Text(string name) =>
                json.RootElement.GetProperty(name).GetString() ?? throw new FormatException(name);
        }
        catch (Exception e) when (e is JsonException or KeyNotFoundException or InvalidOperationException)
        {
            throw new FormatException("A file of words is an object with code, name and words.", e);
        }
    }
}
