using System.Globalization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Api;
using LoyalLadder.Web.Commands;
using LoyalLadder.Web.Pages.Sheets;
using LoyalLadder.Web.Upkeep;
using Serilog;

CultureInfo.DefaultThreadCurrentCulture = CultureInfo.DefaultThreadCurrentUICulture = CultureInfo.InvariantCulture;

// no pattern keeps a request for longer, whatever was typed
AppDomain.CurrentDomain.SetData("REGEX_DEFAULT_MATCH_TIMEOUT", TimeSpan.FromSeconds(2));
var builder = WebApplication.CreateBuilder(args);

// the build output finds wwwroot and what was restored into it without being published first
builder.WebHost.UseStaticWebAssets();
builder.Host.UseSerilog(
    (context, log) =>
        log.ReadFrom.Configuration(context.Configuration).WriteTo.Console(formatProvider: CultureInfo.InvariantCulture)
);

builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(CatalogueFile.Shipped());
var database =
    builder.Configuration["LOYALLADDER_DB"]
    ?? throw new InvalidOperationException("Set LOYALLADDER_DB to a PostgreSQL connection string, or use ./start.");
var keys =
    builder.Configuration["LOYALLADDER_KEYS_DB"]
    ?? throw new InvalidOperationException(
        "Set LOYALLADDER_KEYS_DB: how ladder_keys reaches the database. See ./start."
    );
builder.Services.AddLadderDatabase(database, keys);
builder.Services.AddScoped<SheetDesk>().AddScoped<LiveFeed>();

builder.AddBodies();
builder.AddAccounts();
builder.Services.AddLimits(builder.Configuration);
builder.Services.AddMetrics(builder.Configuration);

// form tokens differ with every answer, so that nothing secret stands beside what somebody chose
builder.Services.AddResponseCompression(o => o.EnableForHttps = true);
builder.Services.AddAuthorization(Policies.Add);
builder.Services.AddAntiforgery(o =>
{
    o.Cookie.Name = "loyal-ladder-form";
    o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
    o.HeaderName = "X-Form-Token";
});
builder
    .Services.AddRazorPages(o => o.RootDirectory = "/Pages")
    .AddMvcOptions(o =>
    {
        o.ModelBinderProviders.Insert(0, new PlainTextBinderProvider());
        o.ModelBinderProviders.Insert(0, new TickBinderProvider());
        o.Filters.Add<ReadForm>();
        o.Filters.Add<NoSuchAction>();
        o.Filters.Add<HandlerRoles>();
        o.MaxModelValidationErrors = 50;
    })
    .AddReadersLanguage();
builder.Services.AddRouting(o => o.LowercaseUrls = true);
builder.Services.AddOpenApi("v1");

if (builder.Configuration["AllowedHosts"] is null or "" or "*")
    builder.Configuration["AllowedHosts"] = PublicAddress.Hosts(builder.Configuration[PublicAddress.Setting]);

var app = builder.Build();
app.UseRequestLog();
app.UseSecurityHeaders();
app.UseSecretAddresses();
app.UseReadersLanguage();
app.UseResponseCompression();
app.UseTrouble();
app.UsePlainText();
app.MapStaticAssets().AllowAnonymous().ShortCircuit();
app.UseRouting();
app.UseBodyLimits();
app.UseRateLimiter();
app.UsePasses();
app.UseAuthorization();
app.UseSecondStepFirst();

// behind authorisation, which signs bearer tokens in
app.UseMiddleware<SchoolScopeMiddleware>();
app.UseAntiforgery();
app.MapRazorPages().WithStaticAssets();
app.MapLessonsApi();
app.MapReadingApi();
app.MapCombinationsApi();
app.MapFiguresApi();
app.MapRoundsApi();
app.MapDraftApi();
app.MapTermsApi();
app.MapOpenApi().AllowAnonymous();
app.MapCalendar();
app.MapLiveNews();
app.MapPasskeys();
app.MapHealth();
app.MapWords();

if (await InstallationCommands.Carry(args, app.Services, app.Configuration, CancellationToken.None))
    return 0;
if (await StartupChecks.WhyNot(app.Services, app.Lifetime.ApplicationStopping) is { } reason)
{
    await Console.Error.WriteLineAsync(reason);
    return 3;
}
await app.RunAsync();
return 0;

/// <summary>Named so that tests can start the application.</summary>
public partial class Program;
