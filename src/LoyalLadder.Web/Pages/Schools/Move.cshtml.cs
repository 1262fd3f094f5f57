using LoyalLadder.Data.Moving;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The school as a file: out, to keep it or take it elsewhere, and in, into an empty one.</summary>
[Authorize(Policies.Head)]
[Takes(RequestSizes.School)]
public sealed class MoveModel(OwnSchool own, TimeProvider time, SchoolArchive archive, SchoolImporter taker)
    : RoomPage(own, time)
{
    public string? Problem { get; private set; }

    public void OnGet() { }

    /// <summary>Gives the file out.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostOutAsync()
    {
        // written whole before it is sent, so that half a school is never taken for one; the disc takes it, not the memory
        var file = new FileStream(
            Path.GetTempFileName(),
            FileMode.Create,
            FileAccess.ReadWrite,
            FileShare.None,
            81920,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        await archive.Write(file, Cancel);
        file.Position = 0;
        return File(file, "application/zip", $"school-{Shown.Field(await Today())}.zip");
    }

    /// <summary>Takes a file in.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (file is null or { Length: 0 })
        {
            Problem = Say("Choose the file.");
            return Page();
        }
        await using var stream = file.OpenReadStream();
        try
        {
            Problem = await taker.Take(stream, Cancel);
        }
        catch (Exception e) when (e is InvalidDataException or System.Text.Json.JsonException or FormatException)
        {
            Problem = Say($"The file is damaged; nothing of it was taken. {e.Message}");
        }
        if (Problem is not null)
            return Page();
        Tell(Say("The school is taken in. People of it choose a password by 'Forgotten the password?'."));
        return Redirect("/school");
    }
}
