using System.Globalization;
using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Api;

/// <summary>What a clock is asked. Shapes, units and errors stand in docs/formats.md.</summary>
public sealed record ClockRequest
{
    public required string Sheet { get; init; }
    public required string AgeBand { get; init; }
    public required int Headcount { get; init; }
    public required int Minutes { get; init; }
    public FloorRequest? Floor { get; init; }
    public int Bags { get; init; }
    public string Start { get; init; } = "18:00";
}

public sealed record FloorRequest(decimal Length, decimal Width);

public sealed record ClockAnswer(
    int TotalSeconds,
    int OverSeconds,
    IReadOnlyList<LineAnswer> Lines,
    IReadOnlyList<CheckAnswer> Checks,
    TallyAnswer Tallies
);

public sealed record LineAnswer(
    int Line,
    string Text,
    bool Understood,
    int GettingThere,
    int Teach,
    int Work,
    string StartsAt,
    int Effort
);

public sealed record CheckAnswer(string Code, string Level, int? Line, string Message);

public sealed record TallyAnswer(
    SideTally Kicks,
    SideTally Strikes,
    int Landings,
    int WorkSeconds,
    int TalkSeconds,
    int MovingSeconds,
    IReadOnlyList<TechniqueTally> Techniques
);

public sealed record TechniqueTally(string Technique, int Left, int Right);

/// <param name="Fits">False when even the shortest form of what has to stay is too long; then the sheet is as it was sent.</param>
/// <param name="Sheet">The fitted sheet as text.</param>
/// <param name="Value">Worth of the fit, in thousandths of a weighted second; null without one.</param>
/// <param name="Clock">The fitted sheet, timed.</param>
/// <param name="Changes">Lines that changed; a fitted text of null is left out.</param>
/// <param name="Musts">Without a fit: the lines that have to stay and their least seconds, the longest first.</param>
public sealed record FitAnswer(
    bool Fits,
    string Sheet,
    long? Value,
    ClockAnswer Clock,
    IReadOnlyList<FitChange> Changes,
    IReadOnlyList<FitMust> Musts
);

public sealed record FitChange(int Line, string Text, string? Fitted, int SecondsBefore, int SecondsAfter);

public sealed record FitMust(int Line, int Seconds);

/// <summary>The lesson part of the JSON interface.</summary>
public static class LessonsApi
{
    public static void MapLessonsApi(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/api/v1/lessons/clock", Clock).AsApi<ClockRequest, ClockAnswer>("Reads a sheet and times it.");
        routes
            .MapPost("/api/v1/lessons/fit", Fit)
            .AsApi<ClockRequest, FitAnswer>("Fits a sheet into its time.", Policies.ApiPlan);
    }

    private static async Task<IResult> Clock(HttpContext context, OwnSchool own, CancellationToken cancel)
    {
        var (asked, refusal) = await Ask(context, own, cancel);
        return asked is null
            ? refusal!
            : Results.Ok(
                Answer(
                    asked.Reading.Lines,
                    LessonClock.Time(asked.Reading.Plan, asked.Setting),
                    asked.Limits,
                    new SheetWriter(asked.Reader)
                )
            );
    }

    private static async Task<IResult> Fit(HttpContext context, OwnSchool own, CancellationToken cancel)
    {
        var (asked, refusal) = await Ask(context, own, cancel);
        if (asked is null)
            return refusal!;
        var (reading, reader, setting, limits) = asked;
        var writer = new SheetWriter(reader);
        var (fitted, noFit) = LessonFit.Of(reading.Plan, setting);
        var plan = fitted?.Plan ?? reading.Plan;
        // of the entries that stay, the lines of the text that they came from
        var dropped = fitted?.Lines.Where(l => l.After is null).Select(l => l.Entry).ToHashSet() ?? [];
        var lines = reading.Lines.Where((_, entry) => !dropped.Contains(entry)).ToSequence();
        return Results.Ok(
            new FitAnswer(
                fitted is not null,
                writer.Write(plan),
                fitted?.Value,
                Answer(lines, LessonClock.Time(plan, setting), limits, writer),
                [
                    .. fitted
                        ?.Lines.Where(l => l.IsChanged)
                        .Select(l => new FitChange(
                            reading.Lines[l.Entry],
                            writer.Write(l.Before),
                            l.After is { } after ? writer.Write(after) : null,
                            l.SecondsBefore,
                            l.SecondsAfter
                        ))
                        ?? [],
                ],
                [.. noFit?.Lines.Select(l => new FitMust(reading.Lines[l.Entry], l.Seconds)) ?? []]
            )
        );
    }

    private sealed record Asked(SheetReading Reading, SheetReader Reader, LessonSetting Setting, CheckLimits Limits);

    /// <summary>The sheet and its setting as they were asked for, or the answer that says what is wrong.</summary>
    private static async Task<(Asked? Asked, IResult? Refusal)> Ask(
        HttpContext context,
        OwnSchool own,
        CancellationToken cancel
    )
    {
        var (request, refusal) = await ApiJson.Read<ClockRequest>(
            context.Request,
            "Send at least sheet, ageBand, headcount and minutes.",
            cancel
        );
        if (request is null)
            return (null, refusal);
        var errors = Errors(request);
        if (errors.Count > 0)
            return (null, ApiJson.Refuse(errors));
        var facts = await own.Facts(cancel);
        var reader = facts.Material.Sheets(facts.School.Naming);
        var reading = reader.Read(request.Sheet);
        if (reading.Refusal is { } said)
            return (null, ApiJson.Refuse([new ApiError("sheet", null, null, said)]));
        return (
            new Asked(
                reading,
                reader,
                SettingOf(request, facts) with
                {
                    YoungestAge = reading.Plan.Head.Ages?.Youngest,
                },
                facts.LimitsOf(AgeBands.Read(request.AgeBand)!.Value)
            ),
            null
        );
    }

    private static LessonSetting SettingOf(ClockRequest request, SchoolFacts facts) =>
        new()
        {
            Band = AgeBands.Read(request.AgeBand)!.Value,
            Heads = request.Headcount,
            Minutes = request.Minutes,
            Floor = request.Floor is { } floor ? new FloorSize(floor.Length, floor.Width) : LessonSetting.UsualFloor,
            Bags = request.Bags,
            Start = TimeOnly.ParseExact(request.Start, "HH:mm", CultureInfo.InvariantCulture),
            OpeningSeconds = facts.School.OpeningSeconds,
            ClosingSeconds = facts.School.ClosingSeconds,
            Kit = [.. facts.Kit.Select(k => new KitTime(k.Name, k.Count, k.FetchSeconds)), .. KitTime.Usual],
        };

    private static ClockAnswer Answer(Sequence<int> lines, ClockedLesson clock, CheckLimits limits, SheetWriter writer)
    {
        var tally = LessonTally.Of(clock);
        return new ClockAnswer(
            clock.TotalSeconds,
            clock.OverSeconds,
            [
                .. clock.Lines.Select(l => new LineAnswer(
                    lines[l.Entry],
                    writer.Write(l.Line with { Versions = [] }),
                    l.Line.IsUnderstood,
                    l.Transition,
                    l.Teach,
                    l.Work,
                    clock.TimeAt(l.StartsAt).ToString("HH:mm:ss", CultureInfo.InvariantCulture),
                    l.Effort
                )),
            ],
            [
                .. LessonChecks
                    .Of(clock, limits)
                    .Select(c => new CheckAnswer(
                        c.Code,
                        c.Level.ToString().ToLowerInvariant(),
                        c.Entry is { } e ? lines[e] : null,
                        c.Message
                    )),
            ],
            new TallyAnswer(
                tally.Kicks,
                tally.Strikes,
                tally.Landings,
                tally.WorkSeconds,
                tally.TalkSeconds,
                tally.MovingSeconds,
                [.. tally.Techniques.Select(t => new TechniqueTally(t.Technique.Id, t.Reps.Left, t.Reps.Right))]
            )
        );
    }

    private static List<ApiError> Errors(ClockRequest request)
    {
        var errors = new List<ApiError>();
        Check(AgeBands.Read(request.AgeBand) is not null, "ageBand", "Send kids, teens or adults.");
        Check(request.Headcount is >= 1 and <= 500, "headcount", "Send 1 to 500.");
        Check(request.Minutes is >= 5 and <= 300, "minutes", "Send 5 to 300.");
        Check(request.Bags is >= 0 and <= 99, "bags", "Send 0 to 99.");
        Check(
            request.Floor is not { } f || (f.Length is >= 3 and <= 100 && f.Width is >= 2 and <= 100),
            "floor",
            "Send metres: length 3 to 100, width 2 to 100."
        );
        Check(
            TimeOnly.TryParseExact(request.Start, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out _),
            "start",
            "Send hours and minutes, such as 18:00."
        );
        return errors;

        void Check(bool holds, string path, string message)
        {
            if (!holds)
                errors.Add(new ApiError(path, null, null, message));
        }
    }
}
