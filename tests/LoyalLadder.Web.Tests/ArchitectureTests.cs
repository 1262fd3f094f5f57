namespace LoyalLadder.Web.Tests;

/// <summary>The folders of Core point one way, and docs/architecture.md draws them as they are.</summary>
public sealed class ArchitectureTests
{
    private const string Begin = "<!-- arrows: drawn by ArchitectureTests -->",
        End = "<!-- end of arrows -->";

    private static readonly FolderArrows Arrows = new(Path.Combine(HouseTests.Folder, "src/LoyalLadder.Core"));

    private static readonly string Page = Path.Combine(HouseTests.Folder, "docs/architecture.md");

    [Fact]
    public void No_folder_of_Core_comes_back_to_itself()
    {
        Assert.True(Arrows.Folders.Count > 20);
        Assert.Equal("", string.Join('\n', Arrows.Circles()));
    }

    /// <summary>With LOYALLADDER_DRAW set the table is written anew.</summary>
    [Fact]
    public void The_table_of_folders_is_as_the_sources_have_it()
    {
        var page = File.ReadAllText(Page);
        var (before, after) = (page.Split(Begin)[0], page.Split(End)[1]);
        var drawn = $"{before}{Begin}\n\n{Arrows.Table()}\n\n{End}{after}";
        if (Environment.GetEnvironmentVariable("LOYALLADDER_DRAW") is { Length: > 0 })
            File.WriteAllText(Page, drawn);
        Assert.Equal(drawn, File.ReadAllText(Page));
    }

    /// <summary>Each folder has its paragraph, and each paragraph its folder.</summary>
    [Fact]
    public void Every_folder_of_Core_is_told_of()
    {
        var told = File.ReadAllLines(Page)
            .Where(l => l.StartsWith("- **", StringComparison.Ordinal))
            .Select(l => l.Split("**")[1])
            .Order(StringComparer.Ordinal);
        Assert.Equal(Arrows.Folders.Where(f => f != ".").Order(StringComparer.Ordinal), told);
    }
}
