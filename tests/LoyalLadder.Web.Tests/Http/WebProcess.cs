using System.Diagnostics;
using System.Text.RegularExpressions;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The application as a process of its own, the way it runs in a school.</summary>
internal sealed partial class WebProcess : IAsyncDisposable
{
    private readonly Process _process;

    private WebProcess(Process process, Uri address) => (_process, Address) = (process, address);

    public Uri Address { get; }

    /// <summary>Runs one of the program's commands and returns what it says.</summary>
    public static async Task<string> Say(TestDatabase database, params string[] command)
    {
        using var process = Process.Start(Program(database, command))!;
        var said = await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.Equal(0, process.ExitCode);
        return said;
    }

    internal static ProcessStartInfo Program(TestDatabase database, params string[] command)
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardOutput = true,
            WorkingDirectory = AppContext.BaseDirectory,
        };
        foreach (var argument in (string[])["LoyalLadder.Web.dll", "--contentRoot", ContentRoot(), .. command])
            start.ArgumentList.Add(argument);
        start.Environment["LOYALLADDER_DB"] = database.Web;
        start.Environment["LOYALLADDER_KEYS_DB"] = database.Keys;
        start.Environment["LOYALLADDER_OWNER_DB"] = command.Contains("--migrate") ? database.Owner : null;
        start.Environment["LOYALLADDER_CERTIFICATE"] = LadderServer.Certificate;
        return start;
    }

    /// <summary>Starts one.</summary>
    /// <param name="database">The database that it works on.</param>
    /// <param name="again">Where an earlier one was, when this takes its place.</param>
    public static Task<WebProcess> Start(TestDatabase database, Uri? again = null) => Start(Program(database), again);

    /// <summary>Starts what was published, from its own folder and behind something that forwards to it.</summary>
    public static Task<WebProcess> StartPublished(TestDatabase database, string folder, string address)
    {
        var start = Program(database);
        start.ArgumentList.Clear();
        start.ArgumentList.Add("LoyalLadder.Web.dll");
        start.WorkingDirectory = folder;
        start.Environment["LOYALLADDER_ADDRESS"] = address;
        start.Environment["ASPNETCORE_FORWARDEDHEADERS_ENABLED"] = "true";
        return Start(start, null);
    }

    private static async Task<WebProcess> Start(ProcessStartInfo start, Uri? again)
    {
        start.Environment["ASPNETCORE_URLS"] = again?.ToString() ?? "http://127.0.0.1:0";
        start.Environment["Serilog__MinimumLevel__Default"] = "Warning";
        start.Environment["Serilog__MinimumLevel__Override__Microsoft.Hosting.Lifetime"] = "Information";
        var process = Process.Start(start)!;
        var address = new TaskCompletionSource<Uri>(TaskCreationOptions.RunContinuationsAsynchronously);
        process.OutputDataReceived += (_, line) =>
        {
            if (line.Data is null)
                address.TrySetException(new InvalidOperationException("The process ended before it listened."));
            else if (Listening().Match(line.Data) is { Success: true } match)
                address.TrySetResult(new Uri(match.Groups[1].Value));
        };
        process.BeginOutputReadLine();
        return new WebProcess(
            process,
            await address.Task.WaitAsync(TimeSpan.FromSeconds(60), TestContext.Current.CancellationToken)
        );
    }

    /// <summary>Ends it as a power cut does.</summary>
    public async Task Kill()
    {
        _process.Kill(entireProcessTree: true);
        await _process.WaitForExitAsync(TestContext.Current.CancellationToken);
    }

    public async ValueTask DisposeAsync()
    {
        if (!_process.HasExited)
            await Kill();
        _process.Dispose();
    }

    private static string ContentRoot() => Path.Combine(SourceTree(), "src", "LoyalLadder.Web");

    /// <summary>The folder that the whole project stands in.</summary>
    public static string SourceTree()
    {
        for (var folder = new DirectoryInfo(AppContext.BaseDirectory); folder is not null; folder = folder.Parent)
            if (Directory.Exists(Path.Combine(folder.FullName, "src", "LoyalLadder.Web")))
                return folder.FullName;
        throw new DirectoryNotFoundException("src/LoyalLadder.Web");
    }

    [GeneratedRegex(@"listening on:? (http://\S+?)""?$", RegexOptions.IgnoreCase)]
    private static partial Regex Listening();
}
