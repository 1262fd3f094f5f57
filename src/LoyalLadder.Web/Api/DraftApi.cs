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
}

/// <param name="Sheet">The sheet as text.</param>
/// <param name="Lines">Its entries with why they are there.</param>
/// <param name="TotalSeconds">By the clock, opening and closing included.</param>
public sealed record DraftAnswer(string Sheet, IReadOnlyList<DraftLineAnswer> Lines, int TotalSeconds);

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
        var (sheet, errors) = await drafts.Write(request.ClassId, request.Date, request.Seed, cancel);
        if (sheet is null)
            return ApiJson.Refuse([
                .. errors.All.Select(e => new ApiError(
                    char.ToLowerInvariant(e.Field[0]) + e.Field[1..],
                    null,
                    null,
                    e.Message
                )),
            ]);
        return Results.Ok(
            new DraftAnswer(sheet.Text, [.. sheet.Lines.Select(l => new DraftLineAnswer(l.Text, l.Why))], sheet.Seconds)
        );
    }
}
