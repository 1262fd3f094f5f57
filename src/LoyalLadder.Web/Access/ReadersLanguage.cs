using Microsoft.AspNetCore.Mvc.ModelBinding.Metadata;
using Microsoft.Extensions.Localization;

namespace LoyalLadder.Web.Access;

/// <summary>
/// In which language an answer is given: the one chosen on this device, else the first that the browser asks for and that there
/// is, else English. What programs read stays English: the API, calendars and lists.
/// </summary>
public static class ReadersLanguage
{
    /// <summary>Holds the code of the language that was chosen on a device.</summary>
    public const string Cookie = "loyal-ladder-language";

    public static IApplicationBuilder UseReadersLanguage(this IApplicationBuilder app) =>
        app.Use(
            // not waited for, the language would be the next request's too
            async (context, next) =>
            {
                AllLanguages.Now = Of(context.Request);
                await next(context);
            }
        );

    /// <summary>Labels and messages that stand on the fields of forms pass <see cref="Wording.Say(string)"/> too.</summary>
    public static IMvcBuilder AddReadersLanguage(this IMvcBuilder mvc)
    {
        mvc.Services.AddSingleton<IStringLocalizerFactory, Localizer>();
        return mvc.AddMvcOptions(o => Misread(o.ModelBindingMessageProvider)).AddDataAnnotationsLocalization();
    }

    /// <summary>What stands beside a field whose text is no number, no day or no hour.</summary>
    private static void Misread(DefaultModelBindingMessageProvider said)
    {
        said.SetAttemptedValueIsInvalidAccessor((value, _) => Say($"“{value}” cannot be read here."));
        said.SetNonPropertyAttemptedValueIsInvalidAccessor(value => Say($"“{value}” cannot be read here."));
        said.SetUnknownValueIsInvalidAccessor(_ => Say("This cannot be read here."));
        said.SetNonPropertyUnknownValueIsInvalidAccessor(() => Say("This cannot be read here."));
        said.SetValueIsInvalidAccessor(value => Say($"“{value}” cannot be read here."));
        said.SetValueMustBeANumberAccessor(_ => Say("Write a number."));
        said.SetNonPropertyValueMustBeANumberAccessor(() => Say("Write a number."));
        said.SetValueMustNotBeNullAccessor(_ => Say("Something has to stand here."));
        said.SetMissingBindRequiredValueAccessor(_ => Say("Something has to stand here."));
        said.SetMissingKeyOrValueAccessor(() => Say("Something has to stand here."));
    }

    /// <summary>The words of a language that scripts say, as a module; English has none.</summary>
    public static void MapWords(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/words/{code}.js",
                (string code, HttpContext context) =>
                {
                    if (AllLanguages.Find(code) is not { } language)
                        return Results.NotFound();
                    context.Response.Headers.CacheControl = "private, max-age=3600";
                    return Results.Text($"export default {language.Scripts};", "text/javascript; charset=utf-8");
                }
            )
            .AllowAnonymous()
            .ExcludeFromDescription();

    /// <summary>Keeps the choice on this device for a year.</summary>
    public static void Choose(HttpResponse response, Language language) =>
        response.Cookies.Append(
            Cookie,
            language.Code,
            new CookieOptions
            {
                HttpOnly = true,
                IsEssential = true,
                MaxAge = TimeSpan.FromDays(365),
                SameSite = SameSiteMode.Lax,
                Secure = response.HttpContext.Request.IsHttps,
            }
        );

    private static Language Of(HttpRequest request)
    {
        if (
            request.Path.StartsWithSegments("/api")
            || request.Path.Value?.EndsWith(".ics", StringComparison.Ordinal) == true
        )
            return AllLanguages.All[0];
        if (AllLanguages.Find(request.Cookies[Cookie]) is { } chosen)
            return chosen;
        var wanted = request.GetTypedHeaders().AcceptLanguage;
        return wanted
                .OrderByDescending(l => l.Quality ?? 1)
                .Select(l => AllLanguages.Find(l.Value.Value))
                .FirstOrDefault(l => l is not null)
            ?? AllLanguages.All[0];
    }

    private sealed class Localizer : IStringLocalizerFactory, IStringLocalizer
    {
        public LocalizedString this[string name] => new(name, Say(name));

        public LocalizedString this[string name, params object[] arguments] =>
            new(name, string.Format(System.Globalization.CultureInfo.InvariantCulture, Say(name), arguments));

        public IEnumerable<LocalizedString> GetAllStrings(bool includeParentCultures) => [];

        public IStringLocalizer Create(Type resourceSource) => this;

        public IStringLocalizer Create(string baseName, string location) => this;
    }
}
