using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Addresses by which calendar programs of phones and desks read the timetable; each is shown once and can be renewed.</summary>
public sealed class CalendarModel(OwnSchool own, TimeProvider time, CalendarAddresses addresses, PublicAddress address)
    : SchoolPage(own, time)
{
    public bool HasOwn { get; private set; }
    public bool HasSchool { get; private set; }

    /// <summary>The address that was made just now; null for none.</summary>
    public string? Link { get; private set; }

    public Task OnGetAsync() => Load();

    /// <summary>Makes an address; the one before it opens nothing any more.</summary>
    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostAsync(bool isOwn)
    {
        Link = address.Link($"/calendar/{await addresses.Renew(isOwn, Cancel)}.ics");
        await Load();
        return Page();
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostCloseAsync(bool isOwn)
    {
        await addresses.Close(isOwn, Cancel);
        return Tell(Say("That address opens nothing any more."), "/school/calendar");
    }

    private async Task Load() => (HasOwn, HasSchool) = await addresses.Of(Me, Cancel);
}
