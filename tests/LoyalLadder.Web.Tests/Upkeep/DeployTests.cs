using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Upkeep;

/// <summary>What stands under <c>deploy/</c>, as it is used: the published program behind nginx with TLS.</summary>
public sealed class DeployTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>What every answer carries behind TLS, and words that each has.</summary>
    private static readonly (string Name, string Has)[] Headers =
    [
        ("Strict-Transport-Security", "max-age=31536000"),
        ("Content-Security-Policy", "script-src 'self'"),
        ("X-Content-Type-Options", "nosniff"),
        ("X-Frame-Options", "DENY"),
        ("Referrer-Policy", "same-origin"),
        ("Permissions-Policy", "camera=()"),
        ("Cross-Origin-Opener-Policy", "same-origin"),
    ];

    [Fact]
    public async Task The_published_program_serves_behind_nginx_with_tls()
    {
        var folder = Directory.CreateTempSubdirectory("ladder-deploy-").FullName;
        var database = await TestDatabase.Fresh(withDemo: true);
        var program = Path.Combine(folder, "program");
        await Publish(program);
        var (secure, plain) = (FreePort(), FreePort());
        await using var web = await WebProcess.StartPublished(database, program, $"https://localhost:{secure}");
        using var nginx = StartNginx(folder, web.Address.Port, secure, plain);
        try
        {
            using var visitor = new Visitor(new Uri($"https://localhost:{secure}"), anyCertificate: true);
            await Answers(visitor);
            using var http = new Visitor(new Uri($"http://localhost:{plain}"));
            Assert.StartsWith(
                "https://",
                (await http.Get("/x")).Headers.Location!.ToString(),
                StringComparison.Ordinal
            );
            await Used(visitor);
            using var direct = await Visitor.SignedIn(web.Address);
            await Kept(direct);
            await using var owner = LadderDatabase.AsOwner(database.Owner);
            Assert.Equal(
                ["127.0.0.1"],
                await owner.DoorNotes.IgnoreQueryFilters().Select(n => n.Address).Distinct().ToListAsync(Cancel)
            );
        }
        finally
        {
            nginx.Kill(entireProcessTree: true);
            await nginx.WaitForExitAsync(Cancel);
            Directory.Delete(folder, recursive: true);
        }
    }

    /// <summary>
    /// Every script, style and font of a page comes packed and is kept: asked again it is not sent again. The page itself is small.
    /// </summary>
    private static async Task Kept(Visitor visitor)
    {
        using var today = await visitor.Packed("/");
        var page = await visitor.Page("/");
        Assert.InRange((await today.Content.ReadAsByteArrayAsync(Cancel)).Length, 1_000, 40_000);
        var parts = page.QuerySelectorAll("script[src], link[rel=stylesheet]")
            .Select(e => e.GetAttribute("src") ?? e.GetAttribute("href")!)
            .ToList();
        Assert.True(parts.Count > 3, string.Join(' ', parts));
        var bytes = 0L;
        foreach (var part in parts)
        {
            using var first = await visitor.Packed(part);
            Assert.Equal((part, HttpStatusCode.OK), (part, first.StatusCode));
            bytes += (await first.Content.ReadAsByteArrayAsync(Cancel)).Length;
            Assert.Equal((part, true), (part, first.Content.Headers.ContentEncoding.Count > 0));
            Assert.NotNull(first.Headers.ETag);
            using var again = new HttpRequestMessage(HttpMethod.Get, part);
            again.Headers.IfNoneMatch.Add(first.Headers.ETag);
            again.Headers.TryAddWithoutValidation("Accept-Encoding", "gzip, br");
            using var second = await visitor.Send(again);
            Assert.Equal((part, HttpStatusCode.NotModified), (part, second.StatusCode));
        }
        Assert.InRange(bytes, 10_000, 160_000);
    }

    private static async Task Used(Visitor visitor)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/sign-in");
        request.Headers.Add("X-Forwarded-For", "203.0.113.66");
        request.Content = new FormUrlEncodedContent([
            KeyValuePair.Create("Email", DemoSchool.Head),
            KeyValuePair.Create("Password", TestDatabase.Password),
            KeyValuePair.Create("__RequestVerificationToken", await visitor.Token("/sign-in")),
        ]);
        using var signedIn = await visitor.Send(request);
        Assert.Equal(HttpStatusCode.Redirect, signedIn.StatusCode);
        Assert.All(
            signedIn.Headers.GetValues("Set-Cookie"),
            c => Assert.Contains("secure", c, StringComparison.OrdinalIgnoreCase)
        );
        using var today = await visitor.Get("/");
        Assert.True(today.Headers.CacheControl?.NoStore);
        using var missing = await visitor.Get("/nothing/here");
        foreach (var answer in new[] { today, missing })
        foreach (var (name, has) in Headers)
            Assert.Contains(has, answer.Headers.GetValues(name).Single(), StringComparison.Ordinal);
        // news come through at once: the first is there although the stream goes on
        using var live = await visitor.Stream(new HttpRequestMessage(HttpMethod.Get, "/live"));
        using var reader = new StreamReader(await live.Content.ReadAsStreamAsync(Cancel));
        Assert.StartsWith("event:", await reader.ReadLineAsync(Cancel), StringComparison.Ordinal);
    }

    /// <summary>Waits until nginx is up.</summary>
    private static async Task Answers(Visitor visitor)
    {
        for (var began = TimeProvider.System.GetTimestamp(); ; )
            try
            {
                if ((await visitor.Get("/health/ready")).IsSuccessStatusCode)
                    return;
            }
            catch (HttpRequestException) when (TimeProvider.System.GetElapsedTime(began) < TimeSpan.FromSeconds(20)) { }
    }

    private static async Task Publish(string to)
    {
        var publish = new ProcessStartInfo("dotnet")
        {
            RedirectStandardOutput = true,
            WorkingDirectory = WebProcess.SourceTree(),
        };
        foreach (
            var argument in (string[])
                ["publish", "src/LoyalLadder.Web", "-c", "Release", "--no-build", "-v", "quiet", "-o", to]
        )
            publish.ArgumentList.Add(argument);
        using var process = Process.Start(publish)!;
        var said = await process.StandardOutput.ReadToEndAsync(Cancel);
        await process.WaitForExitAsync(Cancel);
        Assert.True(process.ExitCode == 0, said);
    }

    private static Process StartNginx(string folder, int web, int secure, int plain)
    {
        WriteCertificate(folder);
        var site = File.ReadAllText(Path.Combine(WebProcess.SourceTree(), "deploy", "nginx.conf"))
            .Replace("listen 443 ssl http2", $"listen 127.0.0.1:{secure} ssl http2", StringComparison.Ordinal)
            .Replace("listen 80", $"listen 127.0.0.1:{plain}", StringComparison.Ordinal)
            .Replace("ladder.school.example", "localhost", StringComparison.Ordinal)
            .Replace("/etc/ssl/loyal-ladder", folder, StringComparison.Ordinal)
            .Replace("127.0.0.1:5080", $"127.0.0.1:{web}", StringComparison.Ordinal);
        var whole = $$"""
            daemon off;
            pid {{folder}}/nginx.pid;
            error_log {{folder}}/error.log;
            {{(Environment.IsPrivilegedProcess ? "user root;" : "")}}
            events {}
            http {
              access_log off;
              client_body_temp_path {{folder}}/body; proxy_temp_path {{folder}}/proxy; fastcgi_temp_path {{folder}}/f;
              uwsgi_temp_path {{folder}}/u; scgi_temp_path {{folder}}/s;
              {{site}}
            }
            """;
        var config = Path.Combine(folder, "nginx.conf");
        File.WriteAllText(config, whole);
        return Process.Start("/usr/sbin/nginx", ["-c", config, "-p", folder, "-e", Path.Combine(folder, "error.log")]);
    }

    private static void WriteCertificate(string folder)
    {
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=localhost", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        var now = TimeProvider.System.GetUtcNow();
        using var certificate = request.CreateSelfSigned(now.AddDays(-1), now.AddDays(2));
        File.WriteAllText(Path.Combine(folder, "fullchain.pem"), certificate.ExportCertificatePem());
        File.WriteAllText(Path.Combine(folder, "key.pem"), key.ExportPkcs8PrivateKeyPem());
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
