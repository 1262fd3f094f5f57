using System.Collections;
using System.Reflection;
using System.Text.RegularExpressions;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.Infrastructure;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>A handler of a page, as the program declares it.</summary>
/// <param name="Page">An address of the page, with ids of the demo school in it.</param>
/// <param name="Route">The page's route as it is declared.</param>
/// <param name="Method">GET or POST.</param>
/// <param name="Handler">Its name in the address; empty for the page's own.</param>
/// <param name="Texts">Fields that take text.</param>
/// <param name="Others">Fields that take something else.</param>
/// <param name="MostBytes">How much may be sent to it.</param>
internal sealed record SchoolDoor(
    string Page,
    string Route,
    string Method,
    string Handler,
    IReadOnlyList<string> Texts,
    IReadOnlyList<string> Others,
    int MostBytes
)
{
    /// <summary>Where it is asked.</summary>
    public string Url =>
        Handler.Length == 0 ? Page
        : Page.Contains('?', StringComparison.Ordinal) ? $"{Page}&handler={Handler}"
        : $"{Page}?handler={Handler}";

    /// <summary>Which it is, whichever row it is about.</summary>
    public string Kind => $"{Method} {Route}{(Handler.Length == 0 ? "" : $"?handler={Handler}")}";
}

/// <summary>
/// Every handler of every page with the fields that it takes, from the program itself: none is missed for want of a form.
/// </summary>
internal static partial class SchoolDoors
{
    private const int Deepest = 3;

    /// <param name="server">The program.</param>
    /// <param name="known">Addresses that pages link to; a handler about a row is asked about one of those.</param>
    public static async Task<List<SchoolDoor>> Of(LadderServer server, IReadOnlyCollection<string> known)
    {
        var actions = server.Services.GetRequiredService<IActionDescriptorCollectionProvider>();
        var loader = server.Services.GetRequiredService<PageLoader>();
        var anyId = known.Select(k => Id().Match(k)).First(m => m.Success).Value;
        var doors = new List<SchoolDoor>();
        foreach (var page in actions.ActionDescriptors.Items.OfType<PageActionDescriptor>())
        {
            var compiled = await loader.LoadAsync(page, EndpointMetadataCollection.Empty);
            var route = "/" + page.AttributeRouteInfo!.Template!.TrimStart('/');
            var address = Address(route, known, anyId);
            foreach (var handler in compiled.HandlerMethods)
            {
                var taken = handler
                    .Parameters.Select(p => (p.Name, Type: p.ParameterType))
                    .Concat(
                        compiled
                            .BoundProperties.OfType<PageBoundPropertyDescriptor>()
                            .Select(p => (p.Name, Type: p.Property.PropertyType))
                    )
                    .SelectMany(p => Fields(p.Name, p.Type, Deepest))
                    .Where(f => !route.Contains($"{{{f.Name}", StringComparison.OrdinalIgnoreCase))
                    .DistinctBy(f => f.Name)
                    .ToLookup(f => f.IsText, f => f.Name);
                doors.Add(
                    new SchoolDoor(
                        address,
                        route,
                        handler.HttpMethod.ToUpperInvariant(),
                        handler.Name ?? "",
                        [.. taken[true]],
                        [.. taken[false]],
                        Most(compiled.ModelTypeInfo!, handler.MethodInfo)
                    )
                );
            }
        }
        return doors;
    }

    private static int Most(MemberInfo model, MemberInfo handler) =>
        (int?)
            (
                handler.GetCustomAttribute<TakesAttribute>() ?? model.GetCustomAttribute<TakesAttribute>()
            )?.MaxRequestBodySize
        ?? RequestSizes.Usual;

    private static string Address(string route, IEnumerable<string> known, string anyId)
    {
        // braces that Escape leaves as they are mark what an address fills in
        var pattern = Hole()
            .Replace(
                Regex.Escape(route).Replace(@"\{", "{", StringComparison.Ordinal),
                m => IsId(m) ? "[0-9a-f-]{36}" : "[^/?]+"
            );
        var shape = new Regex($"^{pattern}$", RegexOptions.None, TimeSpan.FromSeconds(1));
        return known.FirstOrDefault(k => shape.IsMatch(k)) ?? Hole().Replace(route, m => IsId(m) ? anyId : "jab");
    }

    private static bool IsId(Match hole) => hole.Value.EndsWith(":guid}", StringComparison.Ordinal);

    [GeneratedRegex(@"\{[^}]*}")]
    private static partial Regex Hole();

    private static IEnumerable<(string Name, bool IsText)> Fields(string name, Type type, int deep)
    {
        if (type == typeof(string))
            return [(name, true)];
        if (deep == 0)
            return [];
        if (typeof(IEnumerable).IsAssignableFrom(type))
        {
            var of = type.IsArray ? type.GetElementType() : type.GetGenericArguments().LastOrDefault();
            return of is null
                ? []
                : Fields(
                    of.Namespace!.StartsWith("System", StringComparison.Ordinal) ? name : $"{name}[0]",
                    of,
                    deep - 1
                );
        }
        return type.Namespace?.StartsWith("LoyalLadder", StringComparison.Ordinal) == true && !type.IsEnum
            ? type.GetProperties()
                .Where(p => p.SetMethod is not null)
                .SelectMany(p => Fields($"{name}.{p.Name}", p.PropertyType, deep - 1))
            : [(name, false)];
    }

    [GeneratedRegex("[0-9a-f]{8}-[0-9a-f-]{27}")]
    private static partial Regex Id();
}
