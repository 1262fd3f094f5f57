using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

public class NameCustomTests
{
    private static Catalogue With(NameCustoms customs) =>
        CatalogueFile.With(Given.Catalogue, NameCustomRows.Of(Given.Catalogue, customs));

    [Theory]
    [InlineData(NameCustoms.None, NamingSchool.Japanese, "uchi-uke", "outward-block")]
    [InlineData(NameCustoms.None, NamingSchool.Japanese, "soto ude uke", "inward-block")]
    [InlineData(NameCustoms.UchiInward, NamingSchool.Japanese, "uchi-uke", "inward-block")]
    [InlineData(NameCustoms.UchiInward, NamingSchool.Japanese, "chudan soto uke", "outward-block")]
    [InlineData(NameCustoms.UchiInward, NamingSchool.Korean, "baro jireugi", "cross")]
    [InlineData(NameCustoms.None, NamingSchool.Korean, "bandae jireugi", "stepping-punch")]
    [InlineData(NameCustoms.BaroOverFrontFoot, NamingSchool.Korean, "baro jireugi", "stepping-punch")]
    [InlineData(NameCustoms.BaroOverFrontFoot, NamingSchool.Korean, "bandae jirugi", "cross")]
    [InlineData(NameCustoms.BaroOverFrontFoot, NamingSchool.Korean, "ap kubi jireugi", "stepping-punch")]
    [InlineData(
        NameCustoms.BaroOverFrontFoot | NameCustoms.UchiInward,
        NamingSchool.Japanese,
        "uchi-uke",
        "inward-block"
    )]
    public void A_school_says_which_way_round_its_names_are(
        NameCustoms customs,
        NamingSchool reader,
        string name,
        string id
    ) => Assert.Equal(id, new MoveReader(new Vocabulary(With(customs), reader)).Named(name)?.Id);

    [Fact]
    public void What_a_reader_is_shown_is_what_they_would_type() =>
        Assert.Equal("soto-uke", With(NameCustoms.UchiInward).Find("outward-block")!.NameIn(NamingSchool.Japanese));
}
