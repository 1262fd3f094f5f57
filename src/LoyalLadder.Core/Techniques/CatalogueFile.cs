using System.Text.Json;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// Reads the catalogue's data file: JSON lines, one technique a line, so that an error can name its line. What a line leaves
/// out comes from its family. See docs/formats.md for the fields.
/// </summary>
public static partial class CatalogueFile
{
    /// <summary>The catalogue that ships with the application.</summary>
    /// <exception cref="CatalogueException">The shipped file is broken.</exception>
    public static Catalogue Shipped()
    {
        using var stream = typeof(CatalogueFile).Assembly.GetManifestResourceStream("techniques.jsonl")!;
        using var reader = new StreamReader(stream);
        return Read(reader.ReadToEnd());
    }

    /// <summary>Reads and validates a catalogue.</summary>
    /// <exception cref="CatalogueException">A line is not readable, an id or alias stands twice, or a prerequisite is unknown or goes in a circle.</exception>
    public static Catalogue Read(string text)
    {
        var errors = new List<string>();
        var entries = new List<(int Line, Technique Technique)>();
        var number = 0;
        foreach (var line in text.Split('\n'))
        {
            number++;
            if (string.IsNullOrWhiteSpace(line))
                continue;
            try
            {
                entries.Add((number, TechniqueRow.Parse(line).ToTechnique()));
            }
            catch (JsonException e)
            {
                errors.Add($"line {number}: {e.Message}");
            }
        }
        errors.AddRange(Faults(entries));
        return errors.Count == 0
            ? Checked(entries.Select(e => e.Technique), t => $"line {entries.First(e => e.Technique == t).Line}")
            : throw new CatalogueException(errors);
    }

    /// <summary>
    /// A school's own additions and changes laid over a catalogue. A row with a known id changes only the fields that it
    /// fills in, so that a newer shipped catalogue shows through everywhere else.
    /// </summary>
    /// <exception cref="CatalogueException">Together they do not make a catalogue; the messages name the technique.</exception>
    public static Catalogue With(Catalogue shipped, IEnumerable<TechniqueRow> own)
    {
        var all = shipped.All.ToList();
        foreach (var row in own)
        {
            var at = all.FindIndex(t => t.Id == row.Id);
            if (at >= 0)
                all[at] = row.Over(all[at]);
            else
            {
                try
                {
                    all.Add(row.ToTechnique());
                }
                catch (JsonException e)
                {
                    throw new CatalogueException([$"{row.Id}: {e.Message}"]);
                }
            }
        }
        var errors = Faults([.. all.Select((t, i) => (i + 1, t))])
            .Select(e =>
                WithoutLine()
                    .Replace(
                        e,
                        m =>
                            all[
                                int.Parse(m.Groups["n"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture)
                                    - 1
                            ].Id
                    )
            )
            .ToList();
        return errors.Count == 0 ? Checked(all, t => t.Id) : throw new CatalogueException(errors);
    }

    /// <summary>Every name that is shown to a reader has to mean the same technique when that reader types it.</summary>
    private static Catalogue Checked(IEnumerable<Technique> techniques, Func<Technique, string> where)
    {
        var catalogue = new Catalogue(techniques);
        var errors = (
            from t in catalogue.All
            from reader in Enum.GetValues<NamingSchool>()
            let shown = t.NameIn(reader)
            where catalogue.Resolve(NameKey.Of(shown), reader) is not [var only] || only.Id != t.Id
            select $"{where(t)}: '{shown}' is what {reader} readers are shown for '{t.Id}', but they would read it as something else"
        ).ToList();
        return errors.Count == 0 ? catalogue : throw new CatalogueException(errors);
    }

    private static IEnumerable<string> Faults(List<(int Line, Technique Technique)> entries)
    {
        var lineOfId = new Dictionary<string, int>(StringComparer.Ordinal);
        var lineOfAlias = new Dictionary<(NamingSchool, string), int>();
        foreach (var (line, t) in entries)
        {
            if (!lineOfId.TryAdd(t.Id, line))
                yield return $"line {line}: the id '{t.Id}' already stands on line {lineOfId[t.Id]}";
            if (!t.Names.TryGetValue(NamingSchool.Generic, out var own) || own.IsEmpty)
                yield return $"line {line}: '{t.Id}' has no generic name";
            if (t.Effort is < 1 or > 5)
                yield return $"line {line}: effort of '{t.Id}' is {t.Effort}; 1 to 5 is expected";
            if (t.BaseSeconds is <= 0 or > 600)
                yield return $"line {line}: seconds of '{t.Id}' must be over 0 and at most 600";
            foreach (var (school, names) in t.Names)
            {
                foreach (var name in names)
                {
                    if (NameKey.Of(name).Length == 0)
                        yield return $"line {line}: a name of '{t.Id}' has neither letter nor digit";
                    if (!lineOfAlias.TryAdd((school, NameKey.Of(name)), line))
                        yield return $"line {line}: the {school} name '{name}' already stands on line {lineOfAlias[(school, NameKey.Of(name))]}";
                }
            }
        }
        foreach (var (line, t) in entries)
        {
            foreach (var id in t.BuildsOn.Where(id => !lineOfId.ContainsKey(id)))
                yield return $"line {line}: '{t.Id}' builds on '{id}', which is not in the catalogue";
            foreach (var id in t.Upgrades.Where(id => !lineOfId.ContainsKey(id)))
                yield return $"line {line}: '{t.Id}' is upgraded by '{id}', which is not in the catalogue";
        }
        foreach (
            var circle in Circles(entries.DistinctBy(e => e.Technique.Id).ToDictionary(e => e.Technique.Id, e => e))
        )
            yield return circle;
    }

    private static IEnumerable<string> Circles(Dictionary<string, (int Line, Technique Technique)> byId)
    {
        var settled = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (line, t) in byId.Values)
        {
            var path = new List<string>();
            if (Closes(t.Id, path))
                yield return $"line {line}: builds-on goes in a circle: {string.Join(" -> ", path)}";
        }

        bool Closes(string id, List<string> path)
        {
            if (settled.Contains(id) || !byId.TryGetValue(id, out var entry))
                return false;
            var seen = path.Contains(id);
            path.Add(id);
            if (seen)
                return true;
            if (entry.Technique.BuildsOn.Any(below => Closes(below, path)))
                return true;
            path.RemoveAt(path.Count - 1);
            settled.Add(id);
            return false;
        }
    }

    [System.Text.RegularExpressions.GeneratedRegex(
        @"\bline (?<n>\d+)",
        System.Text.RegularExpressions.RegexOptions.CultureInvariant
    )]
    private static partial System.Text.RegularExpressions.Regex WithoutLine();
}
