using LoyalLadder.Core.Papers;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Gradings;

/// <summary>What a certificate says, as typed.</summary>
public sealed record PaperWording(string? Heading, string? Body, string? Closing)
{
    public static PaperWording Of(PaperStyle style) => new(style.Heading, style.Body, style.Closing);
}

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
                p.Version,
                p.ChangedById,
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
                    Version = found.Version,
                    ChangedById = found.ChangedById,
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
    /// <param name="wording">As typed.</param>
    /// <param name="seen">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<PaperStyle>> Word(PaperWording wording, uint? seen, CancellationToken cancel)
    {
        var (heading, body, closing) = wording;
        var errors = new FieldErrors();
        foreach (var (field, words) in new[] { ("Heading", heading), ("Body", body), ("Closing", closing) })
            if (CertificateWords.Problem(words?.Trim() ?? "") is { } problem)
                errors.Add(field, problem);
        if (errors.Any)
            return Task.FromResult(RowSaved<PaperStyle>.Refused(errors));
        return Change(
            style =>
            {
                style.Heading = Or(heading, CertificateWords.UsualHeading);
                style.Body = Or(body, CertificateWords.UsualBody);
                style.Closing = Or(closing, CertificateWords.UsualClosing);
            },
            seen,
            cancel
        );
    }

    private static string Or(string? words, string usual) => string.IsNullOrWhiteSpace(words) ? usual : words.Trim();

    /// <summary>Keeps a picture that is safe, or takes the school's away.</summary>
    /// <param name="bytes">The file; null takes the picture away.</param>
    /// <param name="seen">The state that the page was shown in; null takes whatever stands.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<PaperStyle>> Draw(byte[]? bytes, uint? seen, CancellationToken cancel)
    {
        if (bytes is null)
            return Change(s => (s.Picture, s.PictureType) = (null, ""), seen, cancel);
        var (picture, refusal) = PictureFile.Look(bytes);
        return picture is null
            ? Task.FromResult(RowSaved<PaperStyle>.Refused("Picture", refusal!))
            : Change(s => (s.Picture, s.PictureType) = (picture.Bytes, picture.Type), seen, cancel);
    }

    private Task<RowSaved<PaperStyle>> Change(Action<PaperStyle> change, uint? seen, CancellationToken cancel) =>
        db.RunExclusive(
            "papers",
            async () =>
            {
                var style = await db.PaperStyles.FirstOrDefaultAsync(cancel);
                var isOld = style is not null && seen is { } known && known != style.Version;
                if (style is null)
                    db.PaperStyles.Add(style = new PaperStyle());
                change(style);
                if (!isOld || !db.Entry(style).Properties.Any(p => p.IsModified))
                    return RowSaved<PaperStyle>.Kept(style);
                await db.Entry(style).ReloadAsync(cancel);
                return RowSaved<PaperStyle>.Conflict(style);
            },
            cancel
        );
}
