using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Progress;

/// <summary>One thing that a line teaches, with the repetitions of whoever does it.</summary>
/// <param name="Learnable">See <see cref="Learnables"/>.</param>
/// <param name="Stage">1 to 6.</param>
/// <param name="Done">Counted repetitions where the line is done; timed work has none.</param>
/// <param name="Part">The same where it is done in part.</param>
public readonly record struct TaughtItemOfLine(string Learnable, int Stage, SideTally Done, SideTally Part);

/// <summary>
/// A line as it was taught, kept in the log: what sheets, combinations, drills, halls and the catalogue become later no longer
/// matters to it.
/// </summary>
/// <param name="Moves">The moves in generic notation, stored combinations written out; empty where there are none.</param>
/// <param name="Dose">The dose as a sheet writes it; empty where there is none.</param>
/// <param name="Pace">The kind of work whose pace it tells of.</param>
/// <param name="Effort">1 to 5.</param>
/// <param name="Regions">Regions of the body that it works.</param>
/// <param name="Items">What it teaches.</param>
public sealed record TaughtLine(
    string Moves,
    string Dose,
    PaceKind Pace,
    int Effort,
    Sequence<string> Regions,
    Sequence<TaughtItemOfLine> Items
)
{
    /// <summary>A line that teaches nothing that anybody keeps count of.</summary>
    public static TaughtLine Nothing { get; } = new("", "", PaceKind.Alone, 1, [], []);

    /// <summary>What a line is as things stand now.</summary>
    /// <param name="line">The line.</param>
    /// <param name="setting">The people and the floor that it is done with.</param>
    public static TaughtLine Of(LessonLine line, LessonSetting setting) =>
        new(
            string.Join(", ", line.Moves.Counts.Select(c => NotationWriter.Write(c))),
            line.Dose is { } dose ? Lessons.Sheets.SheetWriter.Write(dose) : "",
            PaceKinds.Of(line),
            LineEffort.Of(line),
            line.Moves.Elements.SelectMany(e => e.Technique?.Regions ?? []).Distinct().ToSequence(),
            ItemsOf(line, setting).ToSequence()
        );

    private static IEnumerable<TaughtItemOfLine> ItemsOf(LessonLine line, LessonSetting setting)
    {
        var stage = Stages.Of(line);
        var (done, part) = (Repetitions(line, setting, 1), Repetitions(line, setting, 0.5));
        return Learnables
            .Of(line.Moves)
            .Select(l => new TaughtItemOfLine(l, stage, done.GetValueOrDefault(l), part.GetValueOrDefault(l)));
    }

    /// <summary>
    /// How often each side did what: only where the line says a side or goes for both. What nobody said is done as the student
    /// stands, and tells nothing of left and right.
    /// </summary>
    private static Dictionary<string, SideTally> Repetitions(LessonLine line, LessonSetting setting, double share)
    {
        var reps = new Dictionary<string, SideTally>();
        foreach (var (element, times, perSide) in LessonTally.Repetitions(line, setting))
            if (element.Technique is { } technique && (perSide || element.IsSideSaid))
                reps[technique.Id] =
                    reps.GetValueOrDefault(technique.Id) + LessonTally.Sides(element.Side, Done(times), perSide);
        foreach (var (times, _) in LessonTally.Times(line, setting).Where(t => t.PerSide))
        foreach (var number in Learnables.Of(line.Moves).Where(Learnables.IsNumber))
            reps[number] = new SideTally(Done(times), Done(times));
        return reps;

        int Done(int times) => (int)Math.Round(times * share, MidpointRounding.AwayFromZero);
    }

    /// <summary>As JSON: {"moves","dose","pace","effort","regions":[],"items":[["front-kick",4,10,10,5,5]]}.</summary>
    public string Write()
    {
        using var buffer = new MemoryStream();
        using (var json = new Utf8JsonWriter(buffer))
        {
            json.WriteStartObject();
            json.WriteString("moves", Moves);
            json.WriteString("dose", Dose);
            json.WriteString("pace", Pace.ToString());
            json.WriteNumber("effort", Effort);
            json.WriteStartArray("regions");
            foreach (var region in Regions)
                json.WriteStringValue(region);
            json.WriteEndArray();
            json.WriteStartArray("items");
            foreach (var item in Items)
                Write(json, item);
            json.WriteEndArray();
            json.WriteEndObject();
        }
        return System.Text.Encoding.UTF8.GetString(buffer.ToArray());
    }

    private static void Write(Utf8JsonWriter json, TaughtItemOfLine item)
    {
        json.WriteStartArray();
        json.WriteStringValue(item.Learnable);
        json.WriteNumberValue(item.Stage);
        json.WriteNumberValue(item.Done.Left);
        json.WriteNumberValue(item.Done.Right);
        json.WriteNumberValue(item.Part.Left);
        json.WriteNumberValue(item.Part.Right);
        json.WriteEndArray();
    }

    /// <summary>Reads what <see cref="Write()"/> wrote.</summary>
    /// <exception cref="JsonException">It is something else.</exception>
    public static TaughtLine Read(string text)
    {
        using var document = JsonDocument.Parse(text);
        var root = document.RootElement;
        return new TaughtLine(
            root.GetProperty("moves").GetString()!,
            root.GetProperty("dose").GetString()!,
            Enum.Parse<PaceKind>(root.GetProperty("pace").GetString()!),
            root.GetProperty("effort").GetInt32(),
            root.GetProperty("regions").EnumerateArray().Select(r => r.GetString()!).ToSequence(),
            root.GetProperty("items").EnumerateArray().Select(ReadItem).ToSequence()
        );
    }

    private static TaughtItemOfLine ReadItem(JsonElement item) =>
        new(
            item[0].GetString()!,
            item[1].GetInt32(),
            new SideTally(item[2].GetInt32(), item[3].GetInt32()),
            new SideTally(item[4].GetInt32(), item[5].GetInt32())
        );
}
