using System.Collections.Concurrent;
using LoyalLadder.Core;
using LoyalLadder.Core.Terms;
using LoyalLadder.Data;
using LoyalLadder.Data.Terms;

namespace LoyalLadder.Web.Api;

/// <summary>A term to be laid out. Shapes, units and errors stand in docs/formats.md.</summary>
public sealed record TermRequest
{
    public required IReadOnlyList<TermSessionRequest> Sessions { get; init; }
    public required IReadOnlyList<TermItemRequest> Items { get; init; }
    public TermLimitsRequest Limits { get; init; } = new();
    public DateOnly? Grading { get; init; }
    public IReadOnlyList<TermPinRequest> Pins { get; init; } = [];
    public int Seed { get; init; } = 1;
    public int Seconds { get; init; } = 20;
}

public sealed record TermSessionRequest
{
    public required string Id { get; init; }
    public required DateOnly Date { get; init; }
    public required int Minutes { get; init; }
    public IReadOnlyList<string> Kit { get; init; } = [];
}

public sealed record TermItemRequest
{
    public required string Id { get; init; }
    public string? Name { get; init; }
    public int Wanted { get; init; } = 4;
    public IReadOnlyList<int> Seconds { get; init; } = [240, 150, 120];
    public IReadOnlyList<string> Kit { get; init; } = [];
    public IReadOnlyList<string> After { get; init; } = [];
    public TermTaughtRequest Taught { get; init; } = new();
    public decimal Weight { get; init; } = 1;
    public IReadOnlyList<string> Regions { get; init; } = [];
    public int Effort { get; init; } = 2;
}

public sealed record TermTaughtRequest
{
    public int Times { get; init; }
    public DateOnly? Last { get; init; }
    public int Stage { get; init; }
}

public sealed record TermLimitsRequest
{
    public int NewItems { get; init; } = 3;
    public int LeastDays { get; init; } = 2;
    public int MostDays { get; init; } = 21;
    public int FreeDays { get; init; } = 3;
    public bool RestRegions { get; init; } = true;
}

public sealed record TermPinRequest
{
    public required string Session { get; init; }
    public required string Item { get; init; }
    public required bool Must { get; init; }
}

/// <param name="Feasible">Some plan keeps the rules and the pins.</param>
/// <param name="Complete">Nothing is missing.</param>
/// <param name="Plan">All sessions in the order of their days.</param>
/// <param name="Missing">Exposures that no session holds.</param>
/// <param name="Bound">No plan with as little missing and as few long gaps has fewer gap days.</param>
/// <param name="Best">Nothing better exists.</param>
/// <param name="Score">How good it is.</param>
/// <param name="Relaxations">What would be enough alone.</param>
/// <param name="Seconds">How long it took.</param>
public sealed record TermAnswer(
    bool Feasible,
    bool Complete,
    IReadOnlyList<TermPlanned> Plan,
    IReadOnlyList<TermMissing> Missing,
    int Bound,
    bool Best,
    TermScoreAnswer? Score,
    IReadOnlyList<TermRelaxationAnswer> Relaxations,
    decimal Seconds
);

public sealed record TermPlanned(string Session, IReadOnlyList<string> Items);

public sealed record TermMissing(string Item, int Exposures);

public sealed record TermScoreAnswer(int Missing, int LongGaps, int GapDays, decimal MaxLoad, decimal FirstDay);

public sealed record TermRelaxationAnswer(string Kind, int Amount, IReadOnlyList<string> Items, string Text);

/// <summary>The term part of the JSON interface.</summary>
public static class TermsApi
{
    /// <summary>One solve a school at a time: a core is a school's for so long.</summary>
    private static readonly ConcurrentDictionary<Guid, SemaphoreSlim> Turns = new();

    public static void MapTermsApi(this IEndpointRouteBuilder routes) =>
        routes
            .MapPost("/api/v1/terms/plan", Plan)
            .AsApi<TermRequest, TermAnswer>("Lays out a term.", Access.Policies.ApiPlan);

    private static async Task<IResult> Plan(HttpContext context, SchoolScope scope, CancellationToken cancel)
    {
        var (request, refusal) = await ApiJson.Read<TermRequest>(
            context.Request,
            "Send at least sessions (id, date, minutes) and items (id).",
            cancel
        );
        if (request is null)
            return refusal!;
        if (Nulls(request).ToList() is { Count: > 0 } nulls)
            return ApiJson.Refuse(nulls);
        var ask = AskOf(request);
        if (TermProblems.Of(ask) is { Count: > 0 } problems)
            return ApiJson.Refuse([.. problems.Select(p => new ApiError(p.Field, null, null, p.Message))]);
        var turn = Turns.GetOrAdd(scope.SchoolId, _ => new SemaphoreSlim(1));
        await turn.WaitAsync(cancel);
        try
        {
            return Results.Ok(Answer(ask, await LowPriorityThread.Run(() => TermSolver.Solve(ask, stop: cancel))));
        }
        finally
        {
            turn.Release();
        }
    }

    private static IEnumerable<ApiError> Nulls(TermRequest request)
    {
        var outer = ApiJson
            .Nulls(("sessions", request.Sessions), ("items", request.Items), ("pins", request.Pins))
            .ToList();
        return outer.Count > 0
            ? outer
            : ApiJson.Nulls(
                request
                    .Items.SelectMany<TermItemRequest, (string, IEnumerable<object?>)>(
                        (item, i) =>
                            [
                                ($"items[{i}].kit", item.Kit),
                                ($"items[{i}].after", item.After),
                                ($"items[{i}].regions", item.Regions),
                            ]
                    )
                    .Concat(request.Sessions.Select((s, i) => ($"sessions[{i}].kit", (IEnumerable<object?>)s.Kit)))
            );
    }

    private static TermAsk AskOf(TermRequest request) =>
        new()
        {
            Sessions = request
                .Sessions.Select(s => new TermSession(s.Id, s.Date, s.Minutes, s.Kit.ToSequence()))
                .ToSequence(),
            Items = request.Items.Select(ItemOf).ToSequence(),
            Limits = new TermLimits
            {
                NewItems = request.Limits.NewItems,
                LeastDays = request.Limits.LeastDays,
                MostDays = request.Limits.MostDays,
                FreeDays = request.Limits.FreeDays,
                RestRegions = request.Limits.RestRegions,
            },
            Grading = request.Grading,
            Pins = request.Pins.Select(p => new TermPin(p.Session, p.Item, p.Must)).ToSequence(),
            Seed = request.Seed,
            SecondsToSolve = request.Seconds,
        };

    private static TermItem ItemOf(TermItemRequest item) =>
        new()
        {
            Id = item.Id,
            Name = item.Name ?? item.Id,
            Wanted = item.Wanted,
            Seconds = item.Seconds.ToSequence(),
            Kit = item.Kit.ToSequence(),
            After = item.After.ToSequence(),
            Taught = new TaughtBefore(item.Taught.Times, item.Taught.Last, item.Taught.Stage),
            Weight = item.Weight,
            Regions = item.Regions.ToSequence(),
            Effort = item.Effort,
        };

    private static TermAnswer Answer(TermAsk ask, TermSolved solved) =>
        new(
            solved.Plan is not null,
            solved.IsComplete,
            [.. solved.Plan?.Sessions.Select(s => new TermPlanned(s.Session, [.. s.Items])) ?? []],
            [.. MissingOf(ask, solved.Plan)],
            solved.Bound,
            solved.IsBest,
            solved.Score is { } s ? new TermScoreAnswer(s.Missing, s.LongGaps, s.GapDays, s.MaxLoad, s.FirstDay) : null,
            [.. solved.Relaxations.Select(r => Answer(ask, r))],
            solved.Seconds
        );

    private static IEnumerable<TermMissing> MissingOf(TermAsk ask, TermPlan? plan) =>
        ask
            .Items.Select(i => new TermMissing(i.Id, i.Open - (plan?.PlacesOf(i.Id).Count() ?? 0)))
            .Where(m => m.Exposures > 0);

    private static TermRelaxationAnswer Answer(TermAsk ask, TermRelaxation relaxation)
    {
        var kind = relaxation.Kind.ToString();
        return new TermRelaxationAnswer(
            char.ToLowerInvariant(kind[0]) + kind[1..],
            relaxation.Amount,
            [.. relaxation.Items],
            TermWords.Of(ask, relaxation)
        );
    }
}
