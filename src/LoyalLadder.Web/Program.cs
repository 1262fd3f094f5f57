using System.Globalization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Api;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Serilog;

CultureInfo.DefaultThreadCurrentCulture = CultureInfo.DefaultThreadCurrentUICulture = CultureInfo.InvariantCulture;
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
builder
    .Services.AddScoped<LessonSheets>()
    .AddScoped<LessonRuns>()
    .AddScoped<MatFit>()
    .AddScoped<LessonLogs>()
    .AddScoped<OwedLines>()
    .AddScoped<DayPlan>()
    .AddScoped<CombinationBook>()
    .AddScoped<SheetHistory>()
    .AddScoped<TechniqueBook>()
    .AddScoped<EvidenceUpgrade>()
    .AddScoped<ComingSheets>()
    .AddScoped<DayOutlook>()
    .AddScoped<RequirementBook>()
    .AddScoped<ProgressBook>()
    .AddScoped<Invitations>()
    .AddScoped<PaceBook>()
    .AddScoped<GradingBook>()
    .AddScoped<StudentRecords>()
    .AddScoped<SchoolLists>()
    .AddScoped<Timetable>()
    .AddScoped<DemoSchool>();

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

if (args.Contains("--rebuild-evidence"))
{
    await using var scope = app.Services.CreateAsyncScope();
    var from = TimeProvider.System.GetTimestamp();
    var rows = await scope.ServiceProvider.GetRequiredService<EvidenceUpgrade>().Rebuild();
    Console.WriteLine(
        string.Create(
            CultureInfo.InvariantCulture,
            $"{rows} rows of evidence in {TimeProvider.System.GetElapsedTime(from).TotalSeconds:0.0} s"
        )
    );
    return;
}
if (Array.IndexOf(args, "--add-school") is >= 0 and var at)
{
    await using var scope = app.Services.CreateAsyncScope();
    var name = at + 1 < args.Length ? args[at + 1].Trim() : "";
    if (name.Length is 0 or > 120 || name.StartsWith("--", StringComparison.Ordinal))
        throw new ArgumentException("Name the school in at most 120 characters: --add-school \"Over the Water\"");
    var school = new School { Name = name };
    (
        scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId,
        scope.ServiceProvider.GetRequiredService<SchoolScope>().UserName
    ) = (school.Id, "the installation");
    scope.ServiceProvider.GetRequiredService<LadderContext>().Schools.Add(school);
    Console.WriteLine(
        $"{name} is ready. Its head instructor joins, within a week, at /join/{await scope.ServiceProvider.GetRequiredService<Invitations>().Make(Role.Head, CancellationToken.None)}"
    );
    return;
}
if (args.Contains("--migrate"))
{
    await using var scope = app.Services.CreateAsyncScope();
    await using (var owner = LadderDatabase.AsOwner(database))
        await owner.Database.MigrateAsync();
    await scope.ServiceProvider.GetRequiredService<EvidenceUpgrade>().Run();
    if (
        args.Contains("--demo")
        && await scope.ServiceProvider.GetRequiredService<DemoSchool>().LoadIntoEmpty() is { } demo
    )
        Console.WriteLine($"demo-token {demo.Token}");
    return;
}
await app.RunAsync();

/// <summary>Named so that tests can start the application.</summary>
public partial class Program;
