using QRCoder;

namespace LoyalLadder.Web.Pages.Account;

/// <summary>The secret of an authenticator as a picture that a phone reads.</summary>
public static class CodePicture
{
    /// <summary>A picture of its own, without script or style, to stand in a page.</summary>
    public static string Of(string secret, string email)
    {
        var account = Uri.EscapeDataString($"Loyal Ladder:{email}");
        var address =
            $"otpauth://totp/{account}?secret={secret}&issuer={Uri.EscapeDataString("Loyal Ladder")}&digits=6";
        using var maker = new QRCodeGenerator();
        using var code = maker.CreateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var png = new PngByteQRCode(code);
        return $"data:image/png;base64,{Convert.ToBase64String(png.GetGraphic(4))}";
    }
}
