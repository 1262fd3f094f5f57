using System.Globalization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Api;
using LoyalLadder.Web.Commands;
using LoyalLadder.Web.Pages.Sheets;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Identity;
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

// A sheet may have 200 kB; more is taken in only to be refused with what was typed still there.
const int mostBytes = 32 * 1024 * 1024;
builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = mostBytes);
builder.Services.Configure<FormOptions>(f => (f.ValueLengthLimit, f.MultipartBodyLengthLimit) = (mostBytes, mostBytes));

builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(CatalogueFile.Shipped());
var database =
    builder.Configuration["LOYALLADDER_DB"]
    ?? throw new InvalidOperationException("Set LOYALLADDER_DB to a PostgreSQL connection string, or use ./start.");
builder.Services.AddLadderDatabase(database);
builder.Services.AddScoped<SheetDesk>();

builder.Services.AddDataProtection().SetApplicationName("LoyalLadder").PersistKeysToDbContext<LadderContext>();
builder
    .Services.AddAuthentication(IdentityConstants.ApplicationScheme)
    .AddScheme<AuthenticationSchemeOptions, TokenAuthentication>(TokenAuthentication.Scheme, null)
    .AddIdentityCookies();
builder
    .Services.AddIdentityCore<AppUser>(o =>
    {
        o.Password.RequiredLength = 10;
        o.Password.RequireDigit =
            o.Password.RequireLowercase =
            o.Password.RequireUppercase =
            o.Password.RequireNonAlphanumeric =
                false;
        o.Lockout.MaxFailedAccessAttempts = 6;
        o.Lockout.DefaultLockoutTimeSpan = TimeSpan.FromMinutes(10);
        o.User.RequireUniqueEmail = true;
    })
    .AddUserStore<StaffStore>()
    .AddSignInManager()
    .AddClaimsPrincipalFactory<LadderClaims>();
builder.Services.ConfigureApplicationCookie(o =>
{
    o.Cookie.Name = "loyal-ladder";
    o.Cookie.HttpOnly = true;
    o.Cookie.SameSite = SameSiteMode.Lax;
    o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
    o.ExpireTimeSpan = TimeSpan.FromDays(14);
    o.SlidingExpiration = true;
    o.LoginPath = "/sign-in";
    o.AccessDeniedPath = "/trouble";
    // a program that calls is told so; only people are shown the sign-in
    o.Events.OnRedirectToLogin = context =>
    {
        if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            context.Response.StatusCode = StatusCodes.Status401Unauthorized;
        else
            context.Response.Redirect(context.RedirectUri);
        return Task.CompletedTask;
    };
});
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
        o.Filters.Add<NoSuchAction>();
        o.Filters.Add<HandlerRoles>();
        o.MaxModelValidationErrors = 50;
    });
builder.Services.AddRouting(o => o.LowercaseUrls = true);
builder.Services.AddOpenApi("v1");

var app = builder.Build();
app.UseSecurityHeaders();
app.UseTrouble();
app.MapStaticAssets().AllowAnonymous();
app.UseRouting();
app.UseAuthentication();
app.UseAuthorization();

// behind authorisation, which signs bearer tokens in
app.UseMiddleware<SchoolScopeMiddleware>();
app.UseAntiforgery();
app.MapRazorPages().WithStaticAssets();
app.MapLessonsApi();
app.MapReadingApi();
app.MapCombinationsApi();
app.MapOpenApi().AllowAnonymous();
app.MapCalendar();
app.MapLiveNews();
app.MapGet(
        "/health",
        async (LadderContext db, CancellationToken cancel) =>
            await db.Database.CanConnectAsync(cancel) ? Results.Text("well") : Results.StatusCode(503)
    )
    .AllowAnonymous();

if (await InstallationCommands.Carry(args, app.Services, database, CancellationToken.None))
    return;
await app.RunAsync();

/// <summary>Named so that tests can start the application.</summary>
public partial class Program;
