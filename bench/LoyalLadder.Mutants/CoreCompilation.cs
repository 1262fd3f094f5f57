using System.Reflection;
using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.Diagnostics;

namespace LoyalLadder.Mutants;

/// <summary>Core as the compiler has it, so that one file can be changed and the rest be built again in a second or two.</summary>
internal sealed class CoreCompilation
{
    private readonly List<ResourceDescription> _resources;

    public CSharpCompilation Compilation { get; }

    /// <param name="folder">The folder of the project's repository.</param>
    /// <param name="built">The folder in which the tests were built: Core's packages lie there.</param>
    public CoreCompilation(string folder, string built)
    {
        var core = Path.Combine(folder, "src/LoyalLadder.Core");
        var options = new CSharpParseOptions(LanguageVersion.Latest);
        var made = Path.Combine(core, "obj/Release/net10.0");
        var files = Directory
            .EnumerateFiles(core, "*.cs", SearchOption.AllDirectories)
            .Where(f =>
                !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal)
            )
            .Concat(Directory.EnumerateFiles(made, "*.cs"));
        var compilation = CSharpCompilation.Create(
            "LoyalLadder.Core",
            files.Select(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f), options, f)),
            References(built),
            new CSharpCompilationOptions(
                OutputKind.DynamicallyLinkedLibrary,
                optimizationLevel: OptimizationLevel.Release,
                nullableContextOptions: NullableContextOptions.Enable,
                allowUnsafe: true
            )
        );
        CSharpGeneratorDriver
            .Create([.. Generators().Select(g => g)], parseOptions: options)
            .RunGeneratorsAndUpdateCompilation(compilation, out var whole, out _);
        Compilation = (CSharpCompilation)whole;
        _resources = Resources(Path.Combine(built, "LoyalLadder.Core.dll"));
    }

    /// <summary>Builds Core with one file changed.</summary>
    /// <returns>Whether it compiles.</returns>
    public bool Build(SyntaxTree tree, SyntaxNode changed, string into)
    {
        var other = tree.WithRootAndOptions(changed, tree.Options);
        using var file = File.Create(into);
        return Compilation.ReplaceSyntaxTree(tree, other).Emit(file, manifestResources: _resources).Success;
    }

    private static string Packs =>
        Path.Combine(
            Path.GetDirectoryName(typeof(object).Assembly.Location)!,
            "../../../packs/Microsoft.NETCore.App.Ref"
        );

    private static string Pack =>
        Directory
            .EnumerateDirectories(Packs)
            .Order(StringComparer.Ordinal)
            .Last(d => Path.GetFileName(d).StartsWith("10.", StringComparison.Ordinal));

    private static IEnumerable<MetadataReference> References(string built) =>
        Directory
            .EnumerateFiles(Path.Combine(Pack, "ref/net10.0"), "*.dll")
            .Concat(
                ((string[])["Superpower.dll", "Google.OrTools.dll", "Google.Protobuf.dll", "CsvHelper.dll"])
                    .Select(n => Path.Combine(built, n))
                    .Where(File.Exists)
            )
            .Select(f => MetadataReference.CreateFromFile(f));

    private static IEnumerable<ISourceGenerator> Generators() =>
        Directory
            .EnumerateFiles(Path.Combine(Pack, "analyzers/dotnet/cs"), "*.dll")
            .SelectMany(f => new AnalyzerFileReference(f, new Loader()).GetGenerators(LanguageNames.CSharp));

    private static List<ResourceDescription> Resources(string assembly)
    {
        using var file = new PEReader(File.OpenRead(assembly));
        var names = file.GetMetadataReader()
            .ManifestResources.Select(r =>
                file.GetMetadataReader().GetString(file.GetMetadataReader().GetManifestResource(r).Name)
            );
        var loaded = Assembly.LoadFile(Path.GetFullPath(assembly));
        return
        [
            .. names
                .ToList()
                .Select(n => new ResourceDescription(n, () => loaded.GetManifestResourceStream(n)!, isPublic: true)),
        ];
    }

    private sealed class Loader : IAnalyzerAssemblyLoader
    {
        public void AddDependencyLocation(string fullPath) { }

        public Assembly LoadFromPath(string fullPath) => Assembly.LoadFrom(fullPath);
    }
}
