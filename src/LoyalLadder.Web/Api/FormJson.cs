using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Web.Api;

/// <summary>Lists that a page's script sends in one field of a form, and what it is answered.</summary>
public static class FormJson
{
    public static JsonSerializerOptions Options { get; } =
        new(JsonSerializerDefaults.Web)
        {
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            Converters = { new JsonStringEnumConverter() },
        };

    /// <summary>The list; null where the field holds none, or more than it may.</summary>
    public static List<T>? Read<T>(string? field, int most)
        where T : class
    {
        try
        {
            var all = JsonSerializer.Deserialize<List<T>>(field ?? "", Options);
            return all is { Count: > 0 } && all.Count <= most && all.TrueForAll(x => x is not null) ? all : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
