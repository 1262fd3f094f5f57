using System.Security.Cryptography.X509Certificates;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Mail;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Access;

/// <summary>Who signs in and how: accounts, cookies, tokens, and the keys that they are sealed with.</summary>
public static class Accounts
{
    public static void AddAccounts(this WebApplicationBuilder builder)
    {
        var services = builder.Services;
        AddKeys(services, builder.Configuration);
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddScheme<AuthenticationSchemeOptions, TokenAuthentication>(TokenAuthentication.Scheme, null)
            .AddIdentityCookies();
        services
            .AddIdentityCore<AppUser>(Rules)
            .AddUserStore<StaffStore>()
            .AddPasswordValidator<PasswordRule>()
            .AddSignInManager()
            .AddDefaultTokenProviders();
        services.Configure<DataProtectionTokenProviderOptions>(o => o.TokenLifespan = TimeSpan.FromHours(1));
        services.Configure<PasswordHasherOptions>(o => o.IterationCount = 210_000);
        services.Configure<IdentityPasskeyOptions>(o =>
        {
            // a device that was merely found opens nothing: it asks for a finger, a face or its own code
            o.UserVerificationRequirement = "required";
            o.ServerDomain = PublicAddress.Domain(builder.Configuration[PublicAddress.Setting]);
        });
        services.ConfigureApplicationCookie(o => SetUp(o));
        services.AddScoped<SignInService>().AddScoped<OwnAccount>().AddSingleton<PublicAddress>();
        services.AddPost(builder.Configuration);
    }

    /// <summary>Keys stand in the database, reached by a login of their own and encrypted with the installation's certificate.</summary>
    private static void AddKeys(IServiceCollection services, ConfigurationManager settings)
    {
        var protection = services
            .AddDataProtection()
            .SetApplicationName("LoyalLadder")
            .PersistKeysToDbContext<KeyRing>();
        var file =
            settings[KeyCertificate.Setting]
            ?? throw new InvalidOperationException(
                $"Set {KeyCertificate.Setting} to a file that stays; it is made where there is none."
            );
        KeyCertificate.MakeIfMissing(file);
        protection.ProtectKeysWithCertificate(X509CertificateLoader.LoadPkcs12FromFile(file, null));
    }

    private static void Rules(IdentityOptions o)
    {
        o.Password.RequiredLength = 10;
        o.Password.RequireDigit =
            o.Password.RequireLowercase =
            o.Password.RequireUppercase =
            o.Password.RequireNonAlphanumeric =
                false;
        o.User.RequireUniqueEmail = true;
    }

    private static void SetUp(Microsoft.AspNetCore.Authentication.Cookies.CookieAuthenticationOptions o)
    {
        o.Cookie.Name = "loyal-ladder";
        o.Cookie.HttpOnly = true;
        o.Cookie.SameSite = SameSiteMode.Lax;
        o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        o.ExpireTimeSpan = SignedIn.Lasts;
        o.SlidingExpiration = true;
        o.LoginPath = "/sign-in";
        o.AccessDeniedPath = "/trouble";
        o.Events.OnValidatePrincipal = PassCookie.Look;
        // a program that calls is told so, and so is a page that waits for a part of itself; only people are shown the sign-in
        o.Events.OnRedirectToLogin = context =>
        {
            var isPart = context.Request.Headers.ContainsKey("HX-Request");
            if (isPart || context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
                context.Response.StatusCode = StatusCodes.Status401Unauthorized;
            else
                context.Response.Redirect(context.RedirectUri);
            return Task.CompletedTask;
        };
    }
}
