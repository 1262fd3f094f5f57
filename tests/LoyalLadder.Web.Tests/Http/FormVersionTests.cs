using System.Net;
using AngleSharp.Html.Dom;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Nobody writes over what somebody else has just saved without being told: over every form of every page.</summary>
public sealed class FormVersionTests
{
    /// <summary>Forms that show something and change no row that two people fill in: what they begin with is a proposal.</summary>
    private static readonly Dictionary<string, string> Proposals = new()
    {
        ["/me?handler=Language"] = "a choice of this device",
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
        var (tried, silent) = (new List<string>(), new List<string>());
        foreach (var form in await SchoolForms.Of(server, ines))
        {
            if (form.Makes || !form.SaysWhatWasSeen || form.Form.QuerySelector("[formaction]") is not null)
                continue;
            var (first, second) = (Filled(form, 1), Filled(form, 2));
            if (first.SequenceEqual(second))
                continue;
            var token = await ines.Token("/");
            using var saved = await ines.Send(form.To, token, isPart: false, [.. first]);
            if (saved.StatusCode != HttpStatusCode.Redirect)
                continue;
            using var answer = await ines.Send(form.To, token, isPart: false, [.. second]);
            tried.Add(form.Kind);
            if (!await IsTold(ines, answer))
                silent.Add($"{form.Kind} on {form.Page}: {answer.StatusCode}");
        }
        Assert.True(silent.Count == 0, string.Join('\n', silent));
        Assert.True(tried.Count >= 5, $"only {string.Join(", ", tried)}");
    }

    private static async Task<bool> IsTold(Visitor visitor, HttpResponseMessage answer)
    {
        if (answer.StatusCode == HttpStatusCode.Conflict)
            return true;
        var page = answer.Headers.Location is { } next
            ? await visitor.Page(next.ToString())
            : await Visitor.Parse(answer);
        return Visitor.Read(page.Body).Contains("meanwhile", StringComparison.Ordinal);
    }

    /// <summary>The form as the page had it, with one figure or word of its own in the first field that takes it.</summary>
    private static List<(string Name, string Value)> Filled(ShownForm form, int who)
    {
        var fields = new List<(string, string)>();
        var isChanged = false;
        foreach (var field in form.Form.QuerySelectorAll("input[name], textarea[name], select[name]"))
        {
            if (
                field
                is IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false }
                    or IHtmlInputElement { Type: "file" }
            )
                continue;
            if (field.GetAttribute("name") is not { } name || name == "__RequestVerificationToken")
                continue;
            var value = field switch
            {
                IHtmlSelectElement s => s.Value ?? "",
                IHtmlTextAreaElement t => t.Value,
                IHtmlInputElement { Type: "checkbox" } => field.GetAttribute("value") ?? "on",
                _ => field.GetAttribute("value") ?? "",
            };
            var isOpen =
                field is IHtmlTextAreaElement or IHtmlInputElement { Type: "text" or "number" or "" }
                && field.GetAttribute("type") is not ("hidden" or "password" or "email");
            if (isOpen && !isChanged && value.Trim().Length > 0)
            {
                value = int.TryParse(value, out var number)
                    ? (number + who).ToString(System.Globalization.CultureInfo.InvariantCulture)
                    : $"{value.Trim()} {who}";
                isChanged = true;
            }
            fields.Add((name, value));
        }
        return fields;
    }
}
