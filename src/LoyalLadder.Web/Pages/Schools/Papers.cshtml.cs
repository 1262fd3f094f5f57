using LoyalLadder.Core.Papers;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The school's own wording and picture on certificates and cards.</summary>
[Takes(Bodies.Document)]
public sealed class PapersModel(OwnSchool own, TimeProvider time, PaperBook papers) : SchoolPage(own, time)
{
    private const string Address = "/school/papers";

    [BindProperty]
    public string? Heading { get; set; }

    [BindProperty]
    public string? Body { get; set; }

    [BindProperty]
    public string? Closing { get; set; }

    public bool HasPicture { get; private set; }

    /// <summary>What a certificate would say.</summary>
    public Certified Example { get; private set; } = null!;

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        var (style, _) = await papers.Style(Cancel);
        (Heading, Body, Closing) = (style.Heading, style.Body, style.Closing);
        await Load();
    }

    /// <summary>The picture itself; what it could do in a page of its own, it cannot do here.</summary>
    public async Task<IActionResult> OnGetPictureAsync()
    {
        if (await papers.Picture(Cancel) is not { } picture)
            return NotFound();
        Response.Headers.ContentDisposition = "inline; filename=school-picture";
        return File(picture.Bytes, picture.Type);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        ShowErrors(await papers.Word(Heading, Body, Closing, Cancel));
        if (ModelState.IsValid)
            return Tell(Say("The wording is kept."), Address);
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostPictureAsync(IFormFile? file)
    {
        ModelState.Clear();
        if (file is null)
            ModelState.AddModelError("Picture", Say("Choose a PNG or SVG file."));
        else if (file.Length > PictureFile.MostBytes)
            ModelState.AddModelError("Picture", Say("A picture may have 1 MB."));
        else
        {
            using var bytes = new MemoryStream();
            await file.CopyToAsync(bytes, Cancel);
            ShowErrors(await papers.Draw(bytes.ToArray(), Cancel));
        }
        if (ModelState.IsValid)
            return Tell(Say("The picture is kept."), Address);
        var (style, _) = await papers.Style(Cancel);
        (Heading, Body, Closing) = (style.Heading, style.Body, style.Closing);
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostNoPictureAsync()
    {
        await papers.Draw(null, Cancel);
        return Tell(Say("The picture is taken away."), Address);
    }

    private async Task Load()
    {
        (_, HasPicture) = await papers.Style(Cancel);
        Example = new Certified("Wren A", "Green", "Kids", (await School()).Name, await Today());
    }

    public string Filled(string? words, string usual) =>
        CertificateWords.Fill(string.IsNullOrWhiteSpace(words) ? usual : words, Example);
}
