using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

public class CatalogueTests
{
    private const string Jab = """{"id":"jab","family":"punch","names":{"generic":["jab"]}}""";

    [Fact]
    public void The_shipped_catalogue_has_every_family_and_at_least_eighty_techniques()
    {
        Assert.True(Given.Catalogue.All.Length >= 80);
        Assert.Equal(Enum.GetValues<TechniqueFamily>(), Given.Catalogue.All.Select(t => t.Family).Distinct().Order());
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
        string[] risky = ["spear-hand", "finger-flick", "front-choke-release", "clinch-hold", "arm-lock", "low-kick", "hip-throw", "back-fall", "jumping-knee", "sweep", "sparring"];
        Assert.All(risky, id => Assert.NotEmpty(Given.Catalogue.Find(id)!.Cautions));
        Assert.Equal(Manner.No, Given.Catalogue.Find("clinch-hold")!.MannerFor(AgeBand.Kids));
    }

    [Theory]
    [InlineData("""{"id":"jab","family":"punch","names":{"generic":["lead hand"]}}""", "line 2: the id 'jab' already stands on line 1")]
    [InlineData("""{"id":"poke","family":"punch","names":{"generic":["Jabs"]}}""", "line 2: the Generic name 'Jabs' already stands on line 1")]
    [InlineData("""{"id":"poke","family":"punch","names":{"generic":["poke"]},"buildsOn":["nothing"]}""", "line 2: 'poke' builds on 'nothing'")]
    [InlineData("""{"id":"poke","family":"punch","names":{"generic":["poke"]},"buildsOn":["poke"]}""", "line 2: builds-on goes in a circle: poke -> poke")]
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

    [Theory]
    [InlineData("Push-ups", "pushup")]
    [InlineData("press ups", "pressup")]
    [InlineData("Crosses", "cross")]
    [InlineData("mawashi-geri", "mawashigeri")]
    [InlineData("Élbow strikes", "elbowstrike")]
    [InlineData("flies", "fly")]
    [InlineData("!?", "")]
    public void Names_are_compared_without_case_hyphens_accents_and_plurals(string typed, string key) => Assert.Equal(key, NameKey.Of(typed));

    [Theory]
    [InlineData("front punch", NamingSchool.Ring, "jab")]
    [InlineData("front punch", NamingSchool.Generic, "stepping-punch")]
    [InlineData("kick", NamingSchool.Generic, "round-kick")]
    [InlineData("dollyo chagi", NamingSchool.Japanese, "round-kick")]
    [InlineData("gyaku zuki", NamingSchool.Generic, "cross")]
    [InlineData("hook", NamingSchool.Generic, "hook")]
    public void A_name_means_what_the_reader_says_first_and_a_unique_meaning_elsewhere_second(string name, NamingSchool reader, string id) =>
        Assert.Equal(id, new MoveReader(new Vocabulary(Given.Catalogue, reader)).Named(name)?.Id);

    [Theory]
    [InlineData("mawashi", "round-kick")]
    [InlineData("round", "round-kick")]
    [InlineData("te tat", "round-kick")]
    [InlineData("mae", "front-kick")]
    public void Search_finds_a_technique_under_any_name(string typed, string id) =>
        Assert.Contains(Given.Catalogue.Search(typed, NamingSchool.Generic).Take(4), f => f.Technique.Id == id);

    [Fact]
    public void What_is_misspelt_gets_the_closest_names() => Assert.Contains("round kick", Given.Catalogue.Closest("rond kik"));

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
        Assert.Equal((1, 2), (reader.Read("jab & cross").Counts.Count, reader.Read("jab & cross").Counts[0].Beats.Count));
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
