using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>A form as a page shows it.</summary>
/// <param name="Page">Where it stands.</param>
/// <param name="To">Where it is sent.</param>
/// <param name="Form">Itself.</param>
internal sealed record ShownForm(string Page, string To, IElement Form)
{
    /// <summary>What it is, whichever row it is about: its address without keys.</summary>
    public string Kind =>
        string.Join('/', To.Split('/').Select(p => Guid.TryParse(p.Split('?')[0], out _) ? "{id}" + Behind(p) : p));

    private static string Behind(string part) =>
        part.Contains('?', StringComparison.Ordinal) ? part[part.IndexOf('?', StringComparison.Ordinal)..] : "";

    /// <summary>Fields that a person fills in.</summary>
    public IEnumerable<IElement> Filled =>
        Form.QuerySelectorAll("input[name], textarea[name], select[name]")
            .Where(f =>
                f.GetAttribute("type") is not ("hidden" or "submit" or "file")
                && f.GetAttribute("name") != "__RequestVerificationToken"
            );

    /// <summary>Those that show what is kept, so that saving writes over it.</summary>
    public IEnumerable<IElement> Kept =>
        Filled.Where(f =>
            f switch
            {
                IHtmlTextAreaElement t => t.Value.Trim().Length > 0,
                IHtmlSelectElement s => s.QuerySelector("option[selected]") is not null,
                IHtmlInputElement { Type: "checkbox" or "radio" } c => c.HasAttribute("checked"),
                _ => !string.IsNullOrEmpty(f.GetAttribute("value")),
            }
        );

    /// <summary>What would be sent if nothing were changed.</summary>
    public IEnumerable<(IElement Field, string Name, string Value)> Values =>
        Form.QuerySelectorAll("input[name], textarea[name], select[name]")
            .Where(f =>
                f
                    is not (
                        IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false }
                        or IHtmlInputElement { Type: "file" }
                    )
                && f.GetAttribute("name") != "__RequestVerificationToken"
            )
            .Select(f =>
                (
                    f,
                    f.GetAttribute("name")!,
                    f switch
                    {
                        IHtmlSelectElement s => s.Value ?? "",
                        IHtmlTextAreaElement t => t.Value,
                        IHtmlInputElement { Type: "checkbox" } => f.GetAttribute("value") ?? "on",
                        _ => f.GetAttribute("value") ?? "",
                    }
                )
            );

    /// <summary>Whether it makes something new, under a key of its own.</summary>
    public bool Makes =>
        Form.QuerySelector("input[name=Key]") is not null
        && Form.QuerySelector("input[name=Edit]")?.GetAttribute("value") is null or "";

    /// <summary>Whether it says what was seen when it was filled: a version or the values, in a field or with the button.</summary>
    public bool SaysWhatWasSeen =>
        Form.QuerySelectorAll("[formaction*='version=']").Length > 0
        || Form.QuerySelectorAll("input[type=hidden][name]")
            .Select(f => f.GetAttribute("name")!)
            .Any(n =>
                n.Contains("version", StringComparison.OrdinalIgnoreCase)
                || n.Contains("seen", StringComparison.OrdinalIgnoreCase)
            );
}

/// <summary>All pages that somebody can reach, one of each kind, and the forms on them.</summary>
internal static class SchoolForms
{
    /// <summary>Every form of every page, one of each kind.</summary>
    public static async Task<List<ShownForm>> Of(LadderServer server, Visitor visitor) =>
        (await PagesAndForms(server, visitor)).Forms;

    /// <summary>The addresses of one page of each kind, and every form on them.</summary>
    public static async Task<(List<string> Pages, List<ShownForm> Forms)> PagesAndForms(
        LadderServer server,
        Visitor visitor
    )
    {
        var pages = await Pages(server, visitor);
        var forms = new Dictionary<string, ShownForm>();
        foreach (var (path, page) in pages)
        foreach (var form in page.QuerySelectorAll("form[method=post]"))
        {
            var to = form.GetAttribute("action") is { Length: > 0 } action ? action : path;
            var shown = new ShownForm(path, to, form);
            forms.TryAdd(
                $"{shown.Kind} {string.Join(',', shown.Filled.Select(f => f.GetAttribute("name")).Distinct())}",
                shown
            );
        }
        return ([.. pages.Select(p => p.Path)], [.. forms.Values]);
    }

    /// <summary>Links of those pages that lead nowhere, each with the page it stands on.</summary>
    public static async Task<List<string>> DeadLinks(LadderServer server, Visitor visitor)
    {
        var pages = await Pages(server, visitor);
        var asked = pages.Select(p => Shape(p.Path)).ToHashSet();
        var dead = new List<string>();
        foreach (var (path, page) in pages)
        foreach (var link in page.QuerySelectorAll("a[href^='/']").Select(a => a.GetAttribute("href")!.Split('#')[0]))
        {
            if (link.StartsWith("/sign-out", StringComparison.Ordinal) || !asked.Add(Shape(link)))
                continue;
            using var answer = await visitor.Get(link);
            if (answer.StatusCode is System.Net.HttpStatusCode.NotFound)
                dead.Add($"{link} on {path}");
        }
        return dead;
    }

    /// <summary>Pages by following links from all rooms, one for each route and question.</summary>
    private static async Task<List<(string Path, IDocument Page)>> Pages(LadderServer server, Visitor visitor)
    {
        var waiting = new Queue<string>(
            server
                .Services.GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .Where(e => e.Metadata.GetMetadata<PageActionDescriptor>() is not null)
                .Select(e => "/" + e.RoutePattern.RawText!.TrimStart('/'))
                .Where(r => !r.Contains('{', StringComparison.Ordinal))
                .Distinct()
                .Order(StringComparer.Ordinal)
        );
        var (seen, found) = (new HashSet<string>(), new List<(string, IDocument)>());
        while (waiting.TryDequeue(out var path))
        {
            if (path.StartsWith("/sign-out", StringComparison.Ordinal) || !seen.Add(Shape(path)))
                continue;
            using var answer = await visitor.Get(path);
            if (!answer.IsSuccessStatusCode || answer.Content.Headers.ContentType?.MediaType != "text/html")
                continue;
            var page = await Visitor.Parse(answer);
            found.Add((path, page));
            foreach (var link in page.QuerySelectorAll("a[href]"))
                if (
                    link.GetAttribute("href") is { } href
                    && href.StartsWith('/')
                    && !href.StartsWith("//", StringComparison.Ordinal)
                )
                    waiting.Enqueue(href.Split('#')[0]);
        }
        return found;
    }

    /// <summary>A page's route with what it is asked: two sheets are one page, a sheet and its line being edited are two.</summary>
    private static string Shape(string path)
    {
        var parts = path.Split('?');
        var route = string.Join('/', parts[0].Split('/').Select(p => Guid.TryParse(p, out _) ? "{id}" : p));
        if (
            route.StartsWith("/material/", StringComparison.Ordinal)
            && route.Count(c => c == '/') == 2
            && !route.Contains("{id}", StringComparison.Ordinal)
        )
            route = "/material/{technique}";
        var asked = parts
            .Skip(1)
            .SelectMany(p => p.Split('&'))
            .Select(q => q.Split('=')[0])
            // a draft with two lines kept asks what one with three does
            .Distinct()
            .Order(StringComparer.Ordinal);
        return $"{route}?{string.Join('&', asked)}";
    }
}
