using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Api;

/// <summary>A sheet to be read. Shapes and errors stand in docs/formats.md.</summary>
public sealed record ReadRequest
{
    public required string Sheet { get; init; }
    public required string AgeBand { get; init; }
    public string? Naming { get; init; }
}

public sealed record ReadAnswer(IReadOnlyList<ReadLine> Lines);

/// <summary>One thing to do as it was understood; several may stand on one line.</summary>
/// <param name="Line">Its line in the text that was sent, from 1.</param>
/// <param name="Segment">The heading that it stands under; empty above the first.</param>
/// <param name="Text">As the sheet would write it.</param>
/// <param name="Moves">In order; what no name explains is left out.</param>
/// <param name="Dose">The dose part of the text; null when none was said.</param>
/// <param name="Understood">Every word has a meaning.</param>
/// <param name="Unknown">The words that have none.</param>
/// <param name="Remark">Words about it, or what is wrong with its dose.</param>
/// <param name="Groups">What other groups do meanwhile.</param>
public sealed record ReadLine(
    int Line,
    string Segment,
    string Text,
    IReadOnlyList<ReadMove> Moves,
    string? Dose,
    bool Understood,
    IReadOnlyList<string> Unknown,
    string? Remark,
    IReadOnlyList<ReadGroup> Groups
);

/// <param name="Technique">The id of the catalogue.</param>
/// <param name="Side">lead, rear, left, right or both; null where nobody said.</param>
/// <param name="Level">head, body or leg; null where nobody said.</param>
public sealed record ReadMove(string Technique, string? Side, string? Level);

public sealed record ReadGroup(string Group, string Text, IReadOnlyList<ReadMove> Moves, string? Dose, bool Understood);

/// <summary>How a sheet is understood, line by line, as JSON.</summary>
public static class ReadingApi
{
    public static void MapReadingApi(this IEndpointRouteBuilder routes) =>
        routes
            .MapPost("/api/v1/lessons/read", Read)
            .AsApi<ReadRequest, ReadAnswer>("Says how a sheet is understood, line by line.");

    private static async Task<IResult> Read(HttpContext context, OwnSchool own, CancellationToken cancel)
    {
        var (request, refusal) = await ApiJson.Read<ReadRequest>(
            context.Request,
            "Send at least sheet and ageBand.",
            cancel
        );
        if (request is null)
            return refusal!;
        var facts = await own.Facts(cancel);
        var naming = NamingWords.Read(request.Naming, facts.School.Naming);
        if (AgeBands.Read(request.AgeBand) is null)
            return ApiJson.Refuse([new ApiError("ageBand", null, null, "Send kids, teens or adults.")]);
        if (naming is not { } school)
            return ApiJson.Refuse([new ApiError("naming", null, null, NamingWords.Expected)]);
        var reader = facts.Material.Sheets(school);
        var reading = reader.Read(request.Sheet);
        return reading.Refusal is { } said
            ? ApiJson.Refuse([new ApiError("sheet", null, null, said)])
            : Results.Ok(Answer(reading, new SheetWriter(reader)));
    }

    private static ReadAnswer Answer(SheetReading reading, SheetWriter writer)
    {
        var headings = reading.Plan.Headings();
        var lines = new List<ReadLine>();
        for (var i = 0; i < reading.Plan.Entries.Count; i++)
            if (reading.Plan.Entries[i] is LessonLine line)
                lines.Add(LineOf(reading.Lines[i], headings[i], line, writer));
        return new ReadAnswer(lines);
    }

    private static ReadLine LineOf(int number, string heading, LessonLine line, SheetWriter writer) =>
        new(
            number,
            heading,
            writer.Write(line with { Versions = [] }),
            Moves(line),
            DoseOf(line),
            line.IsUnderstood,
            [.. line.Moves.Elements.Where(e => e.Technique is null).Select(e => e.Words)],
            line.Problem ?? line.Remark,
            [
                .. line.Versions.Select(v => new ReadGroup(
                    v.Group,
                    writer.Write(v.Line),
                    Moves(v.Line),
                    DoseOf(v.Line),
                    v.Line.IsUnderstood
                )),
            ]
        );

    private static string? DoseOf(LessonLine line) => line.Dose is { } dose ? SheetWriter.Write(dose) : null;

    private static IReadOnlyList<ReadMove> Moves(LessonLine line) =>
        [
            .. line
                .Moves.Elements.Where(e => e.Technique is not null)
                .Select(e => new ReadMove(
                    e.Technique!.Id,
                    e.IsSideSaid && e.Side != Side.None ? e.Side.ToString().ToLowerInvariant() : null,
                    e.Level?.ToString().ToLowerInvariant()
                )),
        ];
}
