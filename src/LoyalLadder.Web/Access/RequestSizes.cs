using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.Net.Http.Headers;

namespace LoyalLadder.Web.Access;

/// <summary>
/// How much may be sent: little, unless a page says that it expects a sheet, a list or a lesson's events. What is over is not read.
/// </summary>
public static class RequestSizes
{
    private const int Kilobyte = 1024;

    /// <summary>What forms and calls may have that say nothing else.</summary>
    public const int Usual = 64 * Kilobyte;

    /// <summary>
    /// A sheet has at most 200 kB; as a form sends it, every byte may take three. A somewhat longer one is read too, so that it is
    /// refused in words beside what was typed.
    /// </summary>
    public const int Sheet = 2048 * Kilobyte;

    /// <summary>A document that holds a sheet has at most 5 MB.</summary>
    public const int Document = 6144 * Kilobyte;

    /// <summary>A list has at most 2 MB; as a form sends it, every byte may take three.</summary>
    public const int List = 8192 * Kilobyte;

    /// <summary>A lesson's events or its log: hundreds of lines with notes.</summary>
    public const int Record = 1024 * Kilobyte;

    /// <summary>A school as a file: some years of lessons, packed.</summary>
    public const int School = 64 * 1024 * Kilobyte;

    /// <summary>A list of 300 students, each with all that may be asked of one.</summary>
    private const int MostFields = 4096;

    public static void AddBodies(this WebApplicationBuilder builder)
    {
        builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = Usual);
        builder.Services.Configure<FormOptions>(f =>
            (f.ValueLengthLimit, f.MultipartBodyLengthLimit, f.ValueCountLimit) = (List, School, MostFields)
        );
    }

    /// <summary>Refuses what says of itself that it is too large, before any of it is read.</summary>
    public static IApplicationBuilder UseBodyLimits(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                var most = context.Features.Get<IHttpMaxRequestBodySizeFeature>()?.MaxRequestBodySize;
                // the page that says so answers the same request, and reads nothing of it
                var isSaidAlready = context.Features.Get<IStatusCodeReExecuteFeature>() is not null;
                if (!isSaidAlready && context.Request.ContentLength > most)
                {
                    context.Response.StatusCode = StatusCodes.Status413PayloadTooLarge;
                    return Task.CompletedTask;
                }
                return next(context);
            }
        );

    /// <summary>Refuses what comes in another encoding than every browser sends.</summary>
    public static IApplicationBuilder UsePlainText(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                if (
                    MediaTypeHeaderValue.TryParse(context.Request.ContentType, out var type)
                    && type.Charset.HasValue
                    && !HeaderUtilities.RemoveQuotes(type.Charset).Equals("utf-8", StringComparison.OrdinalIgnoreCase)
                )
                {
                    context.Response.StatusCode = StatusCodes.Status415UnsupportedMediaType;
                    return Task.CompletedTask;
                }
                return next(context);
            }
        );
}

/// <summary>Says of a page or call that more may be sent to it than usual.</summary>
/// <param name="bytes">So much.</param>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
public sealed class TakesAttribute(int bytes) : Attribute, IRequestSizeLimitMetadata
{
    public long? MaxRequestBodySize { get; } = bytes;
}
