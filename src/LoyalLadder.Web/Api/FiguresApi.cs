using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Figures;

namespace LoyalLadder.Web.Api;

/// <summary>What a figure is asked. Only the notation has to be said.</summary>
public sealed record FigureRequest
{
    public required string Notation { get; init; }

    /// <summary>left, the default, or right.</summary>
    public string? Lead { get; init; }

    /// <summary>kids, teens or adults, the default.</summary>
    public string? AgeBand { get; init; }

    public string? Naming { get; init; }

    /// <summary>partner, the default, or solo.</summary>
    public string? Setting { get; init; }

    /// <summary>The partner's lead: same, the default, or opposite.</summary>
    public string? Partner { get; init; }

    /// <summary>walk, slow, steady (the default) or brisk.</summary>
    public string? Pace { get; init; }

    /// <summary>30, the default, 15 or 10.</summary>
    public int? FramesPerSecond { get; init; }
}

/// <summary>Moving figures: for other programs with a token, for the pages of this one with their session.</summary>
public static class FiguresApi
{
    public static void MapFiguresApi(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/v1/combinations/figure", Figure)
            .AsApi<FigureRequest, FigureMotion>("Shows a combination as a body does it.");
        routes.MapGet("/figures", Combination).RequireAuthorization(Policies.HallToo).ExcludeFromDescription();
        routes.MapGet("/figures/{technique}", Alone).RequireAuthorization(Policies.HallToo).ExcludeFromDescription();
    }

    private static async Task<IResult> Figure(
        HttpContext context,
        string? still,
        string? view,
        string? animated,
        OwnSchool own,
        CancellationToken cancel
    )
    {
        var (request, refusal) = await ApiJson.Read<FigureRequest>(context.Request, "Send at least notation.", cancel);
        if (request is null)
            return refusal!;
        var facts = await own.Facts(cancel);
        if (NamingWords.Read(request.Naming, facts.School.Naming) is not { } naming)
            return ApiJson.Refuse([new ApiError("naming", null, null, NamingWords.Expected)]);
        if (Errors(request, still, view).ToList() is { Count: > 0 } errors)
            return ApiJson.Refuse(errors);
        var reading = facts.Material.Notation(naming).Read(request.Notation);
        if (reading.Combination is not { } combination)
            return ApiJson.Refuse([.. reading.Errors.Select(CombinationsApi.Error)]);
        var ask = Ask(request);
        var pace = request.Pace is { } said ? PaceWords.Read(said)!.Value : Pace.Steady;
        var track = Choreography.Of(facts.Material.Tracer(naming).Trace(combination, ask), pace, ask.IsOpposite);
        return Answer(track, request, still, FigurePicture.Read(view)!.Value, animated is not null);
    }

    private static IResult Answer(
        FigureTrack track,
        FigureRequest request,
        string? still,
        FigureView view,
        bool animated
    )
    {
        var withPartner = !track.Partner.IsEmpty;
        if (animated)
            return Results.Text(FigureFileSvg.Animated(track, view, withPartner), FigureFileSvg.MediaType);
        if (still is null)
            return Results.Ok(FigureMotion.Of(track, request.FramesPerSecond ?? FigureTrack.FramesPerSecond));
        var frame = int.Parse(still, System.Globalization.CultureInfo.InvariantCulture);
        return frame < track.Frames.Length
            ? Results.Text(FigureFileSvg.Still(track, frame, view, withPartner), FigureFileSvg.MediaType)
            : ApiJson.Refuse([new ApiError("still", null, null, $"Send a frame from 0 to {track.Frames.Length - 1}.")]);
    }

    private static IEnumerable<ApiError> Errors(FigureRequest request, string? still, string? view)
    {
        if (request.Lead is { } lead && Leads.Read(lead) is null)
            yield return new ApiError("lead", null, null, "Send left or right, or leave it out.");
        if (request.AgeBand is { } band && AgeBands.Read(band) is null)
            yield return new ApiError("ageBand", null, null, "Send kids, teens or adults, or leave it out.");
        if (request.Setting is not (null or "partner" or "solo"))
            yield return new ApiError("setting", null, null, "Send partner or solo, or leave it out.");
        if (request.Partner is not (null or "same" or "opposite"))
            yield return new ApiError("partner", null, null, "Send same or opposite, or leave it out.");
        if (request.Pace is not (null or "walk" or "slow" or "steady" or "brisk"))
            yield return new ApiError("pace", null, null, "Send walk, slow, steady or brisk, or leave it out.");
        if (request.FramesPerSecond is not (null or 10 or 15 or 30))
            yield return new ApiError("framesPerSecond", null, null, "Send 10, 15 or 30, or leave it out.");
        if (still is not null && !int.TryParse(still, System.Globalization.NumberStyles.None, null, out _))
            yield return new ApiError("still", null, null, "Send the number of a frame, from 0.");
        if (FigurePicture.Read(view) is null)
            yield return new ApiError("view", null, null, "Send side, front or quarter, or leave it out.");
    }

    private static TraceAsk Ask(FigureRequest request) =>
        new(Leads.Read(request.Lead) ?? Lead.Left, AgeBands.Read(request.AgeBand) ?? AgeBand.Adults)
        {
            Setting = request.Setting == "solo" ? TraceSetting.Solo : TraceSetting.Partner,
            IsOpposite = request.Partner == "opposite",
        };

    /// <summary>A combination for a page; what a page asks for that cannot be read is not there.</summary>
    private static async Task<IResult> Combination(
        string? c,
        string? naming,
        string? lead,
        string? band,
        string? with,
        string? from,
        string? pace,
        OwnSchool own,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        if (
            NamingWords.Read(naming?.ToLowerInvariant(), facts.School.Naming) is not { } named
            || facts.Material.Notation(named).Read(c ?? "").Combination is not { } combination
        )
            return Results.NotFound();
        var ask = new TraceAsk(Leads.Read(lead) ?? Lead.Left, AgeBands.Read(band) ?? AgeBand.Adults)
        {
            From = FightRanges.Read(from),
            Setting = with == "solo" ? TraceSetting.Solo : TraceSetting.Partner,
            IsOpposite = with == "opposite",
        };
        var trace = facts.Material.Tracer(named).Trace(combination, ask);
        var track = Choreography.Of(trace, PaceWords.Read(pace ?? "") ?? Pace.Steady, ask.IsOpposite);
        return Results.Ok(FigureMotion.Of(track));
    }

    /// <summary>One technique by itself.</summary>
    private static async Task<IResult> Alone(
        string technique,
        string? band,
        string? lead,
        OwnSchool own,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        return
            facts.Material.Catalogue.Find(technique) is { } found
            && Choreography.Of(found, AgeBands.Read(band) ?? AgeBand.Adults, Leads.Read(lead) ?? Lead.Left) is { } track
            ? Results.Ok(FigureMotion.Of(track))
            : Results.NotFound();
    }
}
