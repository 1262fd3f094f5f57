using LoyalLadder.Core.Papers;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Gradings;

/// <summary>How the school's certificates and cards look.</summary>
public sealed class PaperBook(LadderContext db)
{
    /// <summary>The school's style without its picture; the usual one where it has none.</summary>
    public async Task<(PaperStyle Style, bool HasPicture)> Style(CancellationToken cancel)
    {
        var found = await db
            .PaperStyles.AsNoTracking()
            .Select(p => new
            {
                p.Heading,
                p.Body,
                p.Closing,
                HasPicture = p.Picture != null,
            })
            .FirstOrDefaultAsync(cancel);
        return found is null
            ? (new PaperStyle(), false)
            : (
                new PaperStyle
                {
                    Heading = found.Heading,
                    Body = found.Body,
                    Closing = found.Closing,
                },
                found.HasPicture
            );
    }

    /// <summary>The school's picture; null for none.</summary>
    public async Task<SafePicture?> Picture(CancellationToken cancel) =>
        await db
            .PaperStyles.AsNoTracking()
            .Where(p => p.Picture != null)
            .Select(p => new SafePicture(p.PictureType, p.Picture!))
            .FirstOrDefaultAsync(cancel);

    /// <summary>Keeps the wording; what is empty is the usual.</summary>
    public Task<FieldErrors> Word(string? heading, string? body, string? closing, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        foreach (var (field, words) in new[] { ("Heading", heading), ("Body", body), ("Closing", closing) })
            if (CertificateWords.Problem(words?.Trim() ?? "") is { } problem)
                errors.Add(field, problem);
        return errors.Any
            ? Task.FromResult(errors)
            : Change(
                style =>
                {
                    style.Heading = Or(heading, CertificateWords.UsualHeading);
                    style.Body = Or(body, CertificateWords.UsualBody);
                    style.Closing = Or(closing, CertificateWords.UsualClosing);
                },
                errors,
                cancel
            );
    }

    private static string Or(string? words, string usual) => string.IsNullOrWhiteSpace(words) ? usual : words.Trim();

    /// <summary>Keeps a picture that is safe, or takes the school's away.</summary>
    /// <param name="bytes">The file; null takes the picture away.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<FieldErrors> Draw(byte[]? bytes, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        if (bytes is null)
            return Change(s => (s.Picture, s.PictureType) = (null, ""), errors, cancel);
        var (picture, refusal) = PictureFile.Look(bytes);
        if (picture is null)
        {
            errors.Add("Picture", refusal!);
            return Task.FromResult(errors);
        }
        return Change(s => (s.Picture, s.PictureType) = (picture.Bytes, picture.Type), errors, cancel);
    }

    private Task<FieldErrors> Change(Action<PaperStyle> change, FieldErrors errors, CancellationToken cancel) =>
        db.InTurn(
            "papers",
            async () =>
            {
                var style = await db.PaperStyles.FirstOrDefaultAsync(cancel);
                if (style is null)
                    db.PaperStyles.Add(style = new PaperStyle());
                change(style);
                return errors;
            },
            cancel
        );
}
