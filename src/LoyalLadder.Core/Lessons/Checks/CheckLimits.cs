using System.Text.Json;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>The limits of the checks for an age band; a school may set its own.</summary>
public sealed record CheckLimits
{
    /// <summary>
    /// Seconds of warm-up before effort 4 or a high kick, where that is less than <see cref="WarmUpShare"/> of the
    /// lesson.
    /// </summary>
    public int WarmUpSeconds { get; init; } = 8 * 60;

    public decimal WarmUpShare { get; init; } = 0.15m;

    /// <summary>Seconds of cool-down, where that is less than <see cref="CoolDownShare"/> of the lesson.</summary>
    public int CoolDownSeconds { get; init; } = 5 * 60;

    public decimal CoolDownShare { get; init; } = 0.08m;

    /// <summary>Share by which one technique's sides may lie apart.</summary>
    public decimal SidesApart { get; init; } = 0.10m;

    /// <summary>Seconds on one thing before minds wander.</summary>
    public int OneThingSeconds { get; init; } = 12 * 60;

    /// <summary>Seconds of effort 4 or more without a rest.</summary>
    public int HardSeconds { get; init; } = 240;

    /// <summary>Seconds without water.</summary>
    public int DrySeconds { get; init; } = 20 * 60;

    /// <summary>Share of the heads that may stand waiting.</summary>
    public decimal Waiting { get; init; } = 0.25m;

    /// <summary>Share of the lesson that may be talk.</summary>
    public decimal Talk { get; init; } = 0.30m;

    /// <summary>Landings of one person.</summary>
    public int Landings { get; init; } = 80;

    /// <summary>Push-ups of one person.</summary>
    public int PushUps { get; init; } = 60;

    /// <summary>Bridges of one person.</summary>
    public int Bridges { get; init; } = 30;

    /// <summary>Strikes to a bag or pad with one hand, elbow, knee or shin.</summary>
    public int Impacts { get; init; } = 150;

    /// <summary>Seconds that one group may stand idle.</summary>
    public int IdleSeconds { get; init; } = 60;

    /// <summary>New items in one lesson.</summary>
    public int NewItems { get; init; } = 3;

    /// <summary>Reads what <see cref="Write"/> wrote; a limit that is missing has its usual value.</summary>
    public static CheckLimits Parse(string json) =>
        JsonSerializer.Deserialize<CheckLimits>(json, JsonSerializerOptions.Web) ?? new CheckLimits();

    public string Write() => JsonSerializer.Serialize(this, JsonSerializerOptions.Web);

    /// <summary>The usual limits of an age band.</summary>
    public static CheckLimits Of(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => new CheckLimits
            {
                OneThingSeconds = 7 * 60,
                HardSeconds = 120,
                DrySeconds = 15 * 60,
                Landings = 40,
                PushUps = 25,
                Bridges = 10,
                Impacts = 60,
                NewItems = 2,
            },
            AgeBand.Teens => new CheckLimits(),
            _ => new CheckLimits
            {
                OneThingSeconds = 20 * 60,
                HardSeconds = 360,
                Landings = 120,
                PushUps = 150,
                Bridges = 60,
                Impacts = 250,
            },
        };
}
