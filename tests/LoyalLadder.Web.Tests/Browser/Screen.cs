using System.Globalization;
using LoyalLadder.Data.Demo;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;
using OpenQA.Selenium.VirtualAuth;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>A headless Chromium on one site, worked as a person works it: by keys, by what is shown, waiting for what changes.</summary>
internal sealed class Screen : IDisposable
{
    private static readonly string Axe = File.ReadAllText(AxePath());

    private readonly Browser _browser;
    private readonly ChromeDriver _driver;
    private readonly Uri _site;
    private bool _leavesSomething;

    public Screen(Uri site, int width = 1280, int height = 800)
    {
        _site = site;
        _browser = Browsers.Take(width, height);
        _driver = _browser.Driver;
    }

    public static Screen SignedIn(LadderServer server, string email = DemoSchool.Head, int width = 1280)
    {
        var screen = new Screen(server.Address, width);
        screen.SignIn(email);
        return screen;
    }

    public void SignIn(string email)
    {
        Go("/sign-in");
        Type("#Email", email);
        Type("#Password", TestDatabase.Password + Keys.Enter);
        Until(() => Path == "/");
    }

    /// <summary>Gives the browser a device for passkeys that says yes to everything.</summary>
    public void Imagine(VirtualAuthenticatorOptions device)
    {
        _leavesSomething = true;
        _driver.AddVirtualAuthenticator(device);
    }

    public string Path => new Uri(_driver.Url).AbsolutePath;

    public void Go(string path) => _driver.Navigate().GoToUrl(new Uri(_site, path));

    public void Reload() => _driver.Navigate().Refresh();

    public T Wait<T>(Func<T?> found)
    {
        var wait = new WebDriverWait(_driver, TimeSpan.FromSeconds(20))
        {
            PollingInterval = TimeSpan.FromMilliseconds(40),
        };
        wait.IgnoreExceptionTypes(
            typeof(NoSuchElementException),
            typeof(StaleElementReferenceException),
            typeof(ElementNotInteractableException),
            typeof(ElementClickInterceptedException)
        );
        return wait.Until(_ => found())!;
    }

    public void Until(Func<bool> holds) => Wait(() => holds() ? this : null);

    public IWebElement Find(string css) => Wait(() => _driver.FindElement(By.CssSelector(css)));

    public bool Has(string css) => _driver.FindElements(By.CssSelector(css)).Count > 0;

    /// <summary>Words as they are read: whatever stands between two of them is one blank.</summary>
    public string Text(string css) =>
        Run($"return document.querySelector({Quoted(css)})?.textContent.trim().replace(/\\s+/g, ' ') ?? ''");

    public List<string> Texts(string css) => [.. _driver.FindElements(By.CssSelector(css)).Select(e => e.Text.Trim())];

    public void Click(string css) =>
        Wait(() =>
        {
            var element = _driver.FindElement(By.CssSelector(css));
            try
            {
                element.Click();
            }
            catch (ElementClickInterceptedException)
            {
                // behind the head that stays: whoever clicks scrolls it into sight first
                Run($"document.querySelector({Quoted(css)}).scrollIntoView({{ block: 'center' }})");
                throw;
            }
            return this;
        });

    /// <summary>Keeps a button pressed until something has come of it.</summary>
    public void Hold(string css, Func<bool> done)
    {
        new OpenQA.Selenium.Interactions.Actions(_driver).ClickAndHold(Find(css)).Perform();
        Until(done);
        new OpenQA.Selenium.Interactions.Actions(_driver).Release().Perform();
    }

    /// <summary>A script that runs on every page before its own.</summary>
    public void Before(string script)
    {
        _leavesSomething = true;
        _driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?> { ["source"] = script }
        );
    }

    public void Type(string css, string text) => Find(css).SendKeys(text);

    public void Fill(string css, string text)
    {
        Find(css).Clear();
        Type(css, text);
    }

    public void Choose(string css, string words) =>
        new SelectElement(Find(css)).SelectByText(words, partialMatch: true);

    /// <summary>Starts a class by its key: pressed by mistake it only asks.</summary>
    public void StartByKey()
    {
        Press(" ");
        Until(() => Has("#did:not([hidden])"));
        Press(" ");
    }

    /// <summary>Keys to whatever has the focus, as a hand on the keyboard gives them.</summary>
    public void Press(string keys) => _driver.SwitchTo().ActiveElement().SendKeys(keys);

    /// <summary>Takes hold of something and draws it to the right.</summary>
    public void Drag(string css, int pixels) =>
        new OpenQA.Selenium.Interactions.Actions(_driver)
            .ClickAndHold(Find(css))
            .MoveByOffset(pixels / 2, 0)
            .MoveByOffset(pixels - (pixels / 2), 0)
            .Release()
            .Perform();

    public string Run(string script) =>
        Convert.ToString(_driver.ExecuteScript(script), CultureInfo.InvariantCulture) ?? "";

    /// <summary>Sets a field's value at once, for text too long to type.</summary>
    public void Paste(string css, string text) =>
        _driver.ExecuteScript("arguments[0].value = arguments[1]", Find(css), text);

    /// <summary>Carries something from one place to another, a little past its middle.</summary>
    public void Carry(string css, string below) =>
        new OpenQA.Selenium.Interactions.Actions(_driver)
            .ClickAndHold(Find(css))
            .MoveToElement(Find(below), 5, 8)
            .Release()
            .Perform();

    /// <summary>The page as another device shows it.</summary>
    public void Look(int width, int height, bool dark = false)
    {
        _driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
        _driver.ExecuteCdpCommand(
            "Emulation.setEmulatedMedia",
            new Dictionary<string, object?>
            {
                ["features"] = new object[]
                {
                    new Dictionary<string, object?>
                    {
                        ["name"] = "prefers-color-scheme",
                        ["value"] = dark ? "dark" : "light",
                    },
                },
            }
        );
    }

    /// <summary>No finding at all of axe-core on the page as it stands.</summary>
    public void IsAccessible(string where) => Assert.Equal($"{where}: []", $"{where}: {Findings()}");

    /// <summary>What axe-core finds on the page as it stands, as a JSON list.</summary>
    public string Findings()
    {
        // through the debugger, which the page's content policy does not bind
        if (Run("return typeof axe") != "object")
            _driver.ExecuteCdpCommand("Runtime.evaluate", new Dictionary<string, object?> { ["expression"] = Axe });
        // a colour on its way to another is neither
        Run("document.getAnimations().forEach(a => a.finish())");
        var found = (Dictionary<string, object?>?)
            _driver.ExecuteCdpCommand(
                "Runtime.evaluate",
                new Dictionary<string, object?>
                {
                    ["expression"] =
                        "axe.run(document, { resultTypes: ['violations'] }).then(r => "
                        + "JSON.stringify(r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3)"
                        + ".map(n => n.target + ' ' + n.failureSummary).join(' ; '))))",
                    ["awaitPromise"] = true,
                    ["returnByValue"] = true,
                }
            );
        var result = (Dictionary<string, object?>)found!["result"]!;
        return (string)result["value"]!;
    }

    /// <summary>How many sheets the browser prints, and how wide and high each is, in points.</summary>
    public (int Pages, string Size) Printed()
    {
        var printed =
            (Dictionary<string, object?>)
                _driver.ExecuteCdpCommand(
                    "Page.printToPDF",
                    new Dictionary<string, object?> { ["preferCSSPageSize"] = true }
                )!;
        var text = System.Text.Encoding.Latin1.GetString(Convert.FromBase64String((string)printed["data"]!));
        return (
            System.Text.RegularExpressions.Regex.Count(text, @"/Type\s*/Page(?![a-z])"),
            System.Text.RegularExpressions.Regex.Match(text, @"/MediaBox\s*\[([^\]]+)\]").Groups[1].Value.Trim()
        );
    }

    /// <summary>Nothing was blocked by the content policy and no script failed.</summary>
    public void HasNoScriptErrors()
    {
        // an answer of 4xx or 5xx is logged by the browser too; what it means is checked where it is provoked
        var errors = _driver
            .Manage()
            .Logs.GetLog(LogType.Browser)
            .Select(l => l.Message)
            .Where(m => !m.Contains("Failed to load resource", StringComparison.Ordinal))
            .ToList();
        if (errors.Count > 0)
            Assert.Fail(string.Join('\n', errors));
    }

    private static string Quoted(string text) => System.Text.Json.JsonSerializer.Serialize(text);

    private static string AxePath()
    {
        for (var folder = new DirectoryInfo(AppContext.BaseDirectory); folder is not null; folder = folder.Parent)
        {
            var path = System.IO.Path.Combine(
                folder.FullName,
                "src",
                "LoyalLadder.Web",
                "node_modules",
                "axe-core",
                "axe.min.js"
            );
            if (File.Exists(path))
                return path;
        }
        throw new FileNotFoundException("axe-core is restored when LoyalLadder.Web is built.");
    }

    public void Dispose() => Browsers.GiveBack(_browser, canStay: !_leavesSomething);
}
