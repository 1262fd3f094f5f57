using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// Reads the catalogue's data file: JSON lines, one technique a line, so that an error can name its line. What a line leaves
/// out comes from its family. See docs/formats.md for the fields.
/// </summary>
public static class CatalogueFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

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
            if (string.IsNullOrWhiteSpace(line)) continue;
            try
            {
                entries.Add((number, JsonSerializer.Deserialize<Row>(line, Options)!.ToTechnique()));
            }
            catch (JsonException e)
            {
                errors.Add($"line {number}: {e.Message}");
            }
        }
        errors.AddRange(Faults(entries));
        return errors.Count == 0 ? new Catalogue(entries.Select(e => e.Technique)) : throw new CatalogueException(errors);
    }

    private static IEnumerable<string> Faults(List<(int Line, Technique Technique)> entries)
    {
        var lineOfId = new Dictionary<string, int>(StringComparer.Ordinal);
        var lineOfAlias = new Dictionary<(NamingSchool, string), int>();
        foreach (var (line, t) in entries)
        {
            if (!lineOfId.TryAdd(t.Id, line)) yield return $"line {line}: the id '{t.Id}' already stands on line {lineOfId[t.Id]}";
            if (!t.Names.TryGetValue(NamingSchool.Generic, out var own) || own.IsEmpty) yield return $"line {line}: '{t.Id}' has no generic name";
            if (t.Effort is < 1 or > 5) yield return $"line {line}: effort of '{t.Id}' is {t.Effort}; 1 to 5 is expected";
            if (t.BaseSeconds is <= 0 or > 600) yield return $"line {line}: seconds of '{t.Id}' must be over 0 and at most 600";
            foreach (var (school, names) in t.Names)
            {
                foreach (var name in names)
                {
                    if (!lineOfAlias.TryAdd((school, NameKey.Of(name)), line))
                        yield return $"line {line}: the {school} name '{name}' already stands on line {lineOfAlias[(school, NameKey.Of(name))]}";
                }
            }
        }
        foreach (var (line, t) in entries)
        {
            foreach (var id in t.BuildsOn.Where(id => !lineOfId.ContainsKey(id)))
                yield return $"line {line}: '{t.Id}' builds on '{id}', which is not in the catalogue";
        }
        foreach (var circle in Circles(entries.DistinctBy(e => e.Technique.Id).ToDictionary(e => e.Technique.Id, e => e)))
            yield return circle;
    }

    private static IEnumerable<string> Circles(Dictionary<string, (int Line, Technique Technique)> byId)
    {
        var settled = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (line, t) in byId.Values)
        {
            var path = new List<string>();
            if (Closes(t.Id, path)) yield return $"line {line}: builds-on goes in a circle: {string.Join(" -> ", path)}";
        }

        bool Closes(string id, List<string> path)
        {
            if (settled.Contains(id) || !byId.TryGetValue(id, out var entry)) return false;
            var seen = path.Contains(id);
            path.Add(id);
            if (seen) return true;
            if (entry.Technique.BuildsOn.Any(below => Closes(below, path))) return true;
            path.RemoveAt(path.Count - 1);
            settled.Add(id);
            return false;
        }
    }

    /// <summary>One line of the file as it stands there.</summary>
    private sealed record Row
    {
        public required string Id { get; init; }
        public required TechniqueFamily Family { get; init; }
        public required Dictionary<NamingSchool, ImmutableArray<string>> Names { get; init; }
        public SideRule Side { get; init; } = SideRule.None;
        public Side? Default { get; init; }
        public decimal? Seconds { get; init; }
        public Power Power { get; init; }
        public ImmutableArray<Level> Levels { get; init; } = [];
        public Landing Landing { get; init; }
        public int Turn { get; init; }
        public ImmutableArray<string> Parts { get; init; } = [];
        public ImmutableArray<string> Cues { get; init; } = [];
        public ImmutableArray<string> Faults { get; init; } = [];
        public ImmutableArray<string> BuildsOn { get; init; } = [];
        public int? Effort { get; init; }
        public ImmutableArray<string> Regions { get; init; } = [];
        public int Landings { get; init; }
        public ImmutableArray<string> Cautions { get; init; } = [];
        public Dictionary<AgeBand, Manner> Manner { get; init; } = [];
        public bool Pause { get; init; }

        public Technique ToTechnique()
        {
            var family = FamilyDefaults.Of(Family);
            return new Technique
            {
                Id = Id,
                Family = Family,
                Names = Names.ToImmutableSortedDictionary(),
                Sides = Side,
                DefaultSide = Default ?? (Side switch
                {
                    SideRule.Lead => Techniques.Side.Lead,
                    SideRule.Rear or SideRule.Either => Techniques.Side.Rear,
                    SideRule.Both => Techniques.Side.Both,
                    _ => Techniques.Side.None,
                }),
                BaseSeconds = Seconds ?? family.BaseSeconds,
                Power = Power,
                Levels = Levels,
                Landing = Landing,
                TurnDegrees = Turn,
                Parts = Parts,
                Cues = Cues,
                Faults = Faults,
                BuildsOn = BuildsOn,
                Effort = Effort ?? family.Effort,
                Regions = Regions,
                Landings = Landings,
                Cautions = Cautions,
                Manners = Manner.ToImmutableSortedDictionary(),
                IsPause = Pause,
            };
        }
    }
}
