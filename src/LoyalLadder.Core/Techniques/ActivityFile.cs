using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Core.Techniques;

/// <summary>Reads the activities that ship with the application: a JSON object a line.</summary>
public static class ActivityFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

    /// <summary>The activities that ship with the application.</summary>
    public static ImmutableArray<Activity> Shipped { get; } = Read();

    private static ImmutableArray<Activity> Read()
    {
        using var stream = typeof(ActivityFile).Assembly.GetManifestResourceStream("activities.jsonl")!;
        using var reader = new StreamReader(stream);
        return
        [
            .. reader
                .ReadToEnd()
                .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                .Select(l => JsonSerializer.Deserialize<Activity>(l, Options)!),
        ];
    }

    /// <summary>An activity as something that a line may name: it is read, timed, warmed up by and run like any exercise.</summary>
    public static Technique AsTechnique(Activity activity) =>
        new()
        {
            Id = activity.Id,
            IsActivity = true,
            Family = activity.Purpose switch
            {
                ActivityPurpose.Loosen => TechniqueFamily.Mobility,
                ActivityPurpose.Close => TechniqueFamily.Breath,
                _ => TechniqueFamily.Conditioning,
            },
            Names = ImmutableSortedDictionary<NamingSchool, ImmutableArray<string>>.Empty.Add(
                NamingSchool.Generic,
                [activity.Name.ToLowerInvariant(), .. activity.Also]
            ),
            BaseSeconds = OneTime,
            Effort = activity.Effort,
            Cues = [activity.How],
            Cautions = [activity.Caution],
            Regions = [.. activity.Trains.SelectMany(RegionsOf)],
            Manners =
                activity.Youngest >= TeenYears
                    ? ImmutableSortedDictionary<AgeBand, Manner>.Empty.Add(AgeBand.Kids, Manner.No)
                    : ImmutableSortedDictionary<AgeBand, Manner>.Empty,
        };

    /// <summary>Seconds of one go where somebody counts goes; activities are done by time.</summary>
    private const decimal OneTime = 3;

    private const int TeenYears = 13;

    private static IEnumerable<string> RegionsOf(string trains) =>
        trains switch
        {
            "hips" => ["hip"],
            "hamstrings" => ["hamstring"],
            "shoulders" => ["shoulder"],
            "trunk" => ["trunk"],
            "legs" => ["thigh"],
            _ => [],
        };
}
