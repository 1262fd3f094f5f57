using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Running;
using LoyalLadder.Bench;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

// the benchmarks of the core: dotnet run -c Release --project bench/LoyalLadder.Bench
// how typed lines are read:    dotnet run -c Release --project bench/LoyalLadder.Bench -- speech FILE…
if (args is ["speech", .. var speech])
    return Scores.Speech(speech);

// what lines of a page are for, on sheets held back: … -- layout FILE [WEIGHTS]
if (args is ["layout", var sheets, .. var weights])
    return Scores.Layout(sheets, weights);

// how many changed lines read the same: … -- changed FILE…
if (args is ["changed", .. var changed])
    return Scores.Changed(changed);

// how a sheet is read, line by line: … -- show FILE
if (args is ["show", var shown])
    return Scores.Show(shown);

// what is said of dangerous lines: … -- safety FILE
if (args is ["safety", var dangers])
    return Scores.Safety(dangers);

// how combinations are judged: … -- movement FILE…
if (args is ["movement", .. var movement])
    return Scores.Movement(movement);

// how terms are laid out:      … -- terms feasible|complete|sized|short COUNT FIRST-SEED SECONDS
if (args is ["terms", var kind, var count, var from, var seconds])
    return Scores.Terms(kind, Whole(count), Whole(from), Whole(seconds));
BenchmarkSwitcher.FromAssembly(typeof(SheetBenchmarks).Assembly).Run(args);
return 0;

static int Whole(string text) => int.Parse(text, System.Globalization.CultureInfo.InvariantCulture);

/// <summary>Reading and timing a sheet of forty lines, and looking for a technique.</summary>
[MemoryDiagnoser]
public class SheetBenchmarks
{
    private static readonly Catalogue Catalogue = CatalogueFile.Shipped();
    private static readonly SheetReader Reader = new(new Vocabulary(Catalogue, NamingSchool.Generic));
    private static readonly LessonSetting Setting = new()
    {
        Band = AgeBand.Adults,
        Heads = 16,
        Minutes = 60,
        Bags = 4,
    };

    /// <summary>As typed: bullets, capitals, doses in every manner.</summary>
    private static readonly string Typed =
        "# Forty lines\n"
        + string.Concat(
            Enumerable.Repeat(
                "• 20 jumping jacks\n• LUNGES 10x each side\njab, cross, lead hook, rear low kick  pairs 10/side "
                    + "steady  [kick pads] must\nfront kick 5 per leg slow, then 5 per leg fast\n"
                    + "round kick - knee up, turn, kick. NEW 6 each leg\nclinch + knees 3 x 90 secs (30 "
                    + "off)\nwibble wobble 10 reps\nMae-geri (kekomi for brown) 10/side brisk\n   "
                    + "brown: mae-geri kekomi, mawashi-geri 10/side brisk\n"
                    + "Push-ups 2 x 10, rest 30s\nwater 1 min\n",
                4
            )
        );

    private static readonly string Written = new SheetWriter(Reader).Write(Reader.Read(Typed).Plan);

    /// <summary>What pasting costs.</summary>
    [Benchmark(Baseline = true)]
    public int ReadAndClockTypedSheet() => LessonClock.Time(Reader.Read(Typed).Plan, Setting).TotalSeconds;

    /// <summary>What every later look at the sheet costs.</summary>
    [Benchmark]
    public int ReadAndClockWrittenSheet() => LessonClock.Time(Reader.Read(Written).Plan, Setting).TotalSeconds;

    /// <summary>Fifteen counts, as the notation has them.</summary>
    private const string Fifteen =
        "jab, cross, lead hook, rear low kick, lead push kick | jab, cross (step in), lead hook (body), rear "
        + "uppercut, lead hook | cross (step back), lead round kick (slide in), cross (step back), "
        + "rear front kick, rear round kick";

    private static readonly NotationReader Notation = new(new Vocabulary(Catalogue, NamingSchool.Generic));
    private static readonly Combination FifteenCounts = Notation.Read(Fifteen).Combination!;
    private static readonly Tracer Tracer = new(Catalogue);

    /// <summary>Thirty lines of every form and priority, more than ninety minutes long.</summary>
    private static readonly LoyalLadder.Core.Lessons.LessonPlan Thirty = Reader
        .Read(
            "# Thirty\n"
                + string.Concat(
                    Enumerable
                        .Range(0, 30)
                        .Select(i =>
                            (i % 6) switch
                            {
                                0 => "jab, cross pairs 12/side steady [mitts] must\n",
                                1 => "front kick 10/side could\n",
                                2 => "plank 3 x 45s rest 15s\n",
                                3 => "round kick 5 walk + 5 brisk /side could\n",
                                4 => "water 45s\n",
                                _ => "jab, cross, lead hook, rear low kick pairs 10/side walk\n",
                            }
                        )
                )
        )
        .Plan;

    /// <summary>Under 50 ms.</summary>
    [Benchmark]
    public long FitThirtyLines() => LessonFit.Of(Thirty, Setting with { Minutes = 90 }).Fitted!.Value;

    /// <summary>At most 50 microseconds, for 20,000 a second.</summary>
    [Benchmark]
    public double TraceFifteenCounts() => Tracer.Trace(FifteenCounts, Lead.Left, AgeBand.Adults).DriftMetres;

    /// <summary>Under 50 ms: three rounds of two minutes.</summary>
    [Benchmark]
    public int MakeThreeRounds() =>
        Rounds.Make(RoundsAsked with { Seed = ++_seed }, NamingSchool.Generic).Rounds!.Rounds.Count;

    private static readonly RoundMaker Rounds = new(Catalogue, Vocabulary.UsualNumbers, []);

    private static readonly RoundAsk RoundsAsked = new()
    {
        Band = AgeBand.Adults,
        Kit = RoundKit.KickPads,
        Clinch = true,
    };

    private int _seed;

    [Benchmark]
    public int ReadFifteenCounts() => Notation.Read(Fifteen).Combination!.BeatCount;

    /// <summary>The slowest kind of bad notation: unknown names, for each of which the closest are looked for.</summary>
    [Benchmark]
    public int RefuseUnknownNames() =>
        Notation.Read(string.Concat(Enumerable.Repeat("wibble wobble, ", 130))).Errors.Count;

    [Benchmark]
    public int SearchUnderAnyName() => Catalogue.Search("mawashi", NamingSchool.Korean).Count();

    [Benchmark]
    public int ClosestNames() => Catalogue.Closest("rond kik").Count();
}
