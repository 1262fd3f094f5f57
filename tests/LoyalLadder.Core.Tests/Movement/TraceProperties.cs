using CsCheck;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>What holds for every combination, on thousands of random ones.</summary>
public class TraceProperties
{
    private static readonly Technique[] Moves =
    [
        .. Given.Catalogue.All.Where(t =>
            !t.IsExercise && t.Family is not TechniqueFamily.Throw and not TechniqueFamily.Ground
        ),
    ];
    private static readonly Technique[] Steps = [.. Moves.Where(t => t.Family == TechniqueFamily.Footwork)];
    private static readonly Technique[] Stances = [.. Moves.Where(t => t.Family == TechniqueFamily.Stance)];
    private static readonly Technique[] Attacks = [.. Moves.Where(t => t.Line != AttackLine.None)];

    private static readonly Gen<Element> AnyElement = Gen.Select(
            Gen.Int[0, Moves.Length - 1],
            Gen.Int[0, 3],
            Gen.Int[0, 11],
            Gen.Int[0, 11],
            Gen.Int[0, 40],
            Gen.Int[0, 60],
            Gen.Int[0, Attacks.Length * 4],
            Gen.Int[0, 15]
        )
        .Select(
            (move, side, level, landing, step, more, attack, clock) =>
            {
                var technique = Moves[move];
                return new Element(technique, SideOf(technique, side))
                {
                    IsSideSaid = true,
                    Level = level < 3 ? (Level)level : null,
                    Landing = technique.IsKick && landing < 4 ? (Landing)landing : null,
                    Step = step < Steps.Length && technique.Family != TechniqueFamily.Footwork ? Steps[step] : null,
                    Stance = more < Stances.Length ? Stances[more] : null,
                    IsLight = more == 40,
                    IsHeld = more == 41,
                    Attack =
                        attack < Attacks.Length
                            ? new Attack(Attacks[attack], SideOf(Attacks[attack], side), level == 5 ? Level.Body : null)
                            : null,
                    Clock = clock is >= 1 and <= 12 && more > 50 ? clock : null,
                };
            }
        );

    private static Side SideOf(Technique technique, int pick) =>
        technique.Sides switch
        {
            SideRule.Either => pick switch
            {
                0 => Side.Lead,
                1 => Side.Rear,
                2 => Side.Left,
                _ => Side.Right,
            },
            _ => technique.DefaultSide,
        };

    private static readonly Gen<Count> AnyCount = Gen.OneOf(
        AnyElement.Select(e => new Count([new Beat([e])])),
        AnyElement.Select(e => new Count([new Beat([e])])),
        AnyElement.Select(e => new Count([new Beat([e])])),
        AnyElement.Array[2, 3].Select(es => new Count(es.Select(e => new Beat([e])).ToSequence())),
        AnyElement.Array[2, 2].Select(es => new Count([new Beat(es.ToSequence())]))
    );

    private static readonly Gen<Phrase> AnyPhrase = Gen.OneOf(
        AnyCount.Select(c => (Phrase)c),
        AnyCount.Select(c => (Phrase)c),
        Gen.Select(AnyCount.Array[1, 3], Gen.Int[2, 4])
            .Select((cs, n) => (Phrase)new Repeat(cs.Select(c => (Phrase)c).ToSequence(), n))
    );

    private static readonly Gen<Combination> AnyCombination = AnyPhrase
        .Array[1, 5]
        .Array[1, 3]
        .Select(gs => new Combination(gs.Select(g => new CountGroup(g.ToSequence())).ToSequence()));

    /// <summary>As long as what is drilled: two to five counts.</summary>
    private static readonly Gen<Combination> ShortCombination = AnyCount
        .Array[2, 5]
        .Select(counts => Combination.Of(counts));

    [Fact]
    public void Writing_a_combination_and_reading_it_gives_the_same_in_every_naming_school()
    {
        var readers = Enum.GetValues<NamingSchool>()
            .ToDictionary(n => n, n => new NotationReader(new Vocabulary(Given.Catalogue, n)));
        Gen.Select(AnyCombination, Gen.Enum<NamingSchool>())
            .Sample(
                (combination, naming) =>
                {
                    var text = NotationWriter.Write(combination, naming);
                    if (text.Length > NotationReader.MostCharacters)
                        return;
                    var reading = readers[naming].Read(text);
                    Assert.True(
                        reading.Combination == combination,
                        $"{text}\n{string.Join('\n', reading.Errors)}\n"
                            + (reading.Combination is { } c ? NotationWriter.Write(c, naming) : "")
                    );
                },
                iter: 10_000
            );
    }

    [Fact]
    public void Both_leads_give_mirror_images() =>
        Gen.Select(AnyCombination, Gen.Enum<AgeBand>())
            .Sample(
                (combination, band) =>
                {
                    var left = Given.Tracer.Trace(combination, Lead.Left, band);
                    var right = Given.Tracer.Trace(Mirror.Of(combination, Given.Catalogue), Lead.Right, band);
                    Assert.Equal(left.From, right.From);
                    for (var i = 0; i < left.Steps.Length; i++)
                    {
                        var (a, b) = (left.Steps[i], right.Steps[i]);
                        Assert.Equal(a.Footing.Lead, b.Footing.Lead.Other());
                        Assert.Equal(a.Footing.Facing, Footing.Around(-b.Footing.Facing));
                        Same(a.Footing.LeftFoot, b.Footing.RightFoot);
                        Same(a.Footing.RightFoot, b.Footing.LeftFoot);
                        Assert.Equal((a.Range, a.LoadedLeft, a.LoadedRight), (b.Range, b.LoadedRight, b.LoadedLeft));
                        Assert.Equal(a.Elements.Select(e => e.Strength), b.Elements.Select(e => e.Strength));
                    }
                    Assert.Equal(
                        left.Findings.Select(f => (f.Beat, f.Code)),
                        right.Findings.Select(f => (f.Beat, f.Code))
                    );

                    static void Same(Place a, Place b)
                    {
                        Assert.True(Math.Abs(a.X + b.X) < 1e-9 && Math.Abs(a.Y - b.Y) < 1e-9, $"{a} {b}");
                    }
                },
                iter: 10_000
            );

    [Fact]
    public void End_lead_cycle_and_drift_agree_with_running_the_repetitions() =>
        Gen.Select(AnyCombination, Gen.Enum<Lead>())
            .Sample(
                (combination, lead) =>
                {
                    var first = Given.Tracer.Trace(combination, lead, AgeBand.Adults);
                    var cycle = CombinationFacts.Of(first, Given.Tracer).Cycle;
                    var second = Given.Tracer.Trace(combination, first.End.Lead, AgeBand.Adults);
                    Assert.Equal(
                        cycle,
                        first.End.Lead == lead ? 1
                            : second.End.Lead == lead ? 2
                            : 0
                    );
                    // a second repetition run on from the first; hours of the clock look at the wall, stances stay
                    // on, so those are left out
                    if (
                        combination.Elements.Any(e =>
                            e.Clock is not null || e.Stance is not null || e.Technique!.Shape is not null
                        )
                    )
                        return;
                    var twice = Given.Tracer.Trace(
                        new Combination([.. combination.Groups, .. combination.Groups]),
                        lead,
                        AgeBand.Adults
                    );
                    if (first.End.IsAway || first.End.Crossed is not null)
                        return;
                    Assert.Equal(second.End.Lead, twice.End.Lead);
                    Assert.Equal(Footing.Around(first.End.Facing + second.End.Facing), twice.End.Facing);
                    var turn = first.End.Facing * Math.PI / 180;
                    var (x, y) = (second.End.Centre.X, second.End.Centre.Y);
                    Assert.Equal(
                        first.End.Centre.X + (x * Math.Cos(turn)) + (y * Math.Sin(turn)),
                        twice.End.Centre.X,
                        6
                    );
                    Assert.Equal(
                        first.End.Centre.Y - (x * Math.Sin(turn)) + (y * Math.Cos(turn)),
                        twice.End.Centre.Y,
                        6
                    );
                    // where nothing says left or right, drift per rep times reps is the place
                    if (first.End.Facing == 0 && Mirror.Of(combination, Given.Catalogue) == combination)
                        Assert.Equal(2 * first.DriftMetres, twice.DriftMetres, 6);
                },
                iter: 10_000
            );

    [Fact]
    public void No_foot_is_ever_in_two_places() =>
        AnyCombination.Sample(
            combination =>
            {
                foreach (var step in Given.Tracer.Trace(combination, Lead.Left, AgeBand.Adults).Steps)
                {
                    var (l, r, stance) = (step.Footing.LeftFoot, step.Footing.RightFoot, step.Footing.Stance);
                    var apart = Math.Sqrt(Math.Pow(l.X - r.X, 2) + Math.Pow(l.Y - r.Y, 2));
                    var across = stance.Width * (step.Footing.Crossed is null ? 1 : 0.3);
                    Assert.Equal(Math.Sqrt((stance.Length * stance.Length) + (across * across)), apart, 6);
                    Assert.True(apart > 0.1);
                    if (step.Footing.Crossed is null)
                        Assert.Equal(step.Footing.Centre.X * 2, l.X + r.X, 6);
                    Assert.InRange(step.Footing.Facing, 0, 359);
                }
            },
            iter: 10_000
        );

    [Fact]
    public void Adding_a_beat_never_lowers_the_difficulty() =>
        Gen.Select(AnyElement.Array[1, 14], AnyElement, Gen.Int[0, 14])
            .Sample(
                (elements, more, at) =>
                {
                    var counts = elements.Select(e => new Count([new Beat([e])])).ToList();
                    var before = Difficulty(counts);
                    counts.Insert(Math.Min(at, counts.Count), new Count([new Beat([more])]));
                    Assert.True(Difficulty(counts) >= before);

                    static int Difficulty(IEnumerable<Count> counts) =>
                        CombinationFacts.DifficultyOf(
                            Given.Tracer.Trace(Combination.Of(counts), Lead.Left, AgeBand.Adults)
                        );
                },
                iter: 2_000
            );

    [Fact]
    public void Whatever_is_typed_is_read_or_refused_with_a_place() =>
        Gen.String[Gen.OneOf(Gen.Char["jabcrossleadrear ,&+|()[]x123#->'"], Gen.Char), 0, 200]
            .Sample(
                text =>
                {
                    var reading = new NotationReader(Given.Words).Read(text);
                    Assert.Equal(reading.Combination is null, reading.Errors.Count > 0);
                    if (reading.Combination is { } combination)
                        Assert.Equal(combination, Given.Combination(NotationWriter.Write(combination)));
                    foreach (var error in reading.Errors)
                        Assert.InRange(error.Position, 0, text.Length);
                },
                iter: 5_000
            );

    [Fact]
    public void Every_fix_that_is_offered_helps_and_adds_no_stop_or_warning() =>
        ShortCombination.Sample(
            combination =>
            {
                var trace = Given.Tracer.Trace(combination, Lead.Left, AgeBand.Adults);
                foreach (var finding in trace.Findings)
                foreach (var fix in finding.Fixes)
                {
                    var after = Given.Tracer.Trace(fix.Apply(combination), Lead.Left, AgeBand.Adults);
                    Assert.True(
                        after.Findings.Count(f => f.Code == finding.Code)
                            < trace.Findings.Count(f => f.Code == finding.Code)
                    );
                    Assert.True(after.Findings.Count(IsGrave) <= trace.Findings.Count(IsGrave));
                }
            },
            iter: 10_000
        );

    private static bool IsGrave(Finding finding) => finding.Severity is Severity.Stop or Severity.Warn;
}
