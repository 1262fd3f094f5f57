using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Data.Demo;

/// <summary>What the demo school's people wrote, shipped as files in Demo/Written. All of it is invented.</summary>
internal static class DemoText
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new JsonStringEnumConverter() },
    };

    /// <summary>The rows of a file with one JSON object a line.</summary>
    public static IReadOnlyList<T> Rows<T>(string name) =>
        [
            .. Read(name)
                .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                .Select(l => JsonSerializer.Deserialize<T>(l, Options)!),
        ];

    /// <summary>The sheets of a file, an empty line between any two.</summary>
    public static IReadOnlyList<string> Sheets(string track) =>
        Read($"sheets-{track.ToLowerInvariant().Replace(' ', '-')}.md").TrimEnd().Split("\n\n");

    private static string Read(string name)
    {
        using var stream =
            typeof(DemoText).Assembly.GetManifestResourceStream($"demo/{name}")
            ?? throw new InvalidOperationException($"{name} is not shipped.");
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd().ReplaceLineEndings("\n");
    }
}
