using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Data.Runs;

/// <summary>A lesson on the mat: what was to be run, frozen, and everything that was pressed since.</summary>
public sealed class LessonRun : SchoolRow
{
    public Guid LessonId { get; set; }

    /// <summary>The program as JSON; see <see cref="MatProgram"/>.</summary>
    public required string Program { get; set; }

    /// <summary>When the booking ends, so that late and early can be told.</summary>
    public DateTimeOffset BookedEnd { get; set; }

    public List<RunEvent> Events { get; set; } = [];

    public MatProgram ReadProgram() => JsonSerializer.Deserialize<MatProgram>(Program, MatJson.Options)!;

    public static string Write(MatProgram program) => JsonSerializer.Serialize(program, MatJson.Options);
}

/// <summary>How programs and events are written for the mat and for keeping.</summary>
public static class MatJson
{
    public static JsonSerializerOptions Options { get; } =
        new(JsonSerializerDefaults.Web)
        {
            Converters =
            {
                new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false),
                new SequenceConverterFactory(),
            },
        };

    /// <summary>Sequences are JSON arrays.</summary>
    private sealed class SequenceConverterFactory : JsonConverterFactory
    {
        public override bool CanConvert(Type typeToConvert) =>
            typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() == typeof(Sequence<>);

        public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
            (JsonConverter)
                Activator.CreateInstance(
                    typeof(SequenceConverter<>).MakeGenericType(typeToConvert.GetGenericArguments())
                )!;
    }

    private sealed class SequenceConverter<T> : JsonConverter<Sequence<T>>
    {
        public override Sequence<T> Read(
            ref Utf8JsonReader reader,
            Type typeToConvert,
            JsonSerializerOptions options
        ) => JsonSerializer.Deserialize<List<T>>(ref reader, options)!.ToSequence();

        public override void Write(Utf8JsonWriter writer, Sequence<T> value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value.ToArray(), options);
    }
}
