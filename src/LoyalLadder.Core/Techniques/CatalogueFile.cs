using System.Text.Json;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// Reads the catalogue's data file: JSON lines, one technique a line, so that an error can name its line. What a line leaves
/// out comes from its family. See docs/formats.md for the fields.
/// </summary>
public static class CatalogueFile
{
    /// <summary>The catalogue that ships with the application.</summary>
    /// <exception cref="CatalogueException">The shipped file is broken.</exception>
    public static Catalogue Shipped()
    {
        using var stream = typeof(CatalogueFile).Assembly.GetManifestResourceStream("techniques.jsonl")!;
        using var reader = new StreamReader(stream);
        var techniques = Read(reader.ReadToEnd());
        return Checked(techniques.All.Concat(ActivityFile.Shipped.Select(ActivityFile.AsTechnique)), t => t.Id);
    }

    /// <summary>Reads and validates a catalogue.</summary>
    /// <exception cref="CatalogueException">A line is not readable, an id or alias stands twice, or a prerequisite is
    /// unknown or goes in a circle.</exception>
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
        errors.AddRange(Validate(entries, line => $"line {line}"));
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
        var rows = own.ToList();
        // most schools have none: they share what was checked when it was shipped
        if (rows.Count == 0)
            return shipped;
        var all = shipped.All.ToList();
        foreach (var row in rows)
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
        var errors = Validate([.. all.Select((t, i) => (i, t))], at => all[at].Id).ToList();
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

    /// <summary>What is wrong with entries, each with its place in words.</summary>
    /// <param name="entries">With where they stand.</param>
    /// <param name="place">The place in words.</param>
    private static IEnumerable<string> Validate(List<(int At, Technique Technique)> entries, Func<int, string> place)
    {
        var (ids, names) = (
            new Dictionary<string, int>(StringComparer.Ordinal),
            new Dictionary<(NamingSchool, string), int>()
        );
        foreach (var (at, t) in entries)
        {
            if (!ids.TryAdd(t.Id, at))
                yield return $"{place(at)}: the id '{t.Id}' already stands on {place(ids[t.Id])}";
            foreach (var fault in Validate(t))
                yield return $"{place(at)}: {fault}";
            foreach (var (school, name) in t.Names.SelectMany(n => n.Value.Select(name => (n.Key, name))))
                if (!names.TryAdd((school, NameKey.Of(name)), at))
                    yield return $"{place(at)}: the {school} name '{name}' already stands on {place(names[(school, NameKey.Of(name))])}";
        }
        foreach (var (at, t) in entries)
        {
            foreach (var id in t.BuildsOn.Where(id => !ids.ContainsKey(id)))
                yield return $"{place(at)}: '{t.Id}' builds on '{id}', which is not in the catalogue";
            foreach (
                var id in new[] { t.Easier, t.Harder, t.InClinch }.OfType<string>().Where(id => !ids.ContainsKey(id))
            )
                yield return $"{place(at)}: '{id}', a version of '{t.Id}', is not in the catalogue";
            foreach (var id in t.Upgrades.Where(id => !ids.ContainsKey(id)))
                yield return $"{place(at)}: '{t.Id}' is upgraded by '{id}', which is not in the catalogue";
        }
        var byId = entries.DistinctBy(e => e.Technique.Id).ToDictionary(e => e.Technique.Id);
        foreach (var (at, circle) in Circles(byId))
            yield return $"{place(at)}: builds-on goes in a circle: {circle}";
    }

    private static IEnumerable<string> Validate(Technique t)
    {
        if (!t.Names.TryGetValue(NamingSchool.Generic, out var own) || own.IsEmpty)
            yield return $"'{t.Id}' has no generic name";
        if (t.Effort is < 1 or > 5)
            yield return $"effort of '{t.Id}' is {t.Effort}; 1 to 5 is expected";
        if (t.BaseSeconds is <= 0 or > 600)
            yield return $"seconds of '{t.Id}' must be over 0 and at most 600";
        if (t.Stages.Length is not 0 and not Technique.HighestStage)
            yield return $"'{t.Id}' has {t.Stages.Length} stages; none or {Technique.HighestStage} are expected";
        foreach (var _ in t.Names.SelectMany(n => n.Value).Where(name => NameKey.Of(name).Length == 0))
            yield return $"a name of '{t.Id}' has neither letter nor digit";
    }

    private static IEnumerable<(int At, string Path)> Circles(Dictionary<string, (int At, Technique Technique)> byId)
    {
        var settled = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (at, t) in byId.Values)
        {
            var path = new List<string>();
            if (Closes(t.Id, path))
                yield return (at, string.Join(" -> ", path));
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
}
