using BenchmarkDotNet.Attributes;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>A body of fifteen counts with a partner: against following the same fifteen counts over the floor.</summary>
[MemoryDiagnoser]
public class FigureBenchmarks
{
    private static readonly Catalogue Catalogue = CatalogueFile.Shipped();
    private static readonly Tracer Tracer = new(Catalogue);

    private static readonly Combination Fifteen = new NotationReader(new Vocabulary(Catalogue, NamingSchool.Generic))
        .Read(
            "jab, cross, lead hook, rear round kick, jab, cross, slip, rear uppercut, lead hook, rear knee, lead elbow, "
                + "rear elbow, lead push kick, cross, rear low kick"
        )
        .Combination!;

    private static readonly TraceAsk Ask = new(Lead.Left, AgeBand.Adults);
    private static readonly Trace Trace = Tracer.Trace(Fifteen, Ask);

    [Benchmark(Baseline = true)]
    public int Followed() => Tracer.Trace(Fifteen, Ask).Steps.Length;

    [Benchmark]
    public int Moved() => Choreography.Of(Trace).Frames.Length;
}
