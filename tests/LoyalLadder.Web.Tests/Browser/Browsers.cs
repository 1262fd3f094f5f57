using System.Collections.Concurrent;
using System.Drawing;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(LoyalLadder.Web.Tests.Browser.Browsers))]

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>Chromiums that wait for the next test: one that was left clean is taken again, since starting one takes seconds.</summary>
public sealed class Browsers : IDisposable
{
    private static readonly ConcurrentBag<Browser> Waiting = [];

    internal static Browser Take(int width, int height)
    {
        if (!Waiting.TryTake(out var browser))
            return new Browser(width, height);
        browser.Driver.Manage().Window.Size = new Size(width, height);
        return browser;
    }

    /// <summary>Keeps a browser for the next test where nothing of this one can stay behind, else ends it.</summary>
    internal static void GiveBack(Browser browser, bool canStay)
    {
        if (canStay && browser.Clear())
            Waiting.Add(browser);
        else
            browser.Dispose();
    }

    public void Dispose()
    {
        while (Waiting.TryTake(out var browser))
            browser.Dispose();
    }
}

/// <summary>A headless Chromium with a profile of its own.</summary>
internal sealed class Browser : IDisposable
{
    private readonly string _profile = Directory.CreateTempSubdirectory("ladder-chrome-").FullName;

    public Browser(int width, int height)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--force-prefers-reduced-motion",
            $"--user-data-dir={_profile}",
            $"--window-size={width},{height}"
        );
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        Driver = new ChromeDriver(
            ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver"),
            options,
            TimeSpan.FromSeconds(60)
        );
    }

    public ChromeDriver Driver { get; }

    /// <summary>Leaves the page, and forgets sign-ins, sizes, colours and what was logged. False where that did not work.</summary>
    public bool Clear()
    {
        try
        {
            Driver.Navigate().GoToUrl(new Uri("about:blank"));
            if (Driver.WindowHandles.Count > 1)
                return false;
            foreach (
                var command in new[]
                {
                    "Network.clearBrowserCookies",
                    "Network.clearBrowserCache",
                    "Emulation.clearDeviceMetricsOverride",
                }
            )
                Driver.ExecuteCdpCommand(command, []);
            Driver.ExecuteCdpCommand(
                "Emulation.setEmulatedMedia",
                new Dictionary<string, object?> { ["features"] = Array.Empty<object>() }
            );
            Driver.Manage().Logs.GetLog(LogType.Browser);
            return true;
        }
        catch (WebDriverException)
        {
            return false;
        }
    }

    public void Dispose()
    {
        Driver.Quit();
        Driver.Dispose();
        try
        {
            Directory.Delete(_profile, recursive: true);
        }
        catch (IOException)
        {
            // the browser may still be letting go of its files
        }
    }
}
