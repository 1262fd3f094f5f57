using System.Globalization;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace LoyalLadder.Mutants;

/// <summary>One change of meaning: a constant, a comparison or a branch.</summary>
/// <param name="Node">What is changed.</param>
/// <param name="Instead">What stands there instead.</param>
internal sealed record Mutation(SyntaxNode Node, SyntaxNode Instead)
{
    public string Place
    {
        get
        {
            var line = Node.GetLocation().GetLineSpan();
            return $"{Path.GetFileName(line.Path)}:{line.StartLinePosition.Line + 1}";
        }
    }

    public string Words => $"{Place}: {Short(Node)} -> {Short(Instead)}";

    public SyntaxNode Changed() => Node.SyntaxTree.GetRoot().ReplaceNode(Node, Instead.WithTriviaFrom(Node));

    private static string Short(SyntaxNode node)
    {
        var text = string.Join(' ', node.ToString().Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        return text.Length <= 90 ? text : text[..90] + "…";
    }

    /// <summary>All changes that can be made in a file.</summary>
    public static IEnumerable<Mutation> In(SyntaxTree tree, SemanticModel model) =>
        tree.GetRoot()
            .DescendantNodes(n => n is not (AttributeListSyntax or EnumDeclarationSyntax))
            .SelectMany(n => Of(n, model).Select(i => new Mutation(n, i)));

    private static IEnumerable<SyntaxNode> Of(SyntaxNode node, SemanticModel model) =>
        node switch
        {
            LiteralExpressionSyntax l => Constant(l),
            BinaryExpressionSyntax b => Comparison(b, model),
            RelationalPatternSyntax p when Other(p.OperatorToken.Kind()) is { } other =>
            [
                p.WithOperatorToken(SyntaxFactory.Token(other).WithTriviaFrom(p.OperatorToken)),
            ],
            IfStatementSyntax i => [i.WithCondition(Not(i.Condition))],
            ConditionalExpressionSyntax c => [c.WithCondition(Not(c.Condition))],
            MemberAccessExpressionSyntax m
                when m.Expression.ToString() == "Math" && m.Name.ToString() is "Max" or "Min" =>
            [
                m.WithName(SyntaxFactory.IdentifierName(m.Name.ToString() == "Max" ? "Min" : "Max")),
            ],
            _ => [],
        };

    private static PrefixUnaryExpressionSyntax Not(ExpressionSyntax condition) =>
        SyntaxFactory.PrefixUnaryExpression(
            SyntaxKind.LogicalNotExpression,
            SyntaxFactory.ParenthesizedExpression(condition.WithoutTrivia())
        );

    private static IEnumerable<SyntaxNode> Constant(LiteralExpressionSyntax literal)
    {
        var text = literal.Token.Value switch
        {
            int i => (i + 1).ToString(CultureInfo.InvariantCulture),
            long i => $"{i + 1}L",
            decimal d => (d == 0 ? 1m : d * 1.5m).ToString(CultureInfo.InvariantCulture) + "m",
            double d => (d == 0 ? 1 : d * 1.5).ToString("R", CultureInfo.InvariantCulture) + "d",
            bool b => b ? "false" : "true",
            _ => null,
        };
        return text is null ? [] : [SyntaxFactory.ParseExpression(text)];
    }

    private static IEnumerable<SyntaxNode> Comparison(BinaryExpressionSyntax binary, SemanticModel model)
    {
        var kind = binary.OperatorToken.Kind();
        var isNumber = model.GetTypeInfo(binary).Type?.SpecialType is not (SpecialType.System_String or null);
        if (kind is SyntaxKind.PlusToken or SyntaxKind.MinusToken && !isNumber)
            yield break;
        if (Other(kind) is { } other)
            yield return SyntaxFactory.ParseExpression($"{binary.Left} {SyntaxFactory.Token(other)} {binary.Right}");
    }

    private static SyntaxKind? Other(SyntaxKind kind) =>
        kind switch
        {
            SyntaxKind.LessThanToken => SyntaxKind.LessThanEqualsToken,
            SyntaxKind.LessThanEqualsToken => SyntaxKind.LessThanToken,
            SyntaxKind.GreaterThanToken => SyntaxKind.GreaterThanEqualsToken,
            SyntaxKind.GreaterThanEqualsToken => SyntaxKind.GreaterThanToken,
            SyntaxKind.EqualsEqualsToken => SyntaxKind.ExclamationEqualsToken,
            SyntaxKind.ExclamationEqualsToken => SyntaxKind.EqualsEqualsToken,
            SyntaxKind.AmpersandAmpersandToken => SyntaxKind.BarBarToken,
            SyntaxKind.BarBarToken => SyntaxKind.AmpersandAmpersandToken,
            SyntaxKind.PlusToken => SyntaxKind.MinusToken,
            SyntaxKind.MinusToken => SyntaxKind.PlusToken,
            _ => null,
        };
}
