using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Nobody writes over what somebody else has just saved without being told: over every form of every page.</summary>
public sealed partial class FormVersionTests
{
    /// <summary>Forms that show something and change no row that two people fill in: what they begin with is a proposal.</summary>
    private static readonly Dictionary<string, string> Proposals = new()
    {
        ["/me?handler=Language"] = "a choice of this device",
        ["/school/pace?handler=Tap"] = "ten taps, which take the place of earlier ones",
        ["/school/users?handler=Invite"] = "makes an invitation",
    };

    [Fact]
    public async Task Every_form_that_changes_a_row_says_what_was_seen_when_it_was_filled()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var forms = await SchoolForms.Of(server, ines);
        Assert.True(forms.Count > 60, $"{forms.Count} forms");
        var silent = forms
            .Where(f => f.Kept.Any() && !f.SaysWhatWasSeen && !f.Makes)
            .Select(f =>
                $"{f.Kind} on {f.Page}: {string.Join(", ", f.Kept.Select(k => k.GetAttribute("name")).Distinct().Take(6))}"
            )
            .Where(f => !Proposals.Keys.Any(p => f.StartsWith(p, StringComparison.Ordinal)))
            .Order(StringComparer.Ordinal);
        Assert.Equal("", string.Join('\n', silent));
    }

    /// <summary>
    /// Over every form that shows what is kept: two people fill it at once, each with words of their own; whoever sends it second is
    /// told, in an answer or on the page behind it.
    /// </summary>
    [Fact]
    public async Task Two_people_over_every_form_the_second_is_told()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var (tried, silent, untried) = (new List<string>(), new List<string>(), new List<string>());
        foreach (var form in await SchoolForms.Of(server, ines))
        {
            if (form.Makes || !form.SaysWhatWasSeen || !form.Filled.Any())
                continue;
            if (await FirstSaved(ines, form) is not { } second)
            {
                untried.Add(
                    $"{form.Kind} on {form.Page}: {string.Join(", ", form.Filled.Select(f => f.GetAttribute("name")).Distinct().Take(6))}"
                );
                continue;
            }
            using var answer = await ines.Send(Target(form), await ines.Token("/"), isPart: false, [.. second]);
            tried.Add(form.Kind);
            if (!await IsTold(ines, answer))
                silent.Add($"{form.Kind} on {form.Page}: {answer.StatusCode}");
        }
        Assert.True(silent.Count == 0, string.Join('\n', silent));
        Assert.True(untried.Count == 0, $"could not be saved: {string.Join('\n', untried)}");
        TestContext.Current.SendDiagnosticMessage(
            $"{tried.Count} forms filled by two people: {string.Join(", ", tried)}"
        );
    }

    /// <summary>Where the form's own button sends it.</summary>
    private static string Target(ShownForm form) =>
        form.Form.QuerySelector("button[formaction]")?.GetAttribute("formaction") ?? form.To;

    /// <summary>
    /// Changes one field after another until a change is saved.
    /// </summary>
    /// <returns>What the second person sends, who changed the same field to something else; null where nothing could be saved.</returns>
    private static async Task<List<(string Name, string Value)>?> FirstSaved(Visitor visitor, ShownForm form)
    {
        var all = form.Values.ToList();
        foreach (var (at, (field, _, kept)) in all.Index())
        foreach (var (first, second) in Others(field, kept))
        {
            using var answer = await visitor.Send(
                Target(form),
                await visitor.Token("/"),
                isPart: false,
                [.. With(first)]
            );
            if (answer.StatusCode == HttpStatusCode.Redirect)
                return With(second);

            List<(string, string)> With(string value) => [.. all.Select((f, n) => (f.Name, n == at ? value : f.Value))];
        }
        return null;
    }

    /// <summary>Pairs of other values that two people could give a field; none where it is none of theirs.</summary>
    private static IEnumerable<(string First, string Second)> Others(IElement field, string kept)
    {
        if (field is IHtmlSelectElement select)
        {
            var others = select.Options.Select(o => o.Value).Where(v => v != kept && v.Length > 0).ToList();
            return others.Count > 1 ? [(others[0], others[1])] : [];
        }
        if (field.GetAttribute("type") is "hidden" or "password" or "checkbox" or "radio" or "submit" or "file")
            return [];
        if (DateOnly.TryParseExact(kept, "yyyy-MM-dd", out var day))
            return [(Iso(day.AddDays(1)), Iso(day.AddDays(2)))];
        if (TimeOnly.TryParseExact(kept, "HH:mm", out var time))
            return [($"{time.AddMinutes(5):HH:mm}", $"{time.AddMinutes(10):HH:mm}")];
        var number = Number().Match(kept);
        if (number.Success)
            return [(kept[..number.Index] + Next(1), kept[..number.Index] + Next(2))];
        return field.GetAttribute("type") == "date"
            ? [("2041-06-01", "2041-06-02")]
            : [($"{kept.Trim()} one".Trim(), $"{kept.Trim()} two".Trim()), ("3", "4")];

        string Next(int more) =>
            (int.Parse(number.Value, CultureInfo.InvariantCulture) + more).ToString(CultureInfo.InvariantCulture)
            + kept[(number.Index + number.Length)..];
        static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
    }

    [GeneratedRegex("[0-9]{1,6}")]
    private static partial Regex Number();

    private static async Task<bool> IsTold(Visitor visitor, HttpResponseMessage answer)
    {
        if (answer.StatusCode == HttpStatusCode.Conflict)
            return true;
        var page = answer.Headers.Location is { } next
            ? await visitor.Page(next.ToString())
            : await Visitor.Parse(answer);
        return Visitor.Read(page.Body).Contains("meanwhile", StringComparison.Ordinal);
    }
}
