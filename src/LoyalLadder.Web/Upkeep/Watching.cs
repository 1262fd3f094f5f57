using LoyalLadder.Data;
using LoyalLadder.Web.Access;
using OpenTelemetry.Metrics;
using Serilog;
using Serilog.Events;

namespace LoyalLadder.Web.Upkeep;

/// <summary>What can be watched from outside: a line a request in the log, and measures for whoever sets a place to send them.</summary>
public static class Watching
{
    /// <summary>Where measures are sent, as OTLP; none are taken without it.</summary>
    public const string Setting = "LOYALLADDER_METRICS";

    public static void AddMetrics(this IServiceCollection services, IConfiguration settings)
    {
        if (!Uri.TryCreate(settings[Setting], UriKind.Absolute, out var to))
            return;
        services
            .AddOpenTelemetry()
            .WithMetrics(m =>
                m.AddMeter(
                        "Microsoft.AspNetCore.Hosting",
                        "Microsoft.AspNetCore.Server.Kestrel",
                        "Npgsql",
                        Measures.Name
                    )
                    .AddOtlpExporter(o => o.Endpoint = to)
            );
    }

    /// <summary>
    /// A line a request, with the number that error pages show. Neither what was sent nor who sent it is written down; of addresses
    /// that are secrets themselves only the beginning.
    /// </summary>
    public static void UseRequestLog(this IApplicationBuilder app) =>
        app.UseSerilogRequestLogging(o =>
        {
            o.MessageTemplate = "{RequestMethod} {Place} {StatusCode} in {Elapsed:0} ms ({Number})";
            o.GetLevel = (http, _, error) =>
                error is not null || http.Response.StatusCode >= 500 ? LogEventLevel.Error
                : http.Request.Path.StartsWithSegments("/health", StringComparison.Ordinal) ? LogEventLevel.Verbose
                : LogEventLevel.Information;
            o.EnrichDiagnosticContext = (said, http) =>
            {
                said.Set("Place", SecretAddresses.Written(http.Request.Path));
                said.Set("Number", http.TraceIdentifier);
            };
        });
}
