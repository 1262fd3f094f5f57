using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Bearer tokens: made, shown once, revoked.</summary>
[Authorize(Policies.Head)]
public sealed class TokensModel(OwnSchool own, TimeProvider time, SchoolBook school) : SchoolPage(own, time)
{
    [
        BindProperty,
        Required(ErrorMessage = "Say what it is for."),
        StringLength(80, ErrorMessage = "At most 80 characters.")
    ]
    public string Name { get; set; } = "";

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
            Fresh = await school.MakeToken(Key, Name.Trim(), Cancel);
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRevokeAsync(Guid id)
    {
        await school.Revoke(id, Cancel);
        return Tell("Revoked; it opens nothing any more.", "/school/tokens");
    }

    private async Task Load() => (Own, Tokens) = (await School(), await school.Tokens(Cancel));
}
