using LoyalLadder.Core.Drafting;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Api;

/// <summary>Which session a sheet is drafted for.</summary>
public sealed record DraftRequest
{
    /// <summary>The class.</summary>
    public required Guid ClassId { get; init; }

    /// <summary>The day of the session.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>Another seed gives another sheet.</summary>
    public int Seed { get; init; } = 1;

    /// <summary>What it should be about, as an answer's 'item' names it; left out for what helps most.</summary>
    public string? Theme { get; init; }
}

/// <param name="Item">The technique's id, or '#' and the number of a combination.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Helps">Whose next rank lacks nothing else.</param>
public sealed record DraftThemeAnswer(string Item, string Name, IReadOnlyList<string> Helps);

/// <param name="ThemeShare">Of the lines, how many belong to the theme, 0 to 1.</param>
/// <param name="Lines">How many lines there are.</param>
public sealed record DraftScoreAnswer(double ThemeShare, int Lines);

/// <param name="Theme">Another theme, best first.</param>
public sealed record DraftOtherAnswer(DraftThemeAnswer Theme);

/// <param name="Theme">What the lesson is about; null where nothing is due.</param>
/// <param name="Sheet">The sheet as text with its head: title, class, focus.</param>
/// <param name="Lines">Its lines in order with why they are there.</param>
/// <param name="TotalSeconds">By the clock, opening and closing included.</param>
/// <param name="Score">How it keeps to its theme.</param>
/// <param name="Others">What it could be about instead.</param>
public sealed record DraftAnswer(
    DraftThemeAnswer? Theme,
    string Sheet,
    IReadOnlyList<DraftLineAnswer> Lines,
    int TotalSeconds,
    DraftScoreAnswer Score,
    IReadOnlyList<DraftOtherAnswer> Others
);

public sealed record DraftLineAnswer(string Text, string Why);

/// <summary>Drafted sheets as JSON.</summary>
public static class DraftApi
{
    public static void MapDraftApi(this IEndpointRouteBuilder routes) =>
        routes
            .MapPost("/api/v1/lessons/draft", Draft)
            .AsApi<DraftRequest, DraftAnswer>("Drafts the sheet of a class's session; nothing is kept.");

    private static async Task<IResult> Draft(HttpContext context, DraftBook drafts, CancellationToken cancel)
    {
        var (request, refusal) = await ApiJson.Read<DraftRequest>(context.Request, "Send classId and date.", cancel);
        if (request is null)
            return refusal!;
        var (sheet, errors) = await drafts.Write(
            request.ClassId,
            request.Date,
            new DraftWish { Seed = request.Seed, Theme = request.Theme },
            cancel
        );
        if (sheet is null)
            return ApiJson.Refuse([
                .. errors.All.Select(e => new ApiError(
                    char.ToLowerInvariant(e.Field[0]) + e.Field[1..],
                    null,
                    null,
                    e.Message
                )),
            ]);
        var lines = sheet.Lines.Where(l => !l.IsHeading).ToList();
        return Results.Ok(
            new DraftAnswer(
                sheet.Theme is { } theme ? Of(theme) : null,
                sheet.Text,
                [.. lines.Select(l => new DraftLineAnswer(l.Text, l.Why))],
                sheet.Seconds,
                new DraftScoreAnswer(
                    Math.Round(lines.Count(l => l.IsOfTheme) / (double)Math.Max(1, lines.Count), 2),
                    lines.Count
                ),
                [
                    .. sheet
                        .Themes.Where(t => t.Learnable != sheet.Theme?.Learnable)
                        .Take(MostOthers)
                        .Select(t => new DraftOtherAnswer(Of(t))),
                ]
            )
        );
    }

    private const int MostOthers = 5;

    private static DraftThemeAnswer Of(DraftTheme theme) =>
        new(theme.Learnable, theme.Name, [.. theme.Helps.Select(h => h.Name).Where(n => n.Length > 0)]);
}
