using CsCheck;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>What holds for every lesson and every text.</summary>
public class SheetProperties
{
    private static readonly MoveReader Moves = new(new Vocabulary(Given.Catalogue, NamingSchool.Generic));

    private static readonly Gen<string> Content = Gen.OneOf(
        Gen.OneOfConst(
            "jab",
            "front kick",
            "rear low kick",
            "push-up",
            "plank",
            "wrist release",
            "wibble wobble",
            "Technique 6 (walk it through)",
            "10 green bottles",
            "slow boat, fast boat",
            "game: tag 3",
            "must see",
            "a \"quoted\" word",
            "jab - then what",
            "pairs of socks",
            "rest of the day",
            "x marks the spot",
            "teach them well",
            "5/side",
            "note this",
            "water",
            "stations of the tide",
            "#SD-4 wrist grab release",
            "two hands on one",
            "class act"
        ),
        Gen.Select(Gen.OneOfConst("jab", "lead hook", "round kick"), Gen.OneOfConst("cross", "rear knee", "back fist"))
            .Select((a, b) => $"{a}, {b}"),
        Gen.String[Gen.Char["abcdefgh ,-()'0123456789x/+&|:;.!"], 1, 24]
            .Select(s => s.Trim())
            .Where(s => s.Any(char.IsLetter))
    );

    private static readonly Gen<Pace?> AnyPace = Gen.OneOfConst<Pace?>(
        null,
        Pace.Walk,
        Pace.Steady,
        Pace.Brisk,
        Pace.Called
    );

    private static readonly Gen<Dose> AnyDose = Gen.OneOf<Dose>(
        Gen.Select(
                Gen.Select(Gen.Int[1, 60], AnyPace).Select((n, p) => new RepStep(n, p)).Array[1, 3],
                Gen.Bool,
                Gen.Int[1, 4],
                Gen.Int[0, 90],
                Gen.Bool,
                Gen.Bool
            )
            .Select(
                (steps, side, sets, rest, pairs, instructor) =>
                    (Dose)
                        new CountedDose(steps.ToSequence())
                        {
                            PerSide = side,
                            Sets = sets,
                            Rest = rest,
                            IsRestActive = rest % 2 == 1,
                            Pairs = pairs,
                            Threes = !pairs && instructor,
                            InstructorMakesPair = pairs && instructor,
                        }
            ),
        Gen.Select(Gen.Int[1, 900], Gen.Bool, Gen.Int[1, 6], Gen.Int[0, 90], Gen.Bool, AnyPace)
            .Select(
                (seconds, side, rounds, rest, pairs, pace) =>
                    (Dose)
                        new TimedDose(seconds)
                        {
                            PerSide = side,
                            Rounds = rounds,
                            Rest = rest,
                            Pairs = pairs,
                            Pace = pace,
                        }
            ),
        Gen.Select(Gen.Int[1, 8], Gen.Int[5, 180], Gen.Int[0, 40], Gen.Int[1, 3])
            .Select((n, s, c, l) => (Dose)new StationsDose(n, s, c, l)),
        Gen.Select(Gen.Int[1, 8], Gen.Int[5, 180], Gen.Int[0, 40]).Select((n, s, c) => (Dose)new BagLinesDose(n, s, c)),
        Gen.Select(Gen.Int[1, 6], AnyPace).Select((n, p) => (Dose)new FloorDose(n, p)),
        Gen.Int[1, 20].Select(n => (Dose)new LapsDose(n)),
        Gen.Select(Gen.Int[1, 40], AnyPace).Select((n, p) => (Dose)new RunsDose(n, p))
    );

    private static readonly Gen<LessonLine> AnyLine = Gen.Select(
            Content,
            AnyDose,
            Gen.OneOfConst<Priority?>(null, Priority.Must, Priority.Should, Priority.Could),
            Gen.OneOfConst<Teaching?>(
                null,
                new Teaching(TeachingKind.New),
                new Teaching(TeachingKind.None),
                new Teaching(TeachingKind.Refresh),
                new Teaching(TeachingKind.Seconds, 95)
            ),
            Gen.Int[0, 6],
            Gen.Int[0, 5],
            Gen.OneOfConst<KitNeed?>(null, new KitNeed("kick pads", null), new KitNeed("mitts", 6)),
            Gen.OneOfConst(null, "tap means stop", "2 each -- slowly")
        )
        .Select(
            (content, dose, priority, teach, stage, effort, kit, remark) =>
                new LessonLine
                {
                    Content = content,
                    Moves = Moves.Read(content),
                    Dose = dose,
                    Priority = priority,
                    Teach = teach,
                    Stage = stage == 0 ? null : stage,
                    Effort = effort == 0 ? null : effort,
                    Kit = kit is { } k ? [k] : [],
                    Remark = remark,
                }
        );

    private static readonly Gen<SheetEntry> AnyEntry = Gen.OneOf(
        AnyLine.Select(l => (SheetEntry)l),
        AnyLine.Select(l => (SheetEntry)l),
        Gen.Select(AnyLine, Gen.OneOfConst("advanced", "yellow belts", "seniors"), AnyLine)
            .Select((l, g, v) => (SheetEntry)(l with { Versions = [new GroupVersion(g, v)] })),
        Gen.OneOfConst<SheetEntry>(
            new Segment("Warm-up"),
            new Segment("Pads"),
            new Segment("Anything at all"),
            new Segment("Kicks") { Minutes = 20 },
            new Note("bring the keys"),
            new Note("5 of them: 10 min")
        )
    );

    [Fact]
    public void Writing_a_lesson_and_reading_it_gives_the_same_lesson() =>
        AnyEntry
            .Array[0, 12]
            .Select(entries => new LessonPlan(
                new LessonHead
                {
                    Title = "A sheet",
                    Class = "Kites",
                    Minutes = 45,
                    People = 18,
                    Band = AgeBand.Teens,
                },
                entries.ToSequence()
            ))
            .Sample(
                plan =>
                {
                    var text = Given.Writer.Write(plan);
                    var again = Given.Reader.Read(text).Plan;
                    return again == plan
                        ? true
                        : throw new InvalidOperationException($"{text}\n---\n{Given.Writer.Write(again)}");
                },
                iter: 2000
            );

    private static readonly Gen<LessonPlan> AnyPlan = AnyEntry
        .Array[0, 14]
        .Select(entries => new LessonPlan(
            new LessonHead
            {
                Title = "A sheet",
                Class = "Kites",
                Minutes = 45,
                People = 18,
                Band = AgeBand.Teens,
                Start = new TimeOnly(18, 5),
            },
            entries.ToSequence()
        ));

    [Fact]
    public void A_lesson_as_json_reads_back_as_itself() =>
        AnyPlan.Sample(
            plan =>
            {
                var json = LessonJson.Write(plan);
                var (again, errors) = new LessonJson(Given.Reader).Read(json);
                return again == plan
                    ? true
                    : throw new InvalidOperationException($"{string.Join('\n', errors)}\n{json}");
            },
            iter: 1000
        );

    [Theory]
    [InlineData("{", "$")]
    [InlineData("{\"people\": 3}", "entries")]
    [InlineData("{\"entries\": [], \"people\": 0}", "people")]
    [InlineData("{\"entries\": [], \"start\": \"6 pm\"}", "start")]
    [InlineData("{\"entries\": [{\"line\": \"jab\", \"note\": \"x\"}]}", "entries[0]")]
    [InlineData(
        "{\"entries\": [{\"segment\": \"Pads\"}, {\"line\": \"jab\", \"dose\": \"plenty\"}]}",
        "entries[1].dose"
    )]
    [InlineData("{\"entries\": [{\"line\": \"jab\", \"dose\": \"5/side\\nx\"}]}", "entries[0].dose")]
    [InlineData("{\"entries\": [{\"line\": \"jab\", \"dose\": \"5/side\", \"stage\": 9}]}", "entries[0].stage")]
    [InlineData("{\"entries\": [null]}", "entries[0]")]
    [InlineData("{\"entries\": [], \"colour\": 1}", "$.colour")]
    public void Json_that_is_no_lesson_is_refused_with_its_place(string json, string place)
    {
        var (plan, errors) = new LessonJson(Given.Reader).Read(json);
        Assert.Null(plan);
        Assert.Contains(place, errors.Select(e => e.Place));
    }

    /// <summary>
    /// What has to hold of any lesson: its parts make the whole, no line runs into the next, every check can be made,
    /// every order of it as well.
    /// </summary>
    [Fact]
    public void A_thousand_lessons_hold_together() =>
        Gen.Select(
                AnyPlan,
                Gen.OneOfConst(AgeBand.Kids, AgeBand.Teens, AgeBand.Adults),
                Gen.Int[1, 40],
                Gen.Int[0, 6],
                Gen.Int[10, 90],
                Gen.Int[0, 1000]
            )
            .Sample(
                (plan, band, heads, bags, minutes, seed) =>
                {
                    var setting = new LessonSetting
                    {
                        Band = band,
                        Heads = heads,
                        Bags = bags,
                        Minutes = minutes,
                    };
                    var clock = LessonClock.Time(plan, setting);
                    var at = setting.OpeningSeconds;
                    foreach (var line in clock.Lines)
                    {
                        Assert.Equal(at, line.StartsAt);
                        Assert.Equal(line.Seconds, line.Transition + line.Teach + line.Work);
                        Assert.True(line.Transition >= 0 && line.Teach >= 0 && line.Work >= 0);
                        at = line.EndsAt;
                    }
                    Assert.Equal(clock.TotalSeconds, at + setting.ClosingSeconds);
                    Assert.Equal(clock.OverSeconds, clock.TotalSeconds - (minutes * 60));
                    Assert.All(
                        Core.Lessons.Checks.LessonChecks.Of(clock),
                        c => Assert.True(c.Entry is null || c.Entry < plan.Entries.Count)
                    );
                    Assert.Equal(LessonLadder.Of(clock).Bays.Max(b => b.To), clock.TotalSeconds);
                    if (plan.Entries.Count < 2)
                        return;
                    // the order changes how long one gets there, never the work itself
                    var from = seed % (plan.Entries.Count - 1);
                    var moved = plan with
                    {
                        Entries = plan
                            .Entries.Take(from)
                            .Append(plan.Entries[from + 1])
                            .Append(plan.Entries[from])
                            .Concat(plan.Entries.Skip(from + 2))
                            .ToSequence(),
                    };
                    Assert.Equal(LessonClock.Time(moved, setting).Lines.Sum(l => l.Work), clock.Lines.Sum(l => l.Work));
                },
                iter: 1000
            );

    /// <summary>
    /// The same fifteen hundred noises in every run, so that a failure tells of a change and not of luck. Another seed
    /// looks elsewhere: about one noise in fifty thousand found something in the last search.
    /// </summary>
    [Theory]
    [InlineData("71OAcroDbyA2")]
    public void Whatever_is_typed_is_read_without_complaint_and_stable_from_then_on(string seed)
    {
        var noise = Gen.String[Gen.OneOf(Gen.Char["abc xyz0123456789/+-,.;:()[]|&#\"'!\n\t"], Gen.Char), 0, 300];
        Assert.All(
            noise.Array[1500].Single(_ => true, seed),
            typed =>
            {
                var reading = Given.Reader.Read(typed);
                if (reading.Refusal is not null)
                    return;
                var plan = reading.Plan;
                var clock = LessonClock.Time(plan, Given.Adults());
                Assert.Equal(clock.TotalSeconds, 120 + clock.Lines.Sum(l => l.Seconds));
                _ = LessonTally.Of(clock);
                _ = Core.Lessons.Checks.LessonChecks.Of(clock).ToList();
                foreach (var entry in plan.Entries)
                {
                    var text = Given.Writer.Write(entry);
                    Assert.Equal(text, string.Join('\n', Given.Reader.ReadEntries(text).Select(Given.Writer.Write)));
                }
            }
        );
    }

    /// <summary>What the search found once: a name of marks only, a version below a long line with kit, blanks in who.</summary>
    [Theory]
    [InlineData(":-(1/]N]")]
    [InlineData("[;F?-/CU sX4Os6 min%@2r5391{:=Y [R6-y&2, Z01/ M}67i-:-x'J 2S5!/c]\n   some: -74.+3x a")]
    [InlineData("kicks on the wall [2 mats]\n   QQ 'andjP     L: round kicks x10")]
    public void A_noise_that_was_found_once_stays_as_it_is_written(string typed)
    {
        foreach (var entry in Given.Reader.Read(typed).Plan.Entries)
        {
            var text = Given.Writer.Write(entry);
            Assert.Equal(text, string.Join('\n', Given.Reader.ReadEntries(text).Select(Given.Writer.Write)));
        }
    }

    [Fact]
    public void More_dose_never_takes_less_time() =>
        Gen.Select(AnyLine, Gen.Int[1, 40])
            .Sample(
                (line, heads) =>
                {
                    var setting = Given.Adults(heads);
                    var more = line with { Dose = DoseStep.Of(line.Dose!, 1) };
                    Assert.True(
                        WorkClock.Seconds(more.Dose!, more.Moves, setting)
                            >= WorkClock.Seconds(line.Dose!, line.Moves, setting)
                    );
                }
            );
}
