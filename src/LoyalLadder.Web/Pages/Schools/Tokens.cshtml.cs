using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Bearer tokens: made, shown once, revoked.</summary>
[Authorize(Policies.Head)]
public sealed class TokensModel(LadderContext db, TimeProvider time) : SchoolPage(db, time)
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

    public Task OnGetAsync() => Load();

    public async Task<IActionResult> OnPostAsync()
    {
        if (ModelState.IsValid)
        {
            Fresh = ApiToken.Fresh();
            Db.ApiTokens.Add(
                new ApiToken
                {
                    Name = Name.Trim(),
                    Hash = ApiToken.HashOf(Fresh),
                    CreatedAt = Time.GetUtcNow(),
                }
            );
            await Db.SaveChangesAsync(Cancel);
        }
        await Load();
        return Page();
    }

    public async Task<IActionResult> OnPostRevokeAsync(Guid id)
    {
        if (await Db.ApiTokens.FirstOrDefaultAsync(t => t.Id == id, Cancel) is { } token)
            token.RevokedAt ??= Time.GetUtcNow();
        return await Save("Revoked; it opens nothing any more.", "/school/tokens");
    }

    private async Task Load() =>
        Tokens = await Db.ApiTokens.AsNoTracking().OrderByDescending(t => t.CreatedAt).ToListAsync(Cancel);
}
