using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class CombinationBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static CombinationDraft Draft(string number, string notation) =>
        new()
        {
            Number = number,
            Name = $"Number {number}",
            Notation = notation,
            LeastBand = AgeBand.Adults,
        };

    private static async Task<LoyalLadder.Data.RowSaved<NumberedCombination>> Save(
        Desk desk,
        CombinationDraft draft,
        Guid? id = null,
        uint? version = null
    )
    {
        var saved = await desk.Get<CombinationBook>()
            .Save(id, Guid.CreateVersion7(), version, draft, NamingSchool.Generic, Cancel);
        await desk.Save();
        return saved;
    }

    private static async Task<string?> MovesOf(Desk desk, string line)
    {
        var facts = await desk.Get<OwnSchool>().Facts(Cancel);
        return facts.Material.Sheets(facts.School.Naming).ReadEntries(line) is [LessonLine { IsUnderstood: true } read]
            ? string.Join(' ', read.Moves.Elements.Select(e => e.Technique!.Id))
            : null;
    }

    [Fact]
    public async Task What_is_kept_is_known_at_once_and_a_change_keeps_what_it_was()
    {
        await using var desk = await loft.Sit();
        var kept = await Save(desk, Draft("901", "jab cross"));
        Assert.Equal("jab, cross", kept.Row!.Notation);
        Assert.Equal("jab cross", await MovesOf(desk, "#901 5/side"));
        await Save(desk, Draft("901", "jab, cross, hook"), kept.Row.Id);
        Assert.Equal("jab cross hook", await MovesOf(desk, "#901 5/side"));
        var change = Assert.Single(await desk.Get<CombinationBook>().Changes(kept.Row.Id, Cancel));
        Assert.Equal("jab, cross", change.Notation);
        // saved again as it is, nothing has changed
        await Save(desk, Draft("901", "jab, cross, lead hook"), kept.Row.Id);
        Assert.Single(await desk.Get<CombinationBook>().Changes(kept.Row.Id, Cancel));
        Assert.True(await desk.Get<CombinationBook>().Remove(kept.Row.Id, Cancel));
        Assert.Null(await MovesOf(desk, "#901 5/side"));
        Assert.False(await desk.Get<CombinationBook>().Remove(kept.Row.Id, Cancel));
    }

    [Fact]
    public async Task One_calls_another_and_never_itself()
    {
        await using var desk = await loft.Sit();
        await Save(desk, Draft("902", "jab, cross"));
        var caller = await Save(desk, Draft("903", "#902, lead hook"));
        Assert.Equal("jab cross hook", await MovesOf(desk, "#903 5/side"));
        var called = await desk.Db.NumberedCombinations.AsNoTracking().SingleAsync(c => c.Number == "902", Cancel);
        var circle = await Save(desk, Draft("902", "#903, cross"), called.Id);
        Assert.Contains("Nothing is stored", circle.Errors.First, StringComparison.Ordinal);
        Assert.Contains(
            "Nothing is stored",
            (await Save(desk, Draft("903", "#903, cross"), caller.Row!.Id)).Errors.First,
            StringComparison.Ordinal
        );
        // what was built with it follows its change
        await Save(desk, Draft("902", "jab, jab"), called.Id);
        Assert.Equal("jab jab hook", await MovesOf(desk, "#903 5/side"));
    }

    [Theory]
    [InlineData("", "jab", "Number")]
    [InlineData("a b", "jab", "Number")]
    [InlineData("14", "jab", "Number")]
    [InlineData("904", "wibble", "Notation")]
    [InlineData("904", "", "Notation")]
    public async Task What_cannot_be_kept_is_refused_at_its_field(string number, string notation, string field)
    {
        await using var desk = await loft.Sit();
        Assert.Equal([field], (await Save(desk, Draft(number, notation))).Errors.All.Select(e => e.Field).Distinct());
    }

    [Fact]
    public async Task Every_field_that_is_wrong_is_told_together()
    {
        await using var desk = await loft.Sit();
        var draft = Draft("905", "jab") with
        {
            Name = "",
            Kind = CombinationKind.SelfDefence,
            OtherReading = "wibble",
            Versions = "no colon",
            Notes = new string('x', 2001),
            RankId = Guid.NewGuid(),
        };
        Assert.Equal(
            ["ControlRule", "Name", "Notes", "OtherReading", "RankId", "Versions"],
            (await Save(desk, draft)).Errors.All.Select(e => e.Field).Distinct().Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public async Task Somebody_elses_change_meanwhile_is_told_and_kept()
    {
        await using var desk = await loft.Sit();
        var kept = await Save(desk, Draft("906", "jab"));
        var stale = await Save(desk, Draft("906", "cross"), kept.Row!.Id, version: 1);
        Assert.Equal("jab", stale.Theirs!.Notation);
        Assert.Equal("jab", await MovesOf(desk, "#906 5/side"));
        Assert.True((await Save(desk, Draft("907", "cross"), Guid.NewGuid())).IsGone);
    }

    [Theory]
    [InlineData("jab, cross\nhalf turn, jab", "1: [jab] parry", 30, null)]
    [InlineData("jab, cross\nhalf turn, jab", "5: [jab] parry", 30, "Readings")]
    [InlineData("jab, cross\nhalf turn, jab", "no number", 30, "Readings")]
    [InlineData("jab, cross\nhalf turn, jab", "1: wibble", 30, "Readings")]
    [InlineData("jab, cross\nhalf turn, jab", "", 5, "FormSeconds")]
    [InlineData("jab, cross\nhalf turn, jab", "", 601, "FormSeconds")]
    public async Task A_form_has_lines_readings_and_seconds(string lines, string readings, int seconds, string? field)
    {
        await using var desk = await loft.Sit();
        var saved = await Save(
            desk,
            Draft("F-908", lines) with
            {
                Kind = CombinationKind.Form,
                Readings = readings,
                FormSeconds = seconds,
                Tradition = "of our own",
            }
        );
        Assert.Equal(field, saved.Errors.All.Select(e => e.Field).FirstOrDefault());
        if (field is null)
            Assert.Equal(
                ("jab, cross | half turn, jab", "1: [jab] parry", 30),
                (saved.Row!.Notation, saved.Row.Readings, saved.Row.FormSeconds)
            );
    }
}
