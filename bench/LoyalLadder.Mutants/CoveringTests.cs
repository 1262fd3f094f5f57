using System.Diagnostics;
using System.Text.RegularExpressions;

namespace LoyalLadder.Mutants;

/// <summary>The tests of Core in a folder of their own, where Core is exchanged for a changed one.</summary>
internal sealed partial class CoveringTests
{
    private const string Core = "LoyalLadder.Core.dll";
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(3);

    private readonly string _folder;
    private readonly List<(string Class, string Folder, string Text)> _classes;

    /// <param name="tests">The source of the tests.</param>
    /// <param name="built">Where they were built.</param>
    /// <param name="folder">A folder of this one's own.</param>
    public CoveringTests(string tests, string built, string folder)
    {
        _folder = folder;
        foreach (var file in Directory.EnumerateFiles(built, "*", SearchOption.AllDirectories))
        {
            var to = Path.Combine(folder, Path.GetRelativePath(built, file));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.Copy(file, to, overwrite: true);
        }
        _classes =
        [
            .. Directory
                .EnumerateFiles(tests, "*.cs", SearchOption.AllDirectories)
                .Where(f =>
                    !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal)
                )
                .Select(f => (File: f, Text: File.ReadAllText(f)))
                .Where(f =>
                    f.Text.Contains("[Fact]", StringComparison.Ordinal)
                    || f.Text.Contains("[Theory]", StringComparison.Ordinal)
                )
                .SelectMany(f =>
                    Name()
                        .Matches(f.Text)
                        .Select(m =>
                            (
                                Class: $"{Space().Match(f.Text).Groups[1].Value}.{m.Groups[1].Value}",
                                Folder: Path.GetRelativePath(tests, f.File).Split('/')[0],
                                f.Text
                            )
                        )
                ),
        ];
    }

    public string CorePath => Path.Combine(_folder, Core);

    /// <summary>Whether the tests of the folder itself pass, and then those elsewhere that name a type of the file.</summary>
    public bool AllPass(string folder, IReadOnlyCollection<string> types)
    {
        bool IsOwn(string of) => of == folder.Split('/')[0];
        var own = _classes.Where(c => IsOwn(c.Folder)).Select(c => c.Class).Distinct().ToList();
        var others = _classes
            .Where(c => !IsOwn(c.Folder) && types.Any(t => Regex.IsMatch(c.Text, $@"\b{t}\b")))
            .Select(c => c.Class)
            .Distinct()
            .ToList();
        return Pass(own) && (others.Count == 0 || Pass(others));
    }

    /// <summary>Whether all of them pass; too long is as bad as failing.</summary>
    private bool Pass(IEnumerable<string> classes)
    {
        var info = new ProcessStartInfo(Path.Combine(_folder, "LoyalLadder.Core.Tests"))
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = _folder,
        };
        info.ArgumentList.Add("-stopOnFail");
        foreach (var name in classes)
        {
            info.ArgumentList.Add("-class");
            info.ArgumentList.Add(name);
        }
        info.Environment["DOTNET_TieredPGO"] = "0";
        using var run = Process.Start(info)!;
        var read = Task.WhenAll(run.StandardOutput.ReadToEndAsync(), run.StandardError.ReadToEndAsync());
        if (!run.WaitForExit(Longest))
        {
            run.Kill(entireProcessTree: true);
            return false;
        }
        _ = read;
        return run.ExitCode == 0;
    }

    [GeneratedRegex(@"^public (?:sealed )?(?:partial )?class (\w+)", RegexOptions.Multiline)]
    private static partial Regex Name();

    [GeneratedRegex(@"^namespace ([\w.]+);", RegexOptions.Multiline)]
    private static partial Regex Space();
}
