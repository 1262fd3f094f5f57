using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

public class CatalogueTests
{
    private const string Jab = """{"id":"jab","family":"punch","names":{"generic":["jab"]}}""";

    public static TheoryData<int, TechniqueFamily[]> Shelves =>
        new()
        {
            { 140, Enum.GetValues<TechniqueFamily>() },
            { 40, [TechniqueFamily.Kick, TechniqueFamily.Knee] },
            { 25, [TechniqueFamily.Punch, TechniqueFamily.OpenHand, TechniqueFamily.Elbow] },
            { 15, [TechniqueFamily.Block, TechniqueFamily.Evasion] },
            { 15, [TechniqueFamily.Footwork, TechniqueFamily.Stance] },
            { 25, [TechniqueFamily.Conditioning, TechniqueFamily.Mobility] },
            { 10, [TechniqueFamily.Grip, TechniqueFamily.Throw] },
        };

    [Theory]
    [MemberData(nameof(Shelves))]
    public void The_shipped_catalogue_fills_its_shelves(int least, TechniqueFamily[] families) =>
        Assert.True(Given.Catalogue.All.Count(t => families.Contains(t.Family)) >= least);

    [Fact]
    public void Every_technique_can_be_taught_from_its_page()
    {
        foreach (var t in Given.Catalogue.All.Where(t => !t.IsExercise))
        {
            Assert.True(t.Parts.Length is >= 2 and <= 5, $"{t.Id} has {t.Parts.Length} parts");
            Assert.True(t.Cues.Length >= 1 && t.Faults.Length >= 1, $"{t.Id} says nothing to say or see");
            Assert.NotEmpty(t.Regions);
        }
        Assert.All(
            Given.Catalogue.All.Where(t => t.IsStrike),
            t => Assert.True(t.Line != AttackLine.None && t.Ranges != Ranges.Anywhere && t.Levels.Length > 0, t.Id)
        );
        Assert.All(Given.Catalogue.All.Where(t => t.Family is TechniqueFamily.Block), t => Assert.NotEmpty(t.Answers));
        Assert.All(
            Given.Catalogue.All.Where(t => t.Family is TechniqueFamily.Footwork),
            t => Assert.NotEqual(FootMove.None, t.Foot)
        );
        Assert.All(Given.Catalogue.All.Where(t => t.Family is TechniqueFamily.Stance), t => Assert.NotNull(t.Shape));
    }

    [Theory]
    [InlineData("throat", "arc-hand", "spear-hand", "front-choke-grab", "rear-choke-grab")]
    [InlineData("eyes", "finger-flick", "long-guard")]
    [InlineData("back of the head", "spinning-backfist", "spinning-elbow", "spinning-hook-kick", "downward-elbow")]
    [InlineData("neck", "clinch-knee", "axe-kick", "headlock-release", "forward-roll", "clinch-hold")]
    [InlineData("knee", "low-side-kick", "stomp-kick", "low-kick", "inside-low-kick", "round-kick")]
    [InlineData("groin", "instep-kick", "inside-low-kick")]
    [InlineData("tap means stop", "arm-lock", "wrist-lock", "rear-choke-release", "bear-hug-release")]
    public void What_is_aimed_at_soft_places_says_so(string word, params string[] ids) =>
        Assert.All(
            ids,
            id =>
                Assert.Contains(
                    Given.Catalogue.Find(id)!.Cautions,
                    c => c.Contains(word, StringComparison.OrdinalIgnoreCase)
                )
        );

    [Fact]
    public void Children_are_kept_from_locks_clinches_and_blind_spins()
    {
        string[] barred =
        [
            "clinch-hold",
            "clinch-knee",
            "arm-lock",
            "wrist-lock",
            "finger-flick",
            "arc-hand",
            "spinning-backfist",
            "spinning-elbow",
            "downward-elbow",
            "calf-kick",
            "low-side-kick",
        ];
        Assert.All(barred, id => Assert.Equal(Manner.No, Given.Catalogue.Find(id)!.MannerFor(AgeBand.Kids)));
        // what jumps or turns blind is done with a partner at no age
        Assert.All(
            Given.Catalogue.All.Where(t =>
                t.IsKick && (t.TurnDegrees >= 360 || t.Landings > 0) && t.IsKick && t.Levels.Length > 0
            ),
            t => Assert.True(t.MannerFor(AgeBand.Adults) <= Manner.Pad, t.Id)
        );
    }

    [Theory]
    [InlineData(NamingSchool.Ring, 20)]
    [InlineData(NamingSchool.Japanese, 40)]
    [InlineData(NamingSchool.Korean, 40)]
    [InlineData(NamingSchool.Thai, 20)]
    public void Each_naming_school_names_a_good_part_of_it(NamingSchool school, int least) =>
        Assert.True(Given.Catalogue.All.Count(t => t.Names.ContainsKey(school)) >= least);

    [Fact]
    public void What_can_hurt_the_neck_eyes_or_joints_carries_a_caution()
    {
        string[] risky =
        [
            "spear-hand",
            "finger-flick",
            "front-choke-release",
            "clinch-hold",
            "arm-lock",
            "low-kick",
            "hip-throw",
            "back-fall",
            "jumping-knee",
            "sweep",
            "sparring",
        ];
        Assert.All(risky, id => Assert.NotEmpty(Given.Catalogue.Find(id)!.Cautions));
        Assert.Equal(Manner.No, Given.Catalogue.Find("clinch-hold")!.MannerFor(AgeBand.Kids));
    }

    [Theory]
    [InlineData(
        """{"id":"jab","family":"punch","names":{"generic":["lead hand"]}}""",
        "line 2: the id 'jab' already stands on line 1"
    )]
    [InlineData(
        """{"id":"poke","family":"punch","names":{"generic":["Jabs"]}}""",
        "line 2: the Generic name 'Jabs' already stands on line 1"
    )]
    [InlineData(
        """{"id":"poke","family":"punch","names":{"generic":["poke"]},"buildsOn":["nothing"]}""",
        "line 2: 'poke' builds on 'nothing'"
    )]
    [InlineData(
        """{"id":"poke","family":"punch","names":{"generic":["poke"]},"buildsOn":["poke"]}""",
        "line 2: builds-on goes in a circle: poke -> poke"
    )]
    [InlineData("""{"id":"poke","family":"poking","names":{"generic":["poke"]}}""", "line 2:")]
    [InlineData("""{"id":"poke","family":"punch","names":{"generic":["poke"]},"colour":"red"}""", "line 2:")]
    [InlineData("""{"id":"poke","family":"punch","names":{"ring":["poke"]}}""", "line 2: 'poke' has no generic name")]
    [InlineData("""{"id":"poke","family":"punch","names":{"generic":["poke"]},"effort":6}""", "line 2: effort")]
    [InlineData("nonsense", "line 2:")]
    public void A_broken_line_is_named(string line, string message)
    {
        var broken = Assert.Throws<CatalogueException>(() => CatalogueFile.Read($"{Jab}\n{line}"));
        Assert.Contains(broken.Errors, e => e.StartsWith(message, StringComparison.Ordinal));
    }

    [Fact]
    public void A_name_that_a_reader_would_read_otherwise_is_an_error_at_start()
    {
        var broken = Assert.Throws<CatalogueException>(() =>
            CatalogueFile.Read(
                Jab + "\n" + """{"id":"poke","family":"punch","names":{"generic":["poke"],"thai":["jab"]}}"""
            )
        );
        Assert.Contains(
            broken.Errors,
            e => e.StartsWith("line 1: 'jab' is what Thai readers are shown for 'jab'", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_schools_row_changes_only_what_it_fills_in_and_a_newer_shipped_one_shows_through()
    {
        var own = TechniqueRow.Parse("""{"id":"jab","cautions":["Ours."]}""");
        Assert.Equal("""{"id":"jab","cautions":["Ours."]}""", own.Write());
        foreach (var effort in new[] { 2, 3 })
        {
            var shipped = CatalogueFile.Read(
                """{"id":"jab","family":"punch","names":{"generic":["jab"]},"effort":9,"cautions":["Shipped."]}""".Replace(
                    '9',
                    (char)('0' + effort)
                )
            );
            var joined = CatalogueFile.With(shipped, [own]).Find("jab")!;
            Assert.Equal((effort, "Ours."), (joined.Effort, joined.Cautions.Single()));
        }
        var error = Assert.Throws<CatalogueException>(() =>
            CatalogueFile.With(
                CatalogueFile.Read(Jab),
                [TechniqueRow.Parse("""{"id":"poke","family":"punch","names":{"generic":["jab"]}}""")]
            )
        );
        Assert.StartsWith(
            "poke: the Generic name 'jab' already stands on jab",
            error.Errors[0],
            StringComparison.Ordinal
        );
        Assert.Throws<CatalogueException>(() =>
            CatalogueFile.With(Given.Catalogue, [TechniqueRow.Parse("""{"id":"poke","family":"punch"}""")])
        );
    }

    [Theory]
    [InlineData("round-kick", "fighting-stance front-kick", "low-kick calf-kick")]
    [InlineData("fighting-stance", "", "jab cross front-kick")]
    public void The_picture_of_what_stands_on_what_goes_down_to_the_ground_and_two_steps_up(
        string id,
        string below,
        string above
    )
    {
        var picture = BuildsOnPicture.Of(Given.Catalogue, Given.Catalogue.Find(id)!);
        int Column(string of) => Assert.Single(picture.Nodes, n => n.Technique.Id == of).Column;
        Assert.Equal(0, Column(id));
        Assert.All(below.Split(' ', StringSplitOptions.RemoveEmptyEntries), b => Assert.True(Column(b) < 0, b));
        Assert.All(above.Split(' '), a => Assert.InRange(Column(a), 1, 2));
        Assert.All(picture.Links, l => Assert.True(l.From.Column < l.To.Column));
        Assert.Equal(picture.Nodes.Length, picture.Nodes.DistinctBy(n => (n.Column, n.Row)).Count());
    }

    [Theory]
    [InlineData("Push-ups", "pushup")]
    [InlineData("press ups", "pressup")]
    [InlineData("Crosses", "cross")]
    [InlineData("mawashi-geri", "mawashigeri")]
    [InlineData("Élbow strikes", "elbowstrike")]
    [InlineData("flies", "fly")]
    [InlineData("!?", "")]
    public void Names_are_compared_without_case_hyphens_accents_and_plurals(string typed, string key) =>
        Assert.Equal(key, NameKey.Of(typed));

    [Theory]
    [InlineData("front punch", NamingSchool.Ring, "jab")]
    [InlineData("front punch", NamingSchool.Generic, "jab")]
    [InlineData("dollyo chagi", NamingSchool.Japanese, "round-kick")]
    [InlineData("gyaku zuki", NamingSchool.Generic, "cross")]
    [InlineData("hook", NamingSchool.Generic, "hook")]
    public void A_name_means_what_the_reader_says_first_and_a_unique_meaning_elsewhere_second(
        string name,
        NamingSchool reader,
        string id
    ) => Assert.Equal(id, new MoveReader(new Vocabulary(Given.Catalogue, reader)).Named(name)?.Id);

    [Theory]
    [InlineData("mawashi", "round-kick")]
    [InlineData("round", "round-kick")]
    [InlineData("te tat", "round-kick")]
    [InlineData("mae", "front-kick")]
    public void Search_finds_a_technique_under_any_name(string typed, string id) =>
        Assert.Contains(Given.Catalogue.Search(typed, NamingSchool.Generic).Take(4), f => f.Technique.Id == id);

    [Fact]
    public void What_is_misspelt_gets_the_closest_names() =>
        Assert.Contains("round kick", Given.Catalogue.Closest("rond kik"));

    [Theory]
    [InlineData("jab, cross, lead hook, rear low kick", "jab/Lead cross/Rear hook/Lead low-kick/Rear")]
    [InlineData("jab cross hook", "jab/Lead cross/Rear hook/Lead")]
    [InlineData("Soto-uke -> enpi then uraken", "inward-block/Lead elbow/Rear backfist/Lead")]
    [InlineData("1-2, rear round kick", "jab/Lead cross/Rear round-kick/Rear")]
    [InlineData("left round kick", "round-kick/Left")]
    [InlineData("front kick to the big shield", "front-kick/Rear")]
    [InlineData("[jab] parry, cross", "parry/Rear cross/Rear")]
    [InlineData("Partner reaction: slip back, cross", "slip-back/None cross/Rear")]
    [InlineData("#4 jab, cross", "jab/Lead cross/Rear")]
    public void Words_are_read_as_moves(string words, string expected)
    {
        var moves = new MoveReader(new Vocabulary(Given.Catalogue, NamingSchool.Generic)).Read(words);
        Assert.Equal(expected, string.Join(' ', moves.Elements.Select(e => $"{e.Technique?.Id}/{e.Side}")));
    }

    [Fact]
    public void Moves_on_one_count_and_at_once_are_kept_apart()
    {
        var reader = new MoveReader(new Vocabulary(Given.Catalogue, NamingSchool.Generic));
        Assert.Equal(
            (1, 2),
            (reader.Read("jab & cross").Counts.Count, reader.Read("jab & cross").Counts[0].Beats.Count)
        );
        var atOnce = reader.Read("palm strike + front kick");
        Assert.Equal((1, 1, 2), (atOnce.Counts.Count, atOnce.Counts[0].Beats.Count, atOnce.Elements.Count()));
        Assert.Equal(0.60m, atOnce.Counts[0].Beats[0].BaseSeconds);
    }

    [Fact]
    public void Words_that_nobody_knows_stay_as_they_were_typed()
    {
        var moves = new MoveReader(new Vocabulary(Given.Catalogue, NamingSchool.Generic)).Read("jab, wibble wobble");
        Assert.False(moves.IsKnown);
        Assert.Equal("wibble wobble", moves.Elements.Last().Words);
    }
}
