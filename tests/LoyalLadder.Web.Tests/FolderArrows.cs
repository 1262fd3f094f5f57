using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace LoyalLadder.Web.Tests;

/// <summary>
/// Which folder of Core uses which, by every symbol that its sources name: types, members and constants, those included that the
/// compiler writes in and no assembly shows any more.
/// </summary>
internal sealed class FolderArrows
{
    private readonly SortedDictionary<string, SortedSet<string>> _uses = new(StringComparer.Ordinal);

    public FolderArrows(string core)
    {
        var sources = Directory
            .EnumerateFiles(core, "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/bin/", StringComparison.Ordinal))
            // what the build writes: usings that hold everywhere
            .Where(f =>
                !f.Contains("/obj/", StringComparison.Ordinal)
                || f.EndsWith(".GlobalUsings.g.cs", StringComparison.Ordinal)
            )
            .DistinctBy(f => f.Contains("/obj/", StringComparison.Ordinal) ? Path.GetFileName(f) : f);
        var compilation = CSharpCompilation.Create(
            "Core",
            sources.Select(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f), path: f)),
            ((string)AppContext.GetData("TRUSTED_PLATFORM_ASSEMBLIES")!)
                .Split(Path.PathSeparator)
                .Where(a => !Path.GetFileName(a).StartsWith("LoyalLadder.", StringComparison.Ordinal))
                .Select(a => MetadataReference.CreateFromFile(a))
        );
        foreach (
            var tree in compilation.SyntaxTrees.Where(t => !t.FilePath.Contains("/obj/", StringComparison.Ordinal))
        )
        {
            var (from, model) = (FolderOf(core, tree.FilePath), compilation.GetSemanticModel(tree));
            if (!_uses.TryGetValue(from, out var uses))
                _uses[from] = uses = new SortedSet<string>(StringComparer.Ordinal);
            foreach (
                var name in tree.GetRoot()
                    .DescendantNodes(n => n is not UsingDirectiveSyntax)
                    .OfType<SimpleNameSyntax>()
            )
                if (
                    SourceOf(model.GetSymbolInfo(name).Symbol) is { } source
                    && FolderOf(core, source) is var to
                    && to != from
                )
                    uses.Add(to);
        }
    }

    private static string FolderOf(string core, string file) =>
        Path.GetDirectoryName(Path.GetRelativePath(core, file)) is { Length: > 0 } folder ? folder : ".";

    private static string? SourceOf(ISymbol? symbol) =>
        symbol is null or INamespaceSymbol or ILocalSymbol or IParameterSymbol
            ? null
            : (symbol is IMethodSymbol { ReducedFrom: { } whole } ? whole : symbol)
                .OriginalDefinition.DeclaringSyntaxReferences.FirstOrDefault()
                ?.SyntaxTree.FilePath;

    public IReadOnlyCollection<string> Folders => _uses.Keys;

    /// <summary>Folders that come back to themselves, each with the way.</summary>
    public IEnumerable<string> Circles() => _uses.Keys.Select(f => Way(f, f)).OfType<string>();

    /// <summary>The shortest way along arrows.</summary>
    private string? Way(string from, string to)
    {
        var waiting = new Queue<(string At, string Way)>([(from, from)]);
        var seen = new HashSet<string>();
        while (waiting.TryDequeue(out var step))
            foreach (var next in _uses.GetValueOrDefault(step.At) ?? [])
            {
                if (next == to)
                    return $"{step.Way} -> {to}";
                if (seen.Add(next))
                    waiting.Enqueue((next, $"{step.Way} -> {next}"));
            }
        return null;
    }

    /// <summary>A table: what uses nothing stands first, and nothing uses what stands below it.</summary>
    public string Table()
    {
        var (placed, lines) = (new HashSet<string>(), new List<string> { "| folder | uses |", "|---|---|" });
        while (placed.Count < _uses.Count)
        {
            var next = _uses.First(f => !placed.Contains(f.Key) && f.Value.All(placed.Contains));
            placed.Add(next.Key);
            lines.Add($"| {Named(next.Key)} | {string.Join(", ", next.Value.Select(Named))} |");
        }
        return string.Join('\n', lines);
    }

    private static string Named(string folder) => folder == "." ? "(Core itself)" : folder;
}
