namespace LoyalLadder.Web.Tests;

/// <summary>What many tests do with a sheet.</summary>
internal static class Sheets
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Begins a sheet for a class; its address.</summary>
    public static async Task<string> Begin(
        Visitor visitor,
        string text,
        string group = "Kites",
        string date = "2041-06-06"
    ) =>
        (
            await visitor.Post(
                "/sheets/new",
                "/sheets/new",
                ("ClassId", await ClassId(visitor, group)),
                ("Date", date),
                ("Text", text)
            )
        ).Headers.Location!.ToString();

    public static async Task<string> ClassId(Visitor visitor, string group) =>
        (await visitor.Page("/sheets/new"))
            .QuerySelectorAll("#ClassId option")
            .First(o => o.TextContent.StartsWith(group, StringComparison.Ordinal))
            .GetAttribute("value")!;

    /// <summary>The sheet as text.</summary>
    public static async Task<string> Text(Visitor visitor, string sheet) =>
        await (await visitor.Get($"{sheet}/files?handler=Text")).Content.ReadAsStringAsync(Cancel);
}
