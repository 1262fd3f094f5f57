using LoyalLadder.Core.Rounds;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Api;

public sealed record RoundsAnswer(IReadOnlyList<RoundAnswer> Rounds, BalanceAnswer Balance);

public sealed record RoundAnswer(IReadOnlyList<CallAnswer> Calls);

/// <param name="At">Second of the round at which it is called.</param>
/// <param name="Seconds">To answer it, at a brisk pace.</param>
/// <param name="Words">What the holder says.</param>
/// <param name="Notation">What is done.</param>
/// <param name="Holder">What the holder shows, in the holder's own left and right.</param>
/// <param name="Burst">It belongs to the last ten seconds.</param>
public sealed record CallAnswer(decimal At, decimal Seconds, string Words, string Notation, string Holder, bool Burst);

/// <param name="Left">Strikes with the left.</param>
/// <param name="Right">Strikes with the right.</param>
/// <param name="Focus">What each focus got of all strikes.</param>
/// <param name="Difficulty">Mean difficulty of each round's calls.</param>
public sealed record BalanceAnswer(
    int Left,
    int Right,
    IReadOnlyList<FocusAnswer> Focus,
    IReadOnlyList<decimal> Difficulty
);

public sealed record FocusAnswer(string Item, decimal Asked, decimal Share);

/// <summary>Called pad rounds as JSON.</summary>
public static class RoundsApi
{
    public static void MapRoundsApi(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/v1/rounds", Rounds).AsApi<RoundRequest, RoundsAnswer>("Makes the calls of pad rounds.");

    private static async Task<IResult> Rounds(
        HttpContext context,
        OwnSchool own,
        RoundsBook book,
        CancellationToken cancel
    )
    {
        var (request, refusal) = await ApiJson.Read<RoundRequest>(context.Request, "Send at least ageBand.", cancel);
        if (request is null)
            return refusal!;
        if (ApiJson.Nulls(("focus", request.Focus)).ToList() is { Count: > 0 } nulls)
            return ApiJson.Refuse(nulls);
        var facts = await own.Facts(cancel);
        if (NamingWords.Read(request.Naming, facts.School.Naming) is not { } naming)
            return ApiJson.Refuse([new ApiError("naming", null, null, NamingWords.Expected)]);
        var made = await book.Make(request, naming, cancel);
        return made.Rounds is { } rounds
            ? Results.Ok(Answer(rounds))
            : ApiJson.Refuse([.. made.Refusals.Select(r => new ApiError(r.Field, null, null, r.Message))]);
    }

    private static RoundsAnswer Answer(CalledRounds made) =>
        new(
            [.. made.Rounds.Select(r => new RoundAnswer([.. r.Calls.Select(Answer)]))],
            new BalanceAnswer(
                made.Left,
                made.Right,
                [.. made.Focus.Select(f => new FocusAnswer(f.Words, f.Asked, f.Share))],
                [.. made.Rounds.Select(r => r.Difficulty)]
            )
        );

    private static CallAnswer Answer(CalledMove call) =>
        new(Plain(call.At), Plain(call.Seconds), call.Words, call.Notation, call.Holder, call.IsBurst);

    /// <summary>1.5 rather than 1.500.</summary>
    private static decimal Plain(decimal seconds) => seconds / 1.0000000000000000000000000000m;
}
