using System.Text.Json;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Api;

/// <summary>What a browser and this site say to each other about passkeys; the ceremonies are Identity's own.</summary>
public static class PasskeysApi
{
    private const int LongestAnswer = 32 * 1024;

    public static void MapPasskeys(this IEndpointRouteBuilder routes)
    {
        var passkeys = routes.MapGroup("/passkeys").ExcludeFromDescription();
        passkeys.MapPost("/offer", Offer);
        passkeys.MapPost("/add", Add);
        passkeys.MapPost("/ask", Ask).AllowAnonymous().RequireRateLimiting(RateLimits.Door);
        passkeys.MapPost("/enter", Enter).AllowAnonymous().RequireRateLimiting(RateLimits.Door);
    }

    /// <summary>What a new passkey is to be made for.</summary>
    private static async Task<IResult> Offer(
        HttpContext http,
        IAntiforgery forms,
        OwnAccount account,
        SignInManager<AppUser> signIn
    )
    {
        if (!await forms.IsRequestValidAsync(http) || await Own(http, account) is not { } person)
            return Results.BadRequest();
        var entity = new PasskeyUserEntity
        {
            Id = person.Id.ToString(),
            Name = person.Email ?? "",
            DisplayName = person.DisplayName,
        };
        return Results.Content(await signIn.MakePasskeyCreationOptionsAsync(entity), "application/json");
    }

    /// <summary>Keeps the passkey that a device made.</summary>
    private static async Task<IResult> Add(
        HttpContext http,
        IAntiforgery forms,
        OwnAccount account,
        SignInManager<AppUser> signIn,
        UserManager<AppUser> users,
        Sessions sessions,
        SignInLog book
    )
    {
        if (
            !await forms.IsRequestValidAsync(http)
            || await Own(http, account) is not { } person
            || await Answer(http) is not { } answer
        )
            return Results.BadRequest();
        if (await OrNothing(signIn.PerformPasskeyAttestationAsync(answer)) is not { Succeeded: true } made)
            return Results.UnprocessableEntity();
        made.Passkey.Name = Devices.Words(http.Request.Headers.UserAgent.ToString());
        await users.AddOrUpdatePasskeyAsync(person, made.Passkey);
        if (http.User.Session() is { } session)
            await sessions.TookSecondStep(session, http.RequestAborted);
        await book.Write(DoorDeed.AddedPasskey, person.Id, http.Address(), http.RequestAborted);
        return Results.NoContent();
    }

    /// <summary>A question that any passkey of this site can answer.</summary>
    private static async Task<IResult> Ask(HttpContext http, IAntiforgery forms, SignInManager<AppUser> signIn) =>
        await forms.IsRequestValidAsync(http)
            ? Results.Content(await signIn.MakePasskeyRequestOptionsAsync(null), "application/json")
            : Results.BadRequest();

    /// <summary>Lets in whoever's passkey gave the right answer.</summary>
    private static async Task<IResult> Enter(
        HttpContext http,
        IAntiforgery forms,
        SchoolLookup door,
        SignInManager<AppUser> signIn,
        UserManager<AppUser> users,
        SignInService arrivals
    )
    {
        var cancel = http.RequestAborted;
        if (!await forms.IsRequestValidAsync(http) || await Answer(http) is not { } answer)
            return Results.BadRequest();
        if (KeyOf(answer) is not { } key || await door.Person(key, cancel) is not { } whose)
            return Results.UnprocessableEntity();
        door.Enter(whose.SchoolId, whose.Id);
        if (
            await OrNothing(signIn.PerformPasskeyAssertionAsync(answer))
            is not { Succeeded: true, User.ClosedAt: null } shown
        )
            return Results.UnprocessableEntity();
        await users.AddOrUpdatePasskeyAsync(shown.User, shown.Passkey);
        await PassCookie.Give(http, await arrivals.Enter(shown.User, true, http.From(), cancel));
        return Results.NoContent();
    }

    private static async Task<AppUser?> Own(HttpContext http, OwnAccount account) =>
        Guid.TryParse(http.User.FindFirst(System.Security.Claims.ClaimTypes.NameIdentifier)?.Value, out var id)
            ? await account.Person(id)
            : null;

    private static async Task<string?> Answer(HttpContext http)
    {
        if (http.Request.ContentLength is null or > LongestAnswer)
            return null;
        using var reader = new StreamReader(http.Request.Body);
        var read = await reader.ReadToEndAsync(http.RequestAborted);
        return read.Length > 0 ? read : null;
    }

    /// <summary>What a ceremony came to; null when nobody had begun one.</summary>
    private static async Task<T?> OrNothing<T>(Task<T> ceremony)
        where T : class
    {
        try
        {
            return await ceremony;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    /// <summary>The key that an answer says it is of.</summary>
    private static byte[]? KeyOf(string answer)
    {
        try
        {
            using var read = JsonDocument.Parse(answer);
            return read.RootElement.TryGetProperty("id", out var id) && id.ValueKind == JsonValueKind.String
                ? Microsoft.AspNetCore.WebUtilities.WebEncoders.Base64UrlDecode(id.GetString()!)
                : null;
        }
        catch (Exception e) when (e is JsonException or FormatException or InvalidOperationException)
        {
            return null;
        }
    }
}
