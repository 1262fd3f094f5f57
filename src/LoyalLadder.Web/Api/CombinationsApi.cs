using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Api;

/// <summary>What a trace is asked. Shapes, units and errors stand in docs/formats.md.</summary>
public sealed record TraceRequest
{
    public required string Notation { get; init; }
    public required string Lead { get; init; }
    public required string AgeBand { get; init; }
    public string? Naming { get; init; }

    /// <summary>partner, the default, or solo.</summary>
    public string? Setting { get; init; }

    /// <summary>The partner's lead: same, the default, or opposite.</summary>
    public string? Partner { get; init; }
}

public sealed record TraceAnswer(
    int Counts,
    int Beats,
    int Strikes,
    RepSecondsAnswer RepSeconds,
    EndAnswer End,
    int Cycle,
    decimal Flow,
    int Difficulty,
    IReadOnlyList<StepAnswer> Steps,
    IReadOnlyList<FindingAnswer> Findings
);

public sealed record RepSecondsAnswer(decimal Walk, decimal Steady, decimal Brisk, decimal Called);

public sealed record EndAnswer(string Lead, int Facing, decimal X, decimal Y);

public sealed record PlaceAnswer(decimal X, decimal Y);

public sealed record StepAnswer(
    int Count,
    int Beat,
    IReadOnlyList<ElementAnswer> Elements,
    string Lead,
    int Facing,
    decimal X,
    decimal Y,
    PlaceAnswer LeftFoot,
    PlaceAnswer RightFoot,
    string Range,
    string Holder
);

public sealed record ElementAnswer(string Technique, string Side, string BodySide, string? Level, string Power);

public sealed record FindingAnswer(string Code, string Severity, int Beat, string Message, string? Fix);

/// <summary>The combination part of the JSON interface.</summary>
public static class CombinationsApi
{
    public static void MapCombinationsApi(this IEndpointRouteBuilder routes) =>
        routes
            .MapPost("/api/v1/combinations/trace", Trace)
            .AsApi<TraceRequest, TraceAnswer>("Follows a combination over the floor.");

    private static async Task<IResult> Trace(HttpContext context, OwnSchool own, CancellationToken cancel)
    {
        var (request, refusal) = await ApiJson.Read<TraceRequest>(
            context.Request,
            "Send at least notation, lead and ageBand.",
            cancel
        );
        if (request is null)
            return refusal!;
        var facts = await own.Facts(cancel);
        var (asked, errors) = Asked(request, facts.School.Naming);
        if (asked is null)
            return ApiJson.Refuse(errors);
        var reading = facts.Material.Notation(asked.Naming).Read(request.Notation);
        if (reading.Combination is not { } combination)
            return ApiJson.Refuse([.. reading.Errors.Select(Error)]);
        var tracer = facts.Material.Tracer(asked.Naming);
        return Results.Ok(Answer(tracer.Trace(combination, asked.Ask), tracer, asked.Naming));
    }

    private sealed record TraceAsked(TraceAsk Ask, NamingSchool Naming);

    /// <summary>What is asked for, or all that is wrong with it.</summary>
    private static (TraceAsked? Asked, List<ApiError> Errors) Asked(TraceRequest request, NamingSchool schools)
    {
        var lead = Leads.Read(request.Lead);
        var band = AgeBands.Read(request.AgeBand);
        var naming = NamingWords.Read(request.Naming, schools);
        var errors = new List<ApiError>();
        Check(lead is not null, "lead", "Send left or right.");
        Check(band is not null, "ageBand", "Send kids, teens or adults.");
        Check(naming is not null, "naming", NamingWords.Expected);
        Check(request.Setting is null or "partner" or "solo", "setting", "Send partner or solo, or leave it out.");
        Check(request.Partner is null or "same" or "opposite", "partner", "Send same or opposite, or leave it out.");
        if (errors.Count == 0)
            return (
                new TraceAsked(
                    new TraceAsk(lead!.Value, band!.Value)
                    {
                        Setting = request.Setting == "solo" ? TraceSetting.Solo : TraceSetting.Partner,
                        IsOpposite = request.Partner == "opposite",
                    },
                    naming!.Value
                ),
                errors
            );
        return (null, errors);

        void Check(bool holds, string path, string message)
        {
            if (!holds)
                errors.Add(new ApiError(path, null, null, message));
        }
    }

    internal static ApiError Error(NotationError error)
    {
        var near = error.Suggestions.Count == 0 ? "" : $" Near it: {string.Join(", ", error.Suggestions)}.";
        return new ApiError("notation", 1, error.Position + 1, error.Message + near);
    }

    private static TraceAnswer Answer(Trace trace, Tracer tracer, NamingSchool naming)
    {
        var facts = CombinationFacts.Of(trace, tracer);
        var cards = HolderCard.Of(trace, naming);
        decimal Seconds(Pace pace) => Math.Round(RepClock.Seconds(trace.Combination, pace), 3);
        return new TraceAnswer(
            facts.Counts,
            facts.Beats,
            facts.Strikes,
            new RepSecondsAnswer(Seconds(Pace.Walk), Seconds(Pace.Steady), Seconds(Pace.Brisk), Seconds(Pace.Called)),
            new EndAnswer(
                Leads.Word(trace.End.Lead),
                trace.End.Facing,
                Metres(trace.End.Centre.X),
                Metres(trace.End.Centre.Y)
            ),
            facts.Cycle,
            Math.Round((decimal)facts.Flow, 3),
            facts.Difficulty,
            [.. trace.Steps.Select(s => Step(s, cards[s.Count - 1].Words))],
            [.. trace.Findings.Select(f => Finding(f, trace, naming))]
        );
    }

    private static StepAnswer Step(TraceStep step, string holder) =>
        new(
            step.Count,
            step.Beat,
            [.. step.Elements.Select(Element)],
            Leads.Word(step.Footing.Lead),
            step.Footing.Facing,
            Metres(step.Footing.Centre.X),
            Metres(step.Footing.Centre.Y),
            At(step.Footing.LeftFoot),
            At(step.Footing.RightFoot),
            FightRanges.Word(step.Range),
            holder
        );

    private static FindingAnswer Finding(Finding finding, Trace trace, NamingSchool naming) =>
        new(finding.Code, Lower(finding.Severity), finding.Beat, finding.Message, FixOf(finding, trace, naming));

    private static ElementAnswer Element(TracedElement traced) =>
        new(
            traced.Element.Technique!.Id,
            Lower(traced.Side),
            Lower(traced.BodySide),
            traced.Element.AimedAt is { } level ? Lower(level) : null,
            Lower(traced.Strength)
        );

    /// <summary>The notation with the best fix applied, in the words that were asked for.</summary>
    private static string? FixOf(Finding finding, Trace trace, NamingSchool naming) =>
        finding.Fixes.Select(f => f.Apply(trace.Combination)).FirstOrDefault(c => c != trace.Combination) is { } mended
            ? NotationWriter.Write(mended, naming)
            : null;

    private static PlaceAnswer At(Place place) => new(Metres(place.X), Metres(place.Y));

    private static decimal Metres(double metres) => Math.Round((decimal)metres, 3);

    private static string Lower<T>(T value)
        where T : struct, Enum => value.ToString().ToLowerInvariant();
}
