using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Bearer tokens: made, shown once, revoked.</summary>
[Authorize(Policies.Head)]
public sealed class TokensModel(OwnSchool own, TimeProvider time, TokenBook tokens, SignInLog book)
    : SchoolPage(own, time)
{
    [
        BindProperty,
        Required(ErrorMessage = "Say what it is for."),
        StringLength(80, ErrorMessage = "At most 80 characters.")
    ]
    public string Name { get; set; } = "";

    [BindProperty, EnumDataType(typeof(TokenScope), ErrorMessage = "Choose how far it goes.")]
    public TokenScope Scope { get; set; }

    [BindProperty, Range(1, TokenBook.MostDays, ErrorMessage = "1 to 730 days.")]
    public int Days { get; set; } = 365;

    public List<ApiToken> Tokens { get; private set; } = [];

    /// <summary>The token that was made just now.</summary>
    public string? Fresh { get; private set; }

    /// <summary>Where the school is, for the days on which they were made.</summary>
    public SchoolCard Own { get; private set; } = null!;

    public Task OnGetAsync() => Load();

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (ModelState.IsValid)
        {
            Fresh = await tokens.Make(Key, Name.Trim(), Scope, Days, Cancel);
            await book.Write(DoorDeed.MadeToken, Me, HttpContext.Address(), Cancel);
        }
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRevokeAsync(Guid id)
    {
        await tokens.Revoke(id, Cancel);
        await book.Write(DoorDeed.RevokedToken, Me, HttpContext.Address(), Cancel);
        return Tell(Say("Revoked; it opens nothing any more."), "/school/tokens");
    }

    public string WordOf(TokenScope scope) => scope == TokenScope.Plan ? Say("look and plan") : Say("look");

    public bool IsOver(ApiToken token) => token.RevokedAt is not null || token.ExpiresAt <= Time.GetUtcNow();

    private async Task Load() => (Own, Tokens) = (await School(), await tokens.All(Cancel));
}
