using CsCheck;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Tests.Progress;

/// <summary>What holds for any evidence, any attendance, any pace.</summary>
public class ProgressProperties
{
    private static readonly Guid Ines = Guid.NewGuid();

    private static readonly DateOnly Day = new(2041, 5, 14);

    private static readonly string[] Things =
    [
        .. Given.Catalogue.All.Where(t => t is { IsExercise: false, BuildsOn.Length: > 0 }).Select(t => t.Id).Take(12),
    ];

    private static Evidence Seen(string learnable, int stage, IEnumerable<int> daysAgo)
    {
        var days = daysAgo.Distinct().Order().Take(Evidence.DaysKept).ToList();
        return new Evidence
        {
            StudentId = Guid.NewGuid(),
            Learnable = learnable,
            Exposures = days.Count,
            Stage = stage,
            ByStage = new double[6],
            LeftReps = 0,
            RightReps = 0,
            FirstOn = Day.AddDays(-days[^1]),
            LastOn = Day.AddDays(-days[0]),
            RecentDays = [.. days.Select(d => Day.AddDays(-d))],
            RecentShares = [.. days.Select(_ => 1.0)],
        };
    }

    private static readonly Gen<Evidence> AnyEvidence = Gen.Select(
            Gen.Int[0, 11],
            Gen.Int[1, 6],
            Gen.Int[1, 200].Array[1, 12]
        )
        .Select((thing, stage, days) => Seen(Things[thing], stage, days));

    private static readonly Gen<Learner> AnyLearner = Gen.Select(
            Gen.Select(Gen.Int[0, 11], Gen.Int[1, 6]).Array[0, 6],
            AnyEvidence.Array[0, 8]
        )
        .Select(
            (wanted, evidence) =>
                new Learner(
                    wanted.DistinctBy(w => w.Item1).ToDictionary(w => Things[w.Item1], w => w.Item2),
                    evidence.DistinctBy(e => e.Learnable).ToDictionary(e => e.Learnable)
                )
        );

    private static List<DueItem> DueFor(IReadOnlyList<Learner> people, params string[] owed) =>
        [.. Due.For(people, Given.Catalogue, owed.ToHashSet(), Day)];

    [Fact]
    public void Exposures_between_days_add_up_and_none_lies_outside() =>
        Gen.Select(AnyEvidence, Gen.Int[0, 210], Gen.Int[0, 210], Gen.Int[0, 210])
            .Sample(
                (evidence, a, b, c) =>
                {
                    var days = new[] { a, b, c }.OrderDescending().Select(d => Day.AddDays(-d)).ToArray();
                    Assert.Equal(
                        evidence.Between(days[0], days[2]),
                        evidence.Between(days[0], days[1]) + evidence.Between(days[1], days[2]),
                        9
                    );
                    Assert.Equal(evidence.Exposures, evidence.Between(DateOnly.MinValue, DateOnly.MaxValue), 9);
                    Assert.Equal(0, evidence.Between(Day.AddDays(1), DateOnly.MaxValue));
                }
            );

    [Fact]
    public void What_is_due_is_in_order_within_its_bounds_and_for_somebody_who_needs_it() =>
        AnyLearner
            .Array[1, 8]
            .Sample(people =>
            {
                var due = DueFor(people);
                // what is the last thing before somebody's rank comes first
                Assert.Equal(
                    due.OrderByDescending(d => d.Blocks.Count > 0).ThenByDescending(d => d.Score).Select(d => d.Score),
                    due.Select(d => d.Score)
                );
                Assert.Equal(due.Count, due.Select(d => d.Learnable).Distinct().Count());
                Assert.All(
                    due,
                    d =>
                    {
                        Assert.InRange(d.Need, 1, d.People);
                        Assert.Equal(people.Length, d.People);
                        Assert.InRange(d.Score, 0, Due.Asked * Due.MostOverdue * (1 + Due.Carried));
                        Assert.InRange(d.NextStage, 1, d.StageAsked ?? 6);
                        if (d.IsAsked)
                            Assert.Contains(people, p => p.Lacks(d.Learnable));
                        Assert.Equal(d.Blocks.Count, d.IsAsked ? people.Count(p => p.OnlyLacks == d.Learnable) : 0);
                        if (d.DaysSince is null)
                            Assert.EndsWith("never taught", d.Reason, StringComparison.Ordinal);
                        Assert.DoesNotContain("stage 0", d.Reason, StringComparison.Ordinal);
                        if (d.IsAsked)
                            Assert.Contains(people, p => p.Wanted.ContainsKey(d.Learnable));
                    }
                );
            });

    [Fact]
    public void A_debt_makes_a_thing_more_pressing_and_changes_nothing_else() =>
        Gen.Select(AnyLearner.Array[1, 6], Gen.Int[0, 11])
            .Sample(
                (people, thing) =>
                {
                    var (plain, owing) = (
                        DueFor(people).ToDictionary(d => d.Learnable),
                        DueFor(people, Things[thing]).ToDictionary(d => d.Learnable)
                    );
                    foreach (var (learnable, d) in plain)
                        if (learnable == Things[thing])
                        {
                            var weight = d.IsAsked ? Due.Asked : Due.Supporting;
                            Assert.True(owing[learnable].IsOwed);
                            Assert.Equal(d.Score * (weight + Due.Carried) / weight, owing[learnable].Score, 9);
                        }
                        else
                            Assert.Equal(d, owing[learnable]);
                }
            );

    [Fact]
    public void Somebody_who_needs_nothing_makes_nothing_more_pressing() =>
        AnyLearner
            .Array[1, 6]
            .Sample(people =>
            {
                var with = DueFor([
                        .. people,
                        new Learner(new Dictionary<string, int>(), new Dictionary<string, Evidence>()),
                    ])
                    .ToDictionary(d => d.Learnable);
                foreach (var d in DueFor(people))
                    if (with.TryGetValue(d.Learnable, out var diluted))
                        Assert.True(diluted.Score <= d.Score + 1e-9 && diluted.Need == d.Need);
            });

    [Fact]
    public void One_more_exposure_today_never_makes_a_thing_newer() =>
        Gen.Select(AnyEvidence.Array[1, 10], Gen.Int[1, 12], Gen.Int[0, 9])
            .Sample(
                (evidence, people, which) =>
                {
                    var before = GroupNovelty.Of(evidence, people, Day.AddDays(1));
                    var seen = evidence[which % evidence.Length];
                    evidence[which % evidence.Length] = Seen(
                        seen.Learnable,
                        seen.Stage,
                        seen.RecentDays.Select(d => Day.DayNumber - d.DayNumber).Prepend(0)
                    );
                    Assert.True(Rank(GroupNovelty.Of(evidence, people, Day.AddDays(1))) >= Rank(before));
                    static int Rank(Novelty novelty) =>
                        novelty switch
                        {
                            Novelty.New => 0,
                            Novelty.Refresh => 1,
                            _ => 2,
                        };
                }
            );

    private static readonly Gen<RequirementProgress> AnyStand = Gen.Select(
            Gen.Int[0, 6],
            Gen.Int[0, 6],
            Gen.Int[1, 2],
            Gen.Int[0, 2]
        )
        .Select(
            (asked, reached, signers, signed) => new RequirementProgress(Guid.Empty, asked, reached, signers, signed)
        );

    [Fact]
    public void More_days_lessons_and_signatures_never_take_readiness_away_and_never_put_it_off() =>
        Gen.Select(
                AnyStand.Array[0, 6],
                Gen.Int[0, 200],
                Gen.Int[0, 40],
                Gen.Int[0, 120],
                Gen.Int[0, 30],
                Gen.Int[0, 24],
                Gen.Double[0, 3]
            )
            .Sample(
                (stands, days, lessons, leastDays, leastLessons, attended, mean) =>
                {
                    Readiness Of(int d, int l, RequirementProgress[] s) =>
                        Readinesses.Of(
                            Day.AddDays(-d),
                            l,
                            leastDays,
                            leastLessons,
                            s,
                            new Attending(attended, mean),
                            Day
                        );
                    var (before, after) = (
                        Of(days, lessons, stands),
                        Of(
                            days + 10,
                            lessons + 2,
                            [
                                .. stands.Select(s =>
                                    s with
                                    {
                                        Signers = Math.Max(s.Signers, s.SignersAsked),
                                        StageReached = Math.Max(s.StageReached, s.StageAsked),
                                    }
                                ),
                            ]
                        )
                    );
                    if (before.IsReady)
                        Assert.True(after.IsReady);
                    Assert.False(before.IsReady && before.IsOnlyTime);
                    if (after.Forecast is { } later)
                        Assert.True(before.Forecast is null || later <= before.Forecast);
                    Assert.Equal(after.DaysInRank >= leastDays && after.Lessons >= leastLessons, after.IsReady);
                    if (before.Forecast is { } day)
                        Assert.InRange(day, Day.AddDays(1), Day.AddDays(730));
                }
            );

    [Fact]
    public void What_somebody_attends_lies_between_their_own_and_the_class_s() =>
        Gen.Select(Gen.Int[0, 60], Gen.Double[0, 5])
            .Sample(
                (own, mean) =>
                {
                    var (mine, reckoned) = (own / (double)Attending.Weeks, new Attending(own, mean).PerWeek);
                    Assert.InRange(reckoned, Math.Min(mine, mean) - 1e-9, Math.Max(mine, mean) + 1e-9);
                }
            );

    [Fact]
    public void Whoever_drifts_goes_on_drifting_until_they_come_and_then_does_not() =>
        Gen.Select(Gen.Int[1, 60].Array[4, 20], Gen.Int[0, 400])
            .Sample(
                (gaps, later) =>
                {
                    var days = new List<DateOnly> { Day };
                    foreach (var gap in gaps)
                        days.Add(days[^1].AddDays(-gap));
                    Assert.False(Readinesses.IsDrifting(days, Day));
                    var usual = Readinesses.UsualGap(days)!.Value;
                    Assert.InRange(usual, gaps.Min(), gaps.Max());
                    Assert.Equal(
                        later > Readinesses.DriftingFrom * usual,
                        Readinesses.IsDrifting([.. days.OrderBy(d => d.Day)], Day.AddDays(later))
                    );
                }
            );

    [Fact]
    public void More_certainty_takes_longer_and_half_is_the_likely_end() =>
        Gen.Select(Gen.Double[300, 6000], Gen.Double[1, 900], Gen.Double[0.01, 0.98], Gen.Double[0.001, 0.01])
            .Sample(
                (mean, spread, chance, more) =>
                {
                    var end = new LikelyEnd(mean, spread);
                    Assert.True(end.Within(chance + more) > end.Within(chance));
                    Assert.Equal(mean, end.Within(0.5), 0.01);
                }
            );

    [Fact]
    public void A_school_that_takes_longer_by_a_share_is_expected_to_by_that_share() =>
        Gen.Select(Gen.Int[80, 120], Gen.Int[100, 140], Gen.Int[0, 1_000_000])
            .Sample(
                (first, second, seed) =>
                {
                    // whole seconds round, so the lines are long enough for that not to matter
                    var random = new Random(seed);
                    var (classId, lesson) = (Guid.NewGuid(), Guid.NewGuid());
                    var planned = Enumerable
                        .Range(0, 60)
                        .Select(_ =>
                            (
                                Kind: (PaceKind)random.Next(6),
                                Seconds: random.Next(2, 6) * 10_000,
                                Noise: 0.9 + (0.2 * random.NextDouble())
                            )
                        )
                        .ToList();
                    PaceModel Learn(int percent) =>
                        PaceModel.Learn(
                            planned.Select(p => new PacedLine(
                                lesson,
                                classId,
                                Ines,
                                p.Kind,
                                p.Seconds,
                                (int)Math.Round(p.Seconds * p.Noise * percent / 100)
                            ))
                        )!;
                    foreach (var kind in Enum.GetValues<PaceKind>())
                        Assert.Equal(
                            Math.Log(second / (double)first),
                            Learn(second).Of(kind, classId, Ines) - Learn(first).Of(kind, classId, Ines),
                            0.001
                        );
                },
                iter: 200
            );

    private static readonly string[] Lines =
    [
        "jab, cross 10/side steady",
        "front kick 5 walk + 5 brisk /side",
        "round kick pairs 8/side steady [kick pads]",
        "plank 3 x 45s rest 15s",
        "push-up x10",
        "side kick floor x2",
        "#3 pairs 6/side walk",
        "wrist release pairs 6/side walk -- tap means stop",
    ];

    private static readonly Gen<(LessonLine Line, LineOutcome Outcome)[]> AnyLog = Gen.Select(
            Gen.Int[0, Lines.Length - 1],
            Gen.Int[0, 2]
        )
        .Array[0, 12]
        .Select(all => all.Select(l => (Given.Line(Lines[l.Item1]), (LineOutcome)l.Item2)).ToArray());

    private static Dictionary<(string, int), Exposure> Taught(IEnumerable<(LessonLine, LineOutcome)> lines) =>
        Exposures
            .Of(lines.Select(l => (TaughtLine.Of(l.Item1, Given.Adults()), l.Item2)))
            .ToDictionary(t => (t.Learnable, t.Stage));

    [Fact]
    public void Two_halves_of_a_lesson_expose_to_what_the_whole_does_with_their_repetitions_added() =>
        Gen.Select(AnyLog, AnyLog)
            .Sample(
                (first, second) =>
                {
                    var (a, b, whole) = (Taught(first), Taught(second), Taught([.. first, .. second]));
                    Assert.Equal(a.Keys.Union(b.Keys).Order(), whole.Keys.Order());
                    foreach (var (key, t) in whole)
                    {
                        var (x, y) = (a.GetValueOrDefault(key), b.GetValueOrDefault(key));
                        Assert.Equal(Math.Max(x.Share, y.Share), t.Share);
                        Assert.Equal(x.Reps + y.Reps, t.Reps);
                        Assert.InRange(t.Stage, 1, 6);
                    }
                }
            );

    [Fact]
    public void The_order_of_lines_makes_no_difference_and_what_was_not_done_counts_for_nothing() =>
        Gen.Select(AnyLog, Gen.Int[0, 1_000_000])
            .Sample(
                (log, seed) =>
                {
                    var random = new Random(seed);
                    Assert.Equal(
                        Taught(log).OrderBy(t => t.Key),
                        Taught(log.OrderBy(_ => random.Next())).OrderBy(t => t.Key)
                    );
                    Assert.Equal(
                        Taught(log).OrderBy(t => t.Key),
                        Taught(log.Where(l => l.Outcome != LineOutcome.NotDone)).OrderBy(t => t.Key)
                    );
                    Assert.Empty(Taught(log.Select(l => (l.Line, LineOutcome.NotDone))));
                }
            );

    private static readonly Gen<Rung[]> AnyLadder = Gen.Select(Gen.Int[0, 11], Gen.Int[1, 6], Gen.Bool)
        .Array[0, 5]
        .Array[1, 6]
        .Select(all =>
            all.Select(
                    (asks, i) =>
                    {
                        var id = new Guid(i + 1, 0, 0, new byte[8]);
                        return new Rung(
                            id,
                            $"Step {i + 1}",
                            [
                                .. asks.DistinctBy(a => a.Item1)
                                    .Select(a => new AskedFor(id, Things[a.Item1], a.Item2, a.Item3)),
                            ]
                        );
                    }
                )
                .ToArray()
        );

    private static List<SyllabusGap> HolesOf(Rung[] ladder, Dictionary<string, TaughtTo> taught) =>
        [
            .. SyllabusGaps.Of(
                ladder,
                taught,
                ladder.SelectMany(r => r.Asks).Select(a => a.Learnable).ToHashSet(),
                Given.Catalogue,
                l => l,
                "Kites",
                Day
            ),
        ];

    [Fact]
    public void A_thing_is_a_hole_of_teaching_just_when_it_is_asked_for_and_was_not_taught_lately() =>
        Gen.Select(AnyLadder, Gen.Select(Gen.Int[0, 11], Gen.Int[0, 120]).Array[0, 12])
            .Sample(
                (ladder, lessons) =>
                {
                    var taught = lessons
                        .DistinctBy(l => l.Item1)
                        .ToDictionary(l => Things[l.Item1], l => new TaughtTo(3, Day.AddDays(-l.Item2)));
                    var asked = ladder.SelectMany(r => r.Asks).Select(a => a.Learnable).ToHashSet();
                    var expected = asked
                        .Where(a =>
                            !taught.TryGetValue(a, out var last)
                            || Day.DayNumber - last.Last.DayNumber >= SyllabusGaps.Forgotten
                        )
                        .ToHashSet();
                    Assert.Equal(
                        expected.Order(),
                        HolesOf(ladder, taught)
                            .Where(h => h.Kind == SyllabusGapKind.NotTaught)
                            .Select(h => h.Learnable!)
                            .Distinct()
                            .Order()
                    );
                    // taught today, all of these holes are closed
                    Assert.DoesNotContain(
                        HolesOf(ladder, asked.ToDictionary(a => a, _ => new TaughtTo(1, Day))),
                        h => h.Kind == SyllabusGapKind.NotTaught
                    );
                    // and what no rank asks for is told of what is taught alone
                    Assert.All(
                        HolesOf(ladder, taught).Where(h => h.Kind == SyllabusGapKind.NeverAsked),
                        h => Assert.True(taught.ContainsKey(h.Learnable!) && !asked.Contains(h.Learnable!))
                    );
                }
            );

    [Fact]
    public void Every_hole_says_so_in_one_sentence_and_names_a_rank_that_there_is() =>
        AnyLadder.Sample(ladder =>
        {
            var holes = HolesOf(ladder, []);
            Assert.All(
                holes,
                h =>
                {
                    Assert.EndsWith(".", h.Words, StringComparison.Ordinal);
                    Assert.True(h.Rank is null || ladder.Any(r => r.Id == h.Rank));
                }
            );
            Assert.Equal(holes.Count, holes.Distinct().Count());
            // a rank that asks for self-defence has no hole of that kind
            Assert.All(
                ladder.Where(r => r.Asks.Any(a => a.IsSelfDefence)),
                r => Assert.DoesNotContain(holes, h => h.Kind == SyllabusGapKind.NoSelfDefence && h.Rank == r.Id)
            );
        });
}
