using System.Reflection;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Data;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Pages;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using NetArchTest.Rules;

namespace LoyalLadder.Web.Tests;

/// <summary>Every arrow of the house: pages show, Data loads and stores, Core has the rules and knows neither.</summary>
public sealed partial class HouseTests
{
    private static readonly Assembly Core = typeof(LessonPlan).Assembly;
    private static readonly Assembly Data = typeof(LadderContext).Assembly;
    private static readonly Assembly Web = typeof(Program).Assembly;

    private static readonly Type[] Pages =
    [
        .. Web.GetTypes().Where(t => t.IsSubclassOf(typeof(PageModel)) && !t.IsAbstract),
    ];

    private static void Holds(ConditionList rule) =>
        Assert.Equal([], rule.GetResult().FailingTypes?.Select(t => t.FullName) ?? []);

    [Theory]
    [InlineData("LoyalLadder.Data")]
    [InlineData("LoyalLadder.Web")]
    [InlineData("Microsoft.EntityFrameworkCore")]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Npgsql")]
    public void Core_knows_nothing_of(string outside) =>
        Holds(Types.InAssembly(Core).ShouldNot().HaveDependencyOn(outside));

    [Theory]
    [InlineData("LoyalLadder.Web")]
    [InlineData("Microsoft.AspNetCore.Mvc")]
    [InlineData("Microsoft.AspNetCore.Http")]
    public void Data_knows_nothing_of(string outside) =>
        Holds(Types.InAssembly(Data).ShouldNot().HaveDependencyOn(outside));

    [Fact]
    public void Pages_and_the_interface_for_programs_hold_no_queries() =>
        Holds(
            Types
                .InAssembly(Web)
                .That()
                .ResideInNamespaceMatching("LoyalLadder.Web.(Pages|Api)")
                .ShouldNot()
                .HaveDependencyOnAny("Microsoft.EntityFrameworkCore", "LoyalLadder.Data.LadderContext")
        );

    /// <summary>A page that does more is two pages.</summary>
    [Fact]
    public void No_page_has_more_than_eight_handlers()
    {
        var handlers = Pages.ToDictionary(
            p => p.FullName!,
            p =>
                p.GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly)
                    .Count(m => Handler().IsMatch(m.Name))
        );
        Assert.Contains(handlers.Values, h => h > 4);
        Assert.Equal([], handlers.Where(h => h.Value > 8).Select(h => $"{h.Key}: {h.Value}"));
    }

    [GeneratedRegex("^On(Get|Post)[A-Za-z]*$")]
    private static partial Regex Handler();

    /// <summary>What is written by hand: no migrations, and no data in C#.</summary>
    private static IEnumerable<(string File, SyntaxNode Root)> Written() =>
        Directory
            .EnumerateFiles(Path.Combine(Folder, "src"), "*.cs", SearchOption.AllDirectories)
            .Select(f => Path.GetRelativePath(Folder, f))
            .Where(f => !f.Split('/').Intersect(["obj", "bin", "Migrations", "node_modules"]).Any())
            .Select(f => (f, CSharpSyntaxTree.ParseText(File.ReadAllText(Path.Combine(Folder, f))).GetRoot()));

    /// <summary>The folder of the project, above whatever was built.</summary>
    internal static string Folder { get; } = FolderOf(new DirectoryInfo(AppContext.BaseDirectory));

    private static string FolderOf(DirectoryInfo folder) =>
        File.Exists(Path.Combine(folder.FullName, "LoyalLadder.slnx")) ? folder.FullName : FolderOf(folder.Parent!);

    private static int Lines(SyntaxNode node)
    {
        var span = node.GetLocation().GetLineSpan();
        return span.EndLinePosition.Line - span.StartLinePosition.Line + 1;
    }

    [Fact]
    public void No_file_is_over_400_lines_and_no_method_over_40()
    {
        var written = Written().ToList();
        Assert.True(written.Count > 250);
        Assert.Equal([], written.Where(f => Lines(f.Root) > 401).Select(f => $"{f.File}: {Lines(f.Root)} lines"));
        var lengthy = written
            .SelectMany(f => f.Root.DescendantNodes().Select(n => (f.File, Node: n)))
            .Where(m => m.Node is BaseMethodDeclarationSyntax or LocalFunctionStatementSyntax && Lines(m.Node) > 40)
            .Select(m =>
                $"{m.File}: {m.Node.ToString().Split('(')[0].Split('\n')[^1].Trim()} has {Lines(m.Node)} lines"
            );
        Assert.Equal([], lengthy);
    }

    /// <summary>Words between tags, on buttons and in titles come from the files of words, so that none stays English.</summary>
    [Fact]
    public void Every_word_of_a_page_passes_Say()
    {
        var pages = Directory
            .EnumerateFiles(Path.Combine(Folder, "src/LoyalLadder.Web/Pages"), "*.cshtml", SearchOption.AllDirectories)
            .Select(f => (Name: Path.GetFileName(f), Text: File.ReadAllText(f)))
            .ToList();
        Assert.True(pages.Count > 140);
        Assert.Equal([], pages.SelectMany(p => Unsaid().Matches(p.Text).Select(m => $"{p.Name}: {m.Value}")));
    }

    /// <summary>The same of what is told after a press, and beside a field: 'Saved.' was English in every language.</summary>
    [Fact]
    public void Every_word_that_is_told_passes_Say()
    {
        HashSet<string> tellers = ["Tell", "Refuse", "Told", "Refused", "Done", "AddModelError"];
        var unsaid =
            from file in Written()
            where file.File.StartsWith("src/LoyalLadder.Web/Pages", StringComparison.Ordinal)
            from call in file.Root.DescendantNodes().OfType<InvocationExpressionSyntax>()
            where tellers.Contains(call.Expression.ToString().Split('.', '<')[^1])
            from argument in call.ArgumentList.Arguments
            where
                argument.Expression is LiteralExpressionSyntax { Token.ValueText: var words }
                && (words.Contains(' ', StringComparison.Ordinal) || words.EndsWith('.'))
            select $"{file.File}: {argument}";
        Assert.Equal([], unsaid);
    }

    // no sign of code among the words: what is left is text
    [GeneratedRegex(
        """(?<![=\-@])>[^<>@{}()=;]*[A-Za-z]{3,}[^<>@{}()=;]*</|(?:aria-label|title|alt)="[^"@]*[A-Za-z]{3,}|"Title"\] = \$?"[A-Za-z]{3,}"""
    )]
    private static partial Regex Unsaid();

    [Fact]
    public void No_page_model_is_over_200_lines() =>
        Assert.Equal(
            [],
            Written()
                .Where(f => f.File.EndsWith(".cshtml.cs", StringComparison.Ordinal) && Lines(f.Root) > 201)
                .Select(f => $"{f.File}: {Lines(f.Root)}")
        );

    [Fact]
    public void Every_post_says_who_may_send_it()
    {
        var silent = Pages
            .Where(p => p.GetCustomAttribute<AllowAnonymousAttribute>() is null)
            .SelectMany(p => p.GetMethods())
            .Where(m => m.Name.StartsWith("OnPost", StringComparison.Ordinal))
            .Where(m => m.GetCustomAttribute<ForAttribute>() is null)
            .Select(m => $"{m.DeclaringType!.FullName}.{m.Name}");
        Assert.Equal([], silent);
    }

    [Fact]
    public void Rooms_share_one_base() =>
        Assert.Equal(
            [],
            Pages
                .Where(p =>
                    p.Namespace
                        is not (
                            "LoyalLadder.Web.Pages.SignIn"
                            or "LoyalLadder.Web.Pages.Wall"
                            or "LoyalLadder.Web.Pages.Practice"
                        )
                    && p.Name is not ("TroubleModel" or "OfflineModel")
                )
                .Where(p => !p.IsSubclassOf(typeof(RoomPage)))
                .Select(p => p.FullName)
        );
}
