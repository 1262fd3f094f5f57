using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Reflection;
using System.Text.RegularExpressions;

namespace LoyalLadder.Web.Pages;

/// <summary>One field of a form that two people filled differently.</summary>
public sealed record FieldClash(string Label, string Theirs, string Mine);

/// <summary>Somebody changed what a form is about while it was open: who, and both versions of every field that differs.</summary>
public sealed partial record EditConflict(string By, IReadOnlyList<FieldClash> Fields)
{
    /// <summary>Compares a form as somebody else left it with the form as it was typed.</summary>
    public static EditConflict Of<TForm>(string by, TForm theirs, TForm mine)
        where TForm : notnull =>
        new(
            by,
            [
                .. typeof(TForm)
                    .GetProperties()
                    .Where(p => p.GetIndexParameters().Length == 0)
                    .Select(p => new FieldClash(LabelOf(p), Text(p.GetValue(theirs)), Text(p.GetValue(mine))))
                    .Where(f => f.Theirs != f.Mine),
            ]
        );

    private static string LabelOf(PropertyInfo field) =>
        field.GetCustomAttribute<DisplayAttribute>()?.Name is { } name
            ? Say(name)
            : Capitals().Replace(field.Name, " $1").Trim().ToLowerInvariant();

    private static string Text(object? value) =>
        value switch
        {
            null => "",
            string text => text,
            System.Collections.IEnumerable several => string.Join(", ", several.Cast<object?>().Select(Text).Order()),
            _ => Convert.ToString(value, CultureInfo.InvariantCulture) ?? "",
        };

    [GeneratedRegex("([A-Z])", RegexOptions.CultureInvariant | RegexOptions.NonBacktracking)]
    private static partial Regex Capitals();
}
