using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace LoyalLadder.Web.Access;

/// <summary>
/// The installation's certificate: it encrypts the keys that stand in the database, so that a copy of the database alone forges no
/// sign-in. It is a file beside the application; without it everybody has to sign in once more, and nothing else is lost.
/// </summary>
public static class KeyCertificate
{
    public const string Setting = "LOYALLADDER_CERTIFICATE";

    /// <summary>Makes it where there is none yet, readable by its owner alone.</summary>
    public static void MakeIfMissing(string file)
    {
        if (File.Exists(file))
            return;
        using var key = RSA.Create(3072);
        var request = new CertificateRequest(
            "CN=Loyal Ladder keys",
            key,
            HashAlgorithmName.SHA256,
            RSASignaturePadding.Pkcs1
        );
        // how long it is valid plays no part: it is never shown to anybody
        using var certificate = request.CreateSelfSigned(
            DateTimeOffset.UnixEpoch,
            DateTimeOffset.UnixEpoch.AddYears(200)
        );
        var beside = $"{file}.{Environment.ProcessId}";
        var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        using (var stream = new FileStream(beside, options))
            stream.Write(certificate.Export(X509ContentType.Pkcs12));
        File.Move(beside, file, overwrite: false);
    }
}
