using System.Text;
using LoyalLadder.Core.Papers;

namespace LoyalLadder.Core.Tests.Papers;

public sealed class PictureFileTests
{
    private const string Start = "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 10 10\">";

    /// <summary>A PNG of one pixel, or one that says that it is larger.</summary>
    internal static byte[] Png(uint width = 1)
    {
        var bytes = Convert.FromBase64String(
            "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
        );
        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(16), width);
        return bytes;
    }

    private static (SafePicture? Picture, string? Refusal) Svg(string inside) =>
        PictureFile.Look(Encoding.UTF8.GetBytes(Start + inside + "</svg>"));

    [Fact]
    public void A_plain_png_and_a_plain_drawing_are_kept()
    {
        Assert.Equal("image/png", PictureFile.Look(Png()).Picture?.Type);
        var (picture, refusal) = Svg("<g fill=\"url(#a)\"><path d=\"M0 0H9\"/></g><text x=\"1\" y=\"2\">Loft</text>");
        Assert.Null(refusal);
        Assert.Equal("image/svg+xml", picture!.Type);
        Assert.Contains("<path d=\"M0 0H9\" />", Encoding.UTF8.GetString(picture.Bytes), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("<script>alert(1)</script>", "script")]
    [InlineData("<path d=\"M0 0\" onclick=\"x()\"/>", "acts by itself")]
    [InlineData("<g onload=\"x()\"/>", "acts by itself")]
    [InlineData("<image href=\"http://elsewhere.example/a.png\"/>", "<image>")]
    [InlineData("<a href=\"javascript:x()\"><path d=\"M0 0\"/></a>", "<a>")]
    [InlineData("<foreignObject><p>x</p></foreignObject>", "<foreignObject>")]
    [InlineData("<style>@import url(x)</style>", "<style>")]
    [InlineData("<path d=\"M0 0\" style=\"fill:url(http://elsewhere.example)\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" fill=\"URL( 'data:x' )\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" style=\"fill:url(#a);stroke:url(https://elsewhere.example/b)\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" style=\"fill:url('#a') url(//elsewhere.example)\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" style=\"fill:u\\72l(//elsewhere.example)\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" fill=\"image-set('//elsewhere.example' 1x)\"/>", "elsewhere")]
    [InlineData("<path d=\"M0 0\" style=\"width:expression(x())\"/>", "elsewhere")]
    [InlineData("<animate attributeName=\"href\"/>", "<animate>")]
    [InlineData("<use xlink:href=\"other.svg#a\" xmlns:xlink=\"http://www.w3.org/1999/xlink\"/>", "<use>")]
    public void A_drawing_that_acts_or_points_elsewhere_is_refused_with_the_reason(string inside, string reason)
    {
        var (picture, refusal) = Svg(inside);
        Assert.Null(picture);
        Assert.Contains(reason, refusal, StringComparison.Ordinal);
    }

    /// <summary>A drawing nested 60,000 deep held a core for 107 seconds.</summary>
    [Theory]
    [InlineData(60_000, 0, "nested")]
    [InlineData(0, 60_000, "shapes")]
    public void A_drawing_without_end_is_refused_as_soon_as_it_is_told(int deep, int wide, string reason)
    {
        var inside = string.Concat(
            Enumerable
                .Repeat("<g>", deep)
                .Concat(Enumerable.Repeat("<g/>", wide))
                .Concat(Enumerable.Repeat("</g>", deep))
        );
        Assert.Contains(reason, Svg(inside).Refusal, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("<g transform=\"translate(1 2) rotate(45)\"><path d=\"M0 0\" fill=\"rgb(1,2,3)\"/></g>")]
    [InlineData("<path d=\"M0 0\" style=\"fill:url(#a);stroke:url( '#b' )\"/>")]
    [InlineData("<path d=\"M0 0\" aria-label=\"kick(front)\"/><text>Loft &amp; ladder (two)</text>")]
    public void Parts_places_turns_and_colours_are_kept_as_they_are(string inside) =>
        Assert.Contains(
            inside.Replace("\"/>", "\" />", StringComparison.Ordinal),
            Encoding.UTF8.GetString(Svg(inside).Picture!.Bytes),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_document_type_is_refused()
    {
        var bomb = "<!DOCTYPE svg [<!ENTITY a \"aaaa\">]>" + Start + "<text>&a;</text></svg>";
        Assert.Contains(
            "document type",
            PictureFile.Look(Encoding.UTF8.GetBytes(bomb)).Refusal,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("GIF89a and more", "neither a PNG nor an SVG")]
    [InlineData("<html><body>hello</body></html>", "neither a PNG nor an SVG")]
    [InlineData("<svg xmlns=\"http://www.w3.org/2000/svg\"><path", "cannot be read")]
    public void A_file_that_lies_about_its_type_is_refused(string text, string reason) =>
        Assert.Contains(reason, PictureFile.Look(Encoding.UTF8.GetBytes(text)).Refusal, StringComparison.Ordinal);

    [Fact]
    public void What_is_too_large_or_cut_off_is_refused()
    {
        Assert.Contains(
            "1 MB",
            PictureFile.Look(new byte[PictureFile.MostBytes + 1]).Refusal,
            StringComparison.Ordinal
        );
        Assert.Contains("pixels", PictureFile.Look(Png(50_000)).Refusal, StringComparison.Ordinal);
        Assert.Contains("cut off", PictureFile.Look(Png()[..^4]).Refusal, StringComparison.Ordinal);
        Assert.NotNull(PictureFile.Look([]).Refusal);
    }

    [Fact]
    public void What_drawing_programs_add_for_themselves_is_left_out()
    {
        var (picture, _) = Svg("<metadata>made by</metadata><path xmlns:p=\"urn:p\" p:note=\"x\" d=\"M0 0\"/>");
        var written = Encoding.UTF8.GetString(picture!.Bytes);
        Assert.DoesNotContain("made by", written, StringComparison.Ordinal);
        Assert.DoesNotContain("note", written, StringComparison.Ordinal);
    }

    [Fact]
    public void A_wording_is_filled_and_a_strange_place_is_named()
    {
        var of = new Certified("Wren A", "Green", "Kids", "The loft", new DateOnly(2031, 5, 4));
        Assert.Equal(
            "Wren A, Green (Kids), The loft, 4 May 2031",
            CertificateWords.Fill("{name}, {rank} ({track}), {school}, {day}", of)
        );
        Assert.Null(CertificateWords.Problem(CertificateWords.UsualBody));
        Assert.Contains("{surname}", CertificateWords.Problem("{surname} has"), StringComparison.Ordinal);
        Assert.NotNull(CertificateWords.Problem(new string('a', CertificateWords.Longest + 1)));
    }
}
