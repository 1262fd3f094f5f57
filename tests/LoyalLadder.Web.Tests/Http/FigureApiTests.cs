using System.Net;
using System.Text.Json;
using System.Xml.Linq;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Moving figures as JSON and as drawings, and beside what they show.</summary>
public sealed class FigureApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private const string Address = "/api/v1/combinations/figure";

    private async Task<(HttpStatusCode Status, JsonElement Body)> Ask(string body, string query = "")
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        return await ines.PostWithToken(Address + query, body);
    }

    [Fact]
    public async Task A_combination_comes_as_frames_of_joints_in_whole_millimetres()
    {
        var (status, body) = await Ask("""{"notation":"jab, rear round kick"}""");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(30, body.GetProperty("framesPerSecond").GetInt32());
        var joints = body.GetProperty("joints").EnumerateArray().Select(j => j.GetString()!).ToList();
        Assert.Equal(
            ["pelvis", "chest", "neck", "head", "leftShoulder", "leftElbow", "leftWrist", "leftHand"],
            joints[..8]
        );
        Assert.Equal(20, joints.Count);
        var frames = body.GetProperty("frames").EnumerateArray().Select(Places).ToList();
        Assert.All(frames, f => Assert.Equal(60, f.Length));
        Assert.Equal(frames.Count, body.GetProperty("partner").GetProperty("frames").GetArrayLength());

        // the end that strikes is at its target, and the target is the partner's head and ribs
        var counts = body.GetProperty("counts").EnumerateArray().ToList();
        Assert.Equal(["leftHand", "rightAnkle"], counts.Select(c => c.GetProperty("limb").GetString()!));
        foreach (var count in counts)
        {
            var limb = joints.IndexOf(count.GetProperty("limb").GetString()!);
            var met = frames[count.GetProperty("strike").GetInt32()].AsSpan(limb * 3, 3);
            var target = count.GetProperty("target");
            Assert.InRange(met[0] - target.GetProperty("x").GetInt32(), -50, 50);
            Assert.InRange(met[2] - target.GetProperty("z").GetInt32(), -50, 50);
        }
        Assert.All(
            body.GetProperty("stills").EnumerateArray(),
            s => Assert.False(string.IsNullOrEmpty(s.GetProperty("words").GetString()))
        );
    }

    private static int[] Places(JsonElement frame) => [.. frame.EnumerateArray().Select(n => n.GetInt32())];

    [Fact]
    public async Task Who_is_alone_has_no_partner_and_fewer_frames_are_sent_where_asked()
    {
        var (_, all) = await Ask("""{"notation":"jab","setting":"solo"}""");
        var (_, few) = await Ask("""{"notation":"jab","setting":"solo","framesPerSecond":10}""");
        Assert.Equal(JsonValueKind.Null, all.GetProperty("partner").ValueKind);
        var (every, third) = (all.GetProperty("frames"), few.GetProperty("frames"));
        Assert.Equal((every.GetArrayLength() + 2) / 3, third.GetArrayLength());
        Assert.Equal(every[6].GetRawText(), third[2].GetRawText());
    }

    [Theory]
    [InlineData("""{"notation":"jab, crss"}""", "", "notation")]
    [InlineData("""{"notation":"jab","lead":"both"}""", "", "lead")]
    [InlineData("""{"notation":"jab","ageBand":"all"}""", "", "ageBand")]
    [InlineData("""{"notation":"jab","naming":"latin"}""", "", "naming")]
    [InlineData("""{"notation":"jab","setting":"crowd"}""", "", "setting")]
    [InlineData("""{"notation":"jab","partner":"tall"}""", "", "partner")]
    [InlineData("""{"notation":"jab","pace":"called"}""", "", "pace")]
    [InlineData("""{"notation":"jab","framesPerSecond":25}""", "", "framesPerSecond")]
    [InlineData("""{"notation":"jab"}""", "?still=-1", "still")]
    [InlineData("""{"notation":"jab"}""", "?still=99999", "still")]
    [InlineData("""{"notation":"jab"}""", "?still=99999999999999", "still")]
    [InlineData("""{"notation":"jab"}""", "?still=1&view=below", "view")]
    public async Task What_cannot_be_shown_is_refused_with_its_field(string body, string query, string field)
    {
        var (status, answer) = await Ask(body, query);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal(field, answer.GetProperty("errors")[0].GetProperty("path").GetString());
    }

    [Theory]
    [InlineData("?still=9&view=side")]
    [InlineData("?still=9&view=front")]
    [InlineData("?animated=1&view=quarter")]
    public async Task A_drawing_is_a_file_that_stands_alone(string query)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var request = new HttpRequestMessage(HttpMethod.Post, Address + query)
        {
            Content = new StringContent("""{"notation":"jab, cross"}""", System.Text.Encoding.UTF8, "application/json"),
        };
        request.Headers.Authorization = new("Bearer", await ines.ApiToken());
        using var answer = await ines.Send(request);
        Assert.Equal("image/svg+xml", answer.Content.Headers.ContentType!.MediaType);
        var svg = XDocument.Parse(await answer.Content.ReadAsStringAsync()).Root!;
        Assert.DoesNotContain(svg.Descendants(), e => e.Name.LocalName is "script" or "image" or "foreignObject");
        Assert.Contains(svg.Descendants(), e => e.Name.LocalName == "path");
        Assert.Equal(
            query.Contains("animated", StringComparison.Ordinal),
            svg.Descendants().Any(e => e.Name.LocalName == "animate")
        );
    }

    [Theory]
    [InlineData("/figures?c=jab,%20cross&lead=right&band=kids&naming=Ring&with=solo&pace=walk", HttpStatusCode.OK)]
    [InlineData("/figures/squat?band=teens", HttpStatusCode.OK)]
    [InlineData("/figures?c=wibble", HttpStatusCode.NotFound)]
    [InlineData("/figures?c=jab&naming=latin", HttpStatusCode.NotFound)]
    [InlineData("/figures", HttpStatusCode.NotFound)]
    [InlineData("/figures/sparring", HttpStatusCode.NotFound)]
    [InlineData("/figures/nothing", HttpStatusCode.NotFound)]
    public async Task Pages_get_what_they_show_and_nothing_where_nothing_is_shown(string path, HttpStatusCode expected)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        Assert.Equal(expected, (await ines.Get(path)).StatusCode);
    }

    [Theory]
    [InlineData("/material/side-kick", 3, "the heel out sideways")]
    [InlineData("/material/push-up", 2, "the chest a fist above the floor")]
    [InlineData("/bench?handler=Card&c=jab,%20cross,%20lead%20hook", 4, "the arm straight to the target")]
    public async Task Pages_draw_moments_with_their_words_before_any_script(string path, int least, string words)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var page = await ines.Page(path);
        var stills = page.QuerySelectorAll(".stills li").Where(s => s.QuerySelector("svg path") is not null).ToList();
        Assert.True(stills.Count >= least, $"{stills.Count} stills");
        Assert.Contains(stills, s => s.TextContent.Contains(words, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("combinations")]
    [InlineData("self-defence")]
    [InlineData("forms")]
    public async Task Every_numbered_thing_of_the_demo_has_a_body_that_keeps_to_what_bodies_can_do(string shelf)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var page = await ines.Page($"/material?show={shelf}");
        var links = page.QuerySelectorAll("a[href^='/material/numbered/']")
            .Select(a => a.GetAttribute("href")!)
            .Distinct();
        foreach (var link in links.ToList())
        {
            var mover = (await ines.Page(link)).QuerySelector(".mover");
            Assert.True(mover?.QuerySelector("svg path") is not null, $"{shelf}: {link} shows no body");
            using var answer = await ines.Get(mover!.GetAttribute("data-figure")!);
            var motion = JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement;
            AssertMoves(motion, link);
        }
    }

    /// <summary>Nothing below the floor, no jump where motion is shown, thighs and shins as long as at first.</summary>
    private static void AssertMoves(JsonElement motion, string of)
    {
        var frames = motion.GetProperty("frames").EnumerateArray().Select(Places).ToList();
        var inSteps = motion
            .GetProperty("counts")
            .EnumerateArray()
            .Where(c => c.GetProperty("inSteps").GetBoolean())
            .Select(c => (From: c.GetProperty("from").GetInt32(), To: c.GetProperty("to").GetInt32()))
            .ToList();
        (int, int)[] bones = [(12, 13), (13, 14), (16, 17), (17, 18), (4, 5), (5, 6)];
        for (var f = 1; f < frames.Count; f++)
        {
            var (was, now) = (frames[f - 1], frames[f]);
            foreach (var (a, b) in bones)
                Assert.InRange(Between(now, a, now, b) - Between(frames[0], a, frames[0], b), -3, 3);
            for (var joint = 0; joint < 20; joint++)
            {
                Assert.True(now[(joint * 3) + 2] > -21, $"{of}: joint {joint} of frame {f} is in the floor");
                if (!inSteps.Exists(s => f >= s.From && f <= s.To + 1))
                    Assert.True(Between(was, joint, now, joint) < 142, $"{of}: joint {joint} jumps at frame {f}");
            }
        }
    }

    private static double Between(int[] one, int a, int[] other, int b) =>
        Math.Sqrt(Enumerable.Range(0, 3).Sum(i => Math.Pow(one[(a * 3) + i] - other[(b * 3) + i], 2)));
}
