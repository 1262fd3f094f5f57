using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Core.Safety;

/// <summary>Reads the data of the safety rules: hazards and what they need, a JSON object a line, and words that are none.</summary>
public static class HazardFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new ContactConverter() },
    };

    public static ImmutableArray<Hazard> Hazards() => [.. Lines("hazards.jsonl").Select(Read<Hazard>)];

    public static ImmutableArray<SafetyNeed> Needs() => [.. Lines("needs.jsonl").Select(Read<SafetyNeed>)];

    /// <summary>Words that hold a word of danger and are none: 'knife hand'.</summary>
    public static ImmutableArray<string> Harmless() => [.. Lines("harmless.txt").Where(l => !l.StartsWith('#'))];

    private static T Read<T>(string line) =>
        JsonSerializer.Deserialize<T>(line, Options) ?? throw new JsonException("An object is expected.");

    private static IEnumerable<string> Lines(string name)
    {
        using var stream = typeof(HazardFile).Assembly.GetManifestResourceStream(name)!;
        using var reader = new StreamReader(stream);
        while (reader.ReadLine() is { } line)
            if (line.Length > 0)
                yield return line;
    }

    /// <summary>In the file a partner who feels it is 'contact'.</summary>
    private sealed class ContactConverter : JsonConverter<Contact>
    {
        public override Contact Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.GetString() switch
            {
                "no" => Contact.No,
                "air" => Contact.Air,
                "pad" => Contact.Pad,
                "stopped" => Contact.Stopped,
                "contact" => Contact.Full,
                var other => throw new JsonException($"'{other}' is no form of contact."),
            };

        public override void Write(Utf8JsonWriter writer, Contact value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value == Contact.Full ? "contact" : value.ToString().ToLowerInvariant());
    }
}
