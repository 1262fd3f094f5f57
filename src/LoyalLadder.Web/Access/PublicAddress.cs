using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace LoyalLadder.Web.Access;

/// <summary>
/// Where people reach the application. Links are made from it and never from what a request says of itself, so that nobody is sent
/// a link to somebody else's place. Set by <c>LOYALLADDER_ADDRESS</c>; without it the address that the server listens on.
/// </summary>
public sealed class PublicAddress(IConfiguration settings, IServer server)
{
    public const string Setting = "LOYALLADDER_ADDRESS";

    /// <summary>A link.</summary>
    /// <param name="path">From the first slash on.</param>
    public string Link(string path) => Base() + path;

    private string Base()
    {
        var given = settings[Setting];
        if (string.IsNullOrEmpty(given))
            given = server.Features.Get<IServerAddressesFeature>()?.Addresses.FirstOrDefault() ?? "http://localhost";
        return given.TrimEnd('/');
    }

    /// <summary>The domain that passkeys are made for; null where the address has none, and the request's own counts.</summary>
    /// <param name="address">The setting.</param>
    public static string? Domain(string? address) =>
        Uri.TryCreate(address, UriKind.Absolute, out var uri) && uri.HostNameType == UriHostNameType.Dns
            ? uri.Host
            : null;

    /// <summary>The hosts that requests may name: the public one, and this machine.</summary>
    /// <param name="address">The setting; null where there is none, and every host is taken.</param>
    public static string Hosts(string? address) =>
        Uri.TryCreate(address, UriKind.Absolute, out var uri) ? $"{uri.Host};localhost;127.0.0.1;[::1]" : "*";
}
