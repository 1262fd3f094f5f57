using LoyalLadder.Core.Papers;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The school's own wording and picture on certificates and cards.</summary>
[Takes(RequestSizes.Document)]
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
        Version = style.Version;
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
        var mine = new PaperWording(Heading, Body, Closing);
        var saved = await papers.Word(mine, Version, Cancel);
        await Load();
        return await Answer(saved, mine, PaperWording.Of, "", _ => Tell(Say("The wording is kept."), Address));
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
            var saved = await papers.Draw(bytes.ToArray(), Version, Cancel);
            if (saved.Theirs is { } theirs)
                return await Refused(theirs);
            ShowErrors(saved.Errors);
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
        var saved = await papers.Draw(null, Version, Cancel);
        return saved.Theirs is { } theirs ? await Refused(theirs) : Tell(Say("The picture is taken away."), Address);
    }

    private async Task<IActionResult> Refused(PaperStyle theirs)
    {
        var by = await NameOf(theirs.ChangedById);
        return Refuse(
            Say($"{by} changed the certificates meanwhile. This is how they stand now; nothing was changed."),
            Address
        );
    }

    private async Task Load()
    {
        (_, HasPicture) = await papers.Style(Cancel);
        Example = new Certified("Wren A", "Green", "Kids", (await School()).Name, await Today());
    }

    public string Filled(string? words, string usual) =>
        CertificateWords.Fill(string.IsNullOrWhiteSpace(words) ? usual : words, Example);
}
