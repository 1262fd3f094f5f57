using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Api;

/// <param name="Path">The field that is wrong; empty where it is the whole.</param>
/// <param name="Line">Line of the JSON text, from 1, where it could not be read.</param>
/// <param name="Position">Byte within that line, from 1.</param>
/// <param name="Message">What is wrong and what to send instead.</param>
public sealed record ApiError(string Path, long? Line, long? Position, string Message);

public sealed record ApiErrors(IReadOnlyList<ApiError> Errors);

/// <summary>What all calls of the JSON interface share: strict reading, errors with places, authorisation by token.</summary>
public static class ApiJson
{
    private const int MostBytes = 1_000_000;

    private static readonly JsonSerializerOptions Strict = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        NumberHandling = JsonNumberHandling.Strict,
        RespectNullableAnnotations = true,
        PropertyNameCaseInsensitive = false,
    };

    /// <summary>The rules of every call: a token, no form, the errors that may come.</summary>
    public static void AsApi<TRequest, TAnswer>(
        this RouteHandlerBuilder route,
        string summary,
        string policy = Policies.Api
    )
        where TRequest : notnull =>
        route
            .RequireAuthorization(policy)
            .RequireRateLimiting(RateLimits.Api)
            .WithMetadata(new TakesAttribute(RequestSizes.Sheet))
            .DisableAntiforgery()
            .WithSummary(summary)
            .Accepts<TRequest>(
                "application/json",
                "text/plain",
                "application/x-www-form-urlencoded",
                "application/octet-stream"
            )
            .Produces<TAnswer>()
            .Produces<ApiErrors>(StatusCodes.Status401Unauthorized)
            .Produces<ApiErrors>(StatusCodes.Status413PayloadTooLarge)
            .Produces<ApiErrors>(StatusCodes.Status422UnprocessableEntity);

    /// <summary>Reads the body; where that fails, the answer that says why.</summary>
    public static async Task<(T? Request, IResult? Refusal)> Read<T>(
        HttpRequest request,
        string required,
        CancellationToken cancel
    )
        where T : class
    {
        if (await Body(request, cancel) is not { } body)
            return (
                null,
                Results.Json(
                    new ApiErrors([new ApiError("", null, null, $"At most {MostBytes:N0} bytes.")]),
                    statusCode: StatusCodes.Status413PayloadTooLarge
                )
            );
        try
        {
            var read = JsonSerializer.Deserialize<T>(body, Strict);
            return read is null ? (null, Refuse([new ApiError("", 1, 1, "An object is expected.")])) : (read, null);
        }
        catch (JsonException e)
        {
            return (
                null,
                Refuse([
                    new ApiError(
                        e.Path?.TrimStart('$', '.') ?? "",
                        e.LineNumber + 1,
                        e.BytePositionInLine + 1,
                        Plain(e, required)
                    ),
                ])
            );
        }
    }

    /// <summary>The whole body; null where it is too long.</summary>
    private static async Task<byte[]?> Body(HttpRequest request, CancellationToken cancel)
    {
        using var body = new MemoryStream();
        var buffer = new byte[16_384];
        int got;
        while ((got = await request.Body.ReadAsync(buffer, cancel)) > 0)
        {
            if (body.Length + got > MostBytes)
                return null;
            await body.WriteAsync(buffer.AsMemory(0, got), cancel);
        }
        return body.ToArray();
    }

    /// <summary>The places of lists that hold null where something is expected; their type cannot say that they must not.</summary>
    public static IEnumerable<ApiError> Nulls(params IEnumerable<(string Path, IEnumerable<object?> List)> lists) =>
        from list in lists
        from place in list.List.Select((one, i) => (one, i))
        where place.one is null
        select new ApiError($"{list.Path}[{place.i}]", null, null, "Something is expected here.");

    public static IResult Refuse(IReadOnlyList<ApiError> errors) =>
        Results.Json(new ApiErrors(errors), statusCode: StatusCodes.Status422UnprocessableEntity);

    /// <summary>The parser's complaint in words that say what to send.</summary>
    private static string Plain(JsonException e, string required)
    {
        if (e.Message.Contains("could not be mapped", StringComparison.Ordinal))
            return "There is no such field.";
        if (e.Message.Contains("could not be converted", StringComparison.Ordinal))
            return "This value is of the wrong kind.";
        if (e.Message.Contains("missing required", StringComparison.Ordinal))
            return required;
        return "This is not JSON from here on.";
    }
}
