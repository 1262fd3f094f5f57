using System.Diagnostics.Metrics;

namespace LoyalLadder.Data;

/// <summary>What the application counts of itself besides what the framework and the database's driver count.</summary>
public static class Measures
{
    public const string Name = "LoyalLadder";

    private static readonly Meter Meter = new(Name);

    /// <summary>Events of runs that were kept.</summary>
    public static Counter<long> RunEvents { get; } = Meter.CreateCounter<long>("ladder.run.events");

    /// <summary>News that came over the wire.</summary>
    public static Counter<long> News { get; } = Meter.CreateCounter<long>("ladder.wire.news");
}
