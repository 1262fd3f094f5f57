using LoyalLadder.Core.Papers;

namespace LoyalLadder.Data.Gradings;

/// <summary>The school's own wording and picture on certificates and cards; one for each school.</summary>
public sealed class PaperStyle : SchoolRow
{
    public string Heading { get; set; } = CertificateWords.UsualHeading;
    public string Body { get; set; } = CertificateWords.UsualBody;
    public string Closing { get; set; } = CertificateWords.UsualClosing;

    /// <summary>A PNG or an SVG that was looked through; null for none.</summary>
    public byte[]? Picture { get; set; }

    public string PictureType { get; set; } = "";
}
