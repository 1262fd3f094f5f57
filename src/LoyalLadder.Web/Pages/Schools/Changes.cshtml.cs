using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The audit list: who changed what, and when.</summary>
[Authorize(Policies.Head)]
public sealed class ChangesModel(OwnSchool own, TimeProvider time, AuditBook audit) : SchoolPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Who { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Kind { get; set; }

    [BindProperty(SupportsGet = true)]
    public long? Before { get; set; }

    public List<AuditGroup> Groups { get; private set; } = [];
    public long? Older { get; private set; }
    public List<(Guid Id, string Name)> People { get; private set; } = [];
    public List<string> Kinds { get; private set; } = [];

    /// <summary>Where the changes before a number are listed, with the same choice of person and kind.</summary>
    public string OlderAddress(long before) =>
        FormattableString.Invariant(
            $"/school/changes?who={Who}&kind={Uri.EscapeDataString(Kind ?? "")}&before={before}"
        );

    public SchoolFacts Own { get; private set; } = null!;

    public async Task OnGetAsync()
    {
        Own = await Facts();
        (People, Kinds) = (await audit.People(Cancel), await audit.Kinds(Cancel));
        (Groups, Older) = await audit.Of(Who, string.IsNullOrEmpty(Kind) ? null : Kind, Before, Cancel);
    }
}
