using System.Net;
using System.Text.RegularExpressions;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.AspNetCore.StaticAssets;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>
/// Every page and post, tried as each role, as nobody and as the head instructor of another school. One without a row
/// here fails.
/// </summary>
public sealed partial class RoleTableTests
{
    /// <summary>The least role: 0 anybody, 1 assistant, 2 instructor, 3 head instructor, 4 nobody's sign-in but a token.</summary>
    private static readonly Dictionary<string, int> Rules = """
        1 GET /
        4 GET /api/v1/timetable.ics
        1 GET /bench
        1 GET /bench?handler=Card
        1 GET /bench?handler=Live
        1 GET /diary
        1 GET /diary/{id:guid}
        1 GET /people/{id:guid}/taught
        0 GET /first-run
        0 GET /health
        0 GET /health/live
        0 GET /health/ready
        1 GET /figures
        1 GET /figures/{technique}
        1 GET /live
        1 GET /timetable.ics
        0 GET /openapi/{documentName}.json
        0 GET /words/{code}.js
        0 GET /offline
        1 GET /gradings
        1 GET /gradings/{id:guid}
        1 GET /gradings/{id:guid}?handler=Certificates
        1 GET /ladder
        1 GET /ladder/{id:guid}
        1 GET /ladder/grid
        1 GET /ladder/grid?handler=Row
        3 POST /ladder/grid?handler=Cells
        3 POST /ladder/grid?handler=Look
        3 POST /ladder/grid?handler=Take
        3 POST /ladder/grid?handler=Usual
        1 GET /people/add
        2 POST /people/add?handler=Look
        2 POST /people/add?handler=Take
        2 POST /people?handler=Many
        2 GET /people/sign
        2 POST /people/sign
        2 GET /people/cards
        1 GET /people/charts
        3 POST /people/charts?handler=Aims
        2 GET /people/{id:guid}/paper
        2 GET /week
        2 GET /gradings/{id:guid}/table
        2 GET /gradings/{id:guid}/table?handler=State
        2 POST /gradings/{id:guid}/table?handler=Marks
        2 POST /gradings/{id:guid}/table?handler=Result
        2 GET /gradings/{id:guid}/certificates
        1 GET /school/papers
        1 GET /school/papers?handler=Picture
        3 POST /school/papers
        3 POST /school/papers?handler=Picture
        3 POST /school/papers?handler=NoPicture
        2 POST /material/numbered/{id:guid}?handler=Home
        2 POST /material/numbered/{id:guid}?handler=EndHome
        0 GET /practice/{secret}
        0 GET /practice/{secret}?handler=Figure
        1 GET /mat/{id:guid}/{show?}
        1 GET /mat/{id:guid}/ready
        2 POST /mat/{id:guid}/ready?handler=Mend
        2 POST /mat/{id:guid}/ready?handler=Anyway
        2 POST /mat/{id:guid}/{show?}?handler=Discard
        2 GET /mat/{id:guid}/{show?}?handler=Care
        1 GET /mat/{id:guid}/{show?}?handler=Events
        1 GET /mat/{id:guid}/{show?}?handler=Fit
        1 GET /mat/{id:guid}/{show?}?handler=Program
        1 GET /clock
        2 POST /clock
        1 GET /rounds
        1 GET /rounds/paper
        2 POST /rounds
        2 POST /rounds?handler=Remove
        0 GET /wall/{secret}
        0 GET /wall/{secret}?handler=Now
        3 POST /school/halls?handler=Wall
        1 GET /material
        1 GET /material/activities
        1 GET /material/drills
        2 GET /material/numbered-form
        1 GET /material/numbered/{id:guid}
        3 GET /material/technique-form
        1 GET /material/{id}
        1 GET /people
        1 GET /people/{id:guid}
        2 GET /people/{id:guid}?handler=Export
        1 GET /school
        1 GET /school/classes
        1 GET /school/timetable
        3 POST /school/timetable
        3 POST /school/timetable?handler=End
        3 POST /school/timetable?handler=Close
        3 POST /school/timetable?handler=Open
        2 POST /school/timetable?handler=Extra
        2 POST /school/timetable?handler=Usual
        2 POST /sheets?handler=Copy
        2 POST /sheets?handler=Restore
        2 POST /sheets/{id:guid}?handler=Delete
        2 POST /sheets/{id:guid}/settle?handler=Restore
        1 GET /term
        3 POST /term
        3 POST /term?handler=Remove
        1 GET /term/{id:guid}
        1 GET /term/{id:guid}?handler=Grid
        2 POST /term/{id:guid}?handler=Pin
        2 POST /term/{id:guid}?handler=Limits
        2 POST /term/{id:guid}?handler=Things
        1 GET /term/{id:guid}/paper
        1 GET /term/{id:guid}/paper?handler=Csv
        1 GET /term/{id:guid}/paper?handler=Calendar
        1 GET /term/{id:guid}/plan
        2 POST /term/{id:guid}/plan
        2 POST /term/{id:guid}/plan?handler=Stop
        2 POST /term/{id:guid}/plan?handler=Take
        2 POST /term/{id:guid}/plan?handler=Drop
        1 GET /school/calendar
        1 POST /school/calendar
        1 POST /school/calendar?handler=Close
        0 GET /calendar/{secret}.ics
        2 GET /date
        2 GET /draft
        2 POST /draft
        2 POST /draft?handler=Parts
        2 POST /draft?handler=PartsFrom
        4 POST /api/v1/lessons/draft
        2 POST /date
        2 POST /date?handler=Take
        1 GET /school/halls
        1 GET /school/kit
        1 GET /school/limits
        1 GET /school/pace
        1 GET /school/lists
        1 GET /school/lists?handler=Csv
        1 GET /school/ranks
        1 GET /school/students
        3 GET /school/changes
        3 GET /school/tokens
        3 GET /school/users
        1 GET /sheets
        1 GET /sheets/library
        1 GET /sheets/library/{id:guid}
        1 GET /find
        1 GET /find?handler=List
        1 GET /help
        1 GET /help/rooms
        1 GET /help?handler=Try
        1 GET /ladder/{id:guid}/paper
        2 GET /people/register
        2 GET /sheets/folder
        2 GET /sheets/new
        2 GET /sheets/new?handler=Sources
        1 GET /sheets/{id:guid}
        1 GET /sheets/{id:guid}/briefing
        1 GET /sheets/{id:guid}/history
        1 GET /sheets/{id:guid}/print
        2 GET /sheets/{id:guid}/use
        1 GET /sheets/{id:guid}?handler=Due
        1 GET /sheets/{id:guid}/settle
        1 GET /sheets/{id:guid}/files?handler=Json
        1 GET /sheets/{id:guid}?handler=Live
        1 GET /sheets/{id:guid}/matches
        1 GET /sheets/{id:guid}/files?handler=Pasted
        1 GET /sheets/{id:guid}/files?handler=Ladder
        1 GET /sheets/{id:guid}/files?handler=Text
        0 GET /join/{secret}
        0 GET /sign-in
        0 GET /trouble
        0 GET /forgotten
        0 GET /new-password/{secret}
        1 GET /me
        1 GET /hall
        3 GET /school/door
        0 GET /{**path:file}
        1 POST /bench?handler=Mine
        2 POST /bench?handler=Send
        1 POST /diary/{id:guid}
        0 POST /first-run
        0 POST /join/{secret}
        3 POST /gradings
        3 POST /gradings/{id:guid}?handler=Close
        2 POST /gradings/{id:guid}?handler=Join
        2 POST /gradings/{id:guid}?handler=Leave
        2 POST /gradings/{id:guid}?handler=Mark
        3 POST /gradings/{id:guid}?handler=Reopen
        3 POST /ladder/{id:guid}
        3 POST /ladder/{id:guid}?handler=Remove
        3 POST /ladder/{id:guid}?handler=Times
        1 POST /mat/{id:guid}/{show?}?handler=Events
        2 POST /mat/{id:guid}/{show?}?handler=Fit
        2 POST /material/drills
        2 POST /material/drills?handler=Remove
        2 POST /material/numbered-form
        2 POST /material/numbered/{id:guid}?handler=Remove
        3 POST /material/technique-form
        3 POST /material/{id}?handler=AsShipped
        2 POST /people/{id:guid}?handler=Care
        2 POST /people/{id:guid}?handler=EndCare
        3 POST /people/{id:guid}/erase
        3 GET /people/{id:guid}/erase
        3 GET /school/move
        3 POST /school/move
        3 POST /school/move?handler=Out
        2 POST /people/{id:guid}?handler=Give
        2 POST /people/{id:guid}?handler=Sign
        2 POST /people/{id:guid}?handler=Unsign
        3 POST /school
        3 POST /school/classes
        3 POST /school/classes?handler=BringBack
        3 POST /school/classes?handler=Remove
        3 POST /school/halls?handler=BringBack
        3 POST /school/ranks?handler=BringBack
        2 POST /school/students?handler=BringBack
        3 POST /school/students?handler=Keep
        3 POST /school/halls
        3 POST /school/halls?handler=Remove
        3 POST /school/kit
        3 POST /school/kit?handler=Remove
        2 POST /sheets/{id:guid}/doses?handler=MyCount
        2 POST /school/pace?handler=Forget
        2 POST /school/pace?handler=Line
        2 POST /school/pace?handler=Tap
        3 POST /school/limits
        3 POST /school/limits?handler=Usual
        2 POST /school/lists
        2 POST /school/lists?handler=Take
        3 POST /school/ranks
        3 POST /school/ranks?handler=Remove
        3 POST /school/ranks?handler=Track
        3 POST /school/ranks?handler=Up
        3 POST /school/ranks?handler=Usual
        2 POST /school/students
        2 POST /school/students?handler=Remove
        3 POST /school/tokens
        3 POST /school/tokens?handler=Revoke
        3 POST /school/users
        3 POST /school/users?handler=Invite
        3 POST /school/users?handler=Withdraw
        2 POST /sheets/library/{id:guid}
        2 POST /sheets/library/{id:guid}?handler=Remove
        2 POST /sheets/library/{id:guid}?handler=Save
        2 POST /sheets/new
        2 POST /sheets/{id:guid}/history?handler=Restore
        2 POST /sheets/{id:guid}/history?handler=Undo
        2 POST /sheets/{id:guid}/use
        2 POST /sheets/{id:guid}/use?handler=Keep
        2 POST /sheets/{id:guid}/lines?handler=Add
        2 POST /sheets/{id:guid}/lines?handler=BringIn
        2 POST /sheets/{id:guid}/settle?handler=CountAgain
        2 POST /sheets/{id:guid}/lines?handler=Drop
        2 POST /sheets/{id:guid}/lines?handler=Edit
        2 POST /sheets/{id:guid}/settle?handler=Fit
        2 POST /sheets/{id:guid}?handler=Head
        2 POST /sheets/{id:guid}/settle?handler=Mend
        2 POST /sheets/{id:guid}/doses?handler=Move
        2 POST /sheets/{id:guid}/lines?handler=Owed
        2 POST /sheets/{id:guid}/doses?handler=Prioritise
        2 POST /sheets/{id:guid}/lines?handler=Remove
        2 POST /sheets/{id:guid}/lines?handler=Sample
        2 POST /sheets/{id:guid}/talk?handler=Say
        2 POST /sheets/{id:guid}/settle?handler=SetAside
        2 POST /sheets/{id:guid}/talk?handler=Settle
        2 POST /sheets/{id:guid}/doses?handler=Size
        2 POST /sheets/{id:guid}/doses?handler=Step
        2 POST /sheets/{id:guid}/doses?handler=Teach
        2 POST /sheets/{id:guid}/repairs?handler=Means
        2 POST /sheets/{id:guid}/repairs?handler=Reads
        1 GET /material/words
        2 POST /material/words
        2 POST /material/words?handler=Forget
        2 POST /sheets/new?handler=From
        2 POST /sheets/new?handler=Mend
        2 POST /sheets/folder?handler=Keep
        2 POST /sheets/folder?handler=Read
        2 POST /sheets/{id:guid}/settle?handler=Again
        2 POST /sheets/{id:guid}/settle?handler=Back
        2 POST /sheets/{id:guid}/picked?handler=Circuit
        2 POST /sheets/{id:guid}/picked?handler=Copy
        2 POST /sheets/{id:guid}/picked?handler=Drop
        2 POST /sheets/{id:guid}/picked?handler=Keep
        2 POST /sheets/{id:guid}/picked?handler=Move
        2 POST /sheets/{id:guid}/picked?handler=Remove
        4 POST /api/v1/combinations/figure
        4 POST /api/v1/combinations/trace
        4 POST /api/v1/lessons/clock
        4 POST /api/v1/lessons/fit
        4 POST /api/v1/lessons/read
        4 POST /api/v1/rounds
        4 POST /api/v1/terms/plan
        0 POST /sign-in
        0 POST /sign-in?handler=Code
        0 POST /sign-out
        0 POST /forgotten
        0 POST /new-password/{secret}
        0 POST /join/{secret}?handler=Tablet
        0 POST /passkeys/ask
        0 POST /passkeys/enter
        1 POST /passkeys/offer
        1 POST /passkeys/add
        1 POST /me?handler=Codes
        1 POST /me?handler=NoCodes
        1 POST /me?handler=NoPasskey
        1 POST /me?handler=Password
        1 POST /me?handler=Language
        1 POST /me?handler=End
        1 POST /me?handler=EndOthers
        3 POST /school/halls?handler=Tablet
        3 POST /school/halls?handler=EndTablet
        3 POST /school/users?handler=Close
        3 POST /school/users?handler=Open
        0 POST /trouble
        """.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(l =>
        l.Split(' ')
    ).ToDictionary(l => $"{l[1]} {l[2]}", l => int.Parse(l[0], System.Globalization.CultureInfo.InvariantCulture));

    /// <summary>What a hall's tablet may besides what is open to all, for the lessons in its hall.</summary>
    private static readonly HashSet<string> ForTablets =
    [
        "GET /figures",
        "GET /figures/{technique}",
        "GET /hall",
        "GET /live",
        "GET /mat/{id:guid}/{show?}",
        "GET /mat/{id:guid}/{show?}?handler=Events",
        "GET /mat/{id:guid}/{show?}?handler=Fit",
        "GET /mat/{id:guid}/{show?}?handler=Program",
        "POST /mat/{id:guid}/{show?}?handler=Events",
        "POST /mat/{id:guid}/{show?}?handler=Fit",
        "POST /mat/{id:guid}/{show?}?handler=Discard",
        "GET /mat/{id:guid}/ready",
        "GET /diary/{id:guid}",
        "POST /diary/{id:guid}",
    ];

    private static readonly string[] People = ["", DemoSchool.Assistant, DemoSchool.Instructor, DemoSchool.Head];

    [GeneratedRegex("^On(Get|Post)(\\w*?)(Async)?$")]
    private static partial Regex Handler();

    private sealed record Endpoint(string Method, string Route, string Name)
    {
        public string Key => $"{Method} {Route}{(Name.Length > 0 ? $"?handler={Name}" : "")}";
    }

    private static List<Endpoint> All(LadderServer server)
    {
        var models = typeof(Program)
            .Assembly.GetTypes()
            .Where(t => t.IsSubclassOf(typeof(PageModel)) && !t.IsAbstract)
            .ToDictionary(t => t.FullName!);
        return
        [
            .. from route in server.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            let page = route.Metadata.GetMetadata<PageActionDescriptor>()
            where page is not null
            let model = models[$"LoyalLadder.Web.Pages{page.ViewEnginePath.Replace('/', '.')}Model"]
            from method in model.GetMethods().Where(m => m.DeclaringType!.Assembly == model.Assembly)
            let match = Handler().Match(method.Name)
            where match.Success
            select new Endpoint(
                match.Groups[1].Value.ToUpperInvariant(),
                "/" + route.RoutePattern.RawText!.TrimStart('/'),
                match.Groups[2].Value
            ),
            // what is no page: programs, files that are made, the stream of news
            .. from route in server.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            where
                route.Metadata.GetMetadata<PageActionDescriptor>() is null
                && route.Metadata.GetMetadata<StaticAssetDescriptor>() is null
            from method in route.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"]
            where method is not ("HEAD" or "OPTIONS")
            select new Endpoint(method, "/" + route.RoutePattern.RawText!.TrimStart('/'), ""),
        ];
    }

    /// <summary>Addresses with keys of the demo school in them.</summary>
    private static async Task<Func<string, string>> Filled(LadderServer server, Visitor ines)
    {
        await using var db = server.Owner();
        var lesson = (await ines.Link("/", "a[href^='/sheets/']", "Kites")).Split('/')[^1];
        var (template, rank, student) = (
            await db.KeptSheets.IgnoreQueryFilters().Select(t => t.Id).FirstAsync(),
            await db.Ranks.IgnoreQueryFilters().Select(r => r.Id).FirstAsync(),
            await db.Students.IgnoreQueryFilters().Select(s => s.Id).FirstAsync()
        );
        var group = await db.Classes.IgnoreQueryFilters().Select(c => c.Id).FirstAsync();
        var (grading, combination) = (
            await db.Gradings.IgnoreQueryFilters().Select(g => g.Id).FirstAsync(),
            await db.NumberedCombinations.IgnoreQueryFilters().Select(c => c.Id).FirstAsync()
        );
        return route =>
            Regex.Replace(
                route.Replace("/{show?}", "", StringComparison.Ordinal),
                @"\{id(:guid)?\}",
                m =>
                    m.Value == "{id}"
                        ? "jab"
                        : route switch
                        {
                            _ when route.StartsWith("/sheets/library", StringComparison.Ordinal) => template.ToString(),
                            _ when route.StartsWith("/term", StringComparison.Ordinal) => group.ToString(),
                            _ when route.StartsWith("/ladder", StringComparison.Ordinal) => rank.ToString(),
                            _ when route.StartsWith("/people", StringComparison.Ordinal) => student.ToString(),
                            _ when route.StartsWith("/gradings", StringComparison.Ordinal) => grading.ToString(),
                            _ when route.StartsWith("/material", StringComparison.Ordinal) => combination.ToString(),
                            _ => lesson,
                        }
            );
    }

    /// <summary>How many rows each table of a school has and when one changed last.</summary>
    private static async Task<string> Fingerprint(LadderServer server)
    {
        await using var db = server.Owner();
        var tables = db
            .Model.GetEntityTypes()
            .Where(t => t.ClrType.IsSubclassOf(typeof(SchoolRow)))
            .Select(t => t.GetTableName()!)
            .Order();
        var school = await db.Schools.Where(s => s.Name.StartsWith("The Old Net Loft")).Select(s => s.Id).SingleAsync();
        var parts = new List<string>();
#pragma warning disable EF1002 // names of tables come from the model
        foreach (var table in tables)
        {
            var sum =
                "SELECT count(*) || ' ' || coalesce(max(changed_at)::text, '') AS \"Value\" "
                + $"FROM {table} WHERE school_id = {{0}}";
            parts.Add($"{table} {await db.Database.SqlQueryRaw<string>(sum, school).SingleAsync()}");
        }
#pragma warning restore EF1002
        return string.Join('\n', parts);
    }

    [Fact]
    public async Task Every_endpoint_has_a_rule_and_keeps_it()
    {
        await using var server = await LadderServer.Start();
        var all = All(server);
        Assert.Equal(
            string.Join('\n', Rules.Keys.Order(StringComparer.Ordinal)),
            string.Join('\n', all.Select(e => e.Key).Distinct().Order(StringComparer.Ordinal))
        );
        using var ines = await Visitor.SignedIn(server);
        var fill = await Filled(server, ines);
        var broken = new List<string>();
        for (var role = 0; role < People.Length; role++)
        {
            using var visitor = role == 0 ? new Visitor(server.Address) : await Visitor.SignedIn(server, People[role]);
            var token = await visitor.Token(role == 0 ? "/sign-in" : "/");
            foreach (var endpoint in all.Where(e => Rules[e.Key] > 0))
            {
                var (refused, status) = await Try(visitor, endpoint, fill(endpoint.Route), token);
                if (refused != role < Rules[endpoint.Key] || (int)status >= 500)
                    broken.Add($"{People[role]} {endpoint.Key}: {status}{(refused ? ", refused" : "")}");
            }
        }
        Assert.Equal("", string.Join('\n', broken));
    }

    [Fact]
    public async Task A_halls_tablet_gets_to_the_mat_and_the_log_and_nowhere_else()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var fill = await Filled(server, ines);
        using var tablet = await HallTablet.Of(server, ines, fill("/sheets/{id:guid}").Split('/')[^1]);
        var token = await tablet.Token("/hall");
        var broken = new List<string>();
        foreach (var endpoint in All(server).Where(e => Rules[e.Key] > 0))
        {
            var (refused, status) = await Try(tablet, endpoint, fill(endpoint.Route), token);
            if (refused == ForTablets.Contains(endpoint.Key) || (int)status >= 500)
                broken.Add($"{endpoint.Key}: {status}{(refused ? ", refused" : "")}");
        }
        Assert.Equal("", string.Join('\n', broken));
    }

    [Fact]
    public async Task Another_school_sees_and_changes_nothing()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var fill = await Filled(server, ines);
        using var stranger = await Visitor.SignedIn(server, await OtherSchool.In(server));
        var token = await stranger.Token("/");
        var before = await Fingerprint(server);
        foreach (var endpoint in All(server).Where(e => Rules[e.Key] > 0))
        {
            var path = fill(endpoint.Route);
            var (_, status) = await Try(stranger, endpoint, path, token);
            Assert.True((int)status < 500, $"{endpoint.Key}: {status}");
            // what is under a key of the demo school is not there; a post is at most sent back to where it came from
            if (path != endpoint.Route && !path.EndsWith("/jab", StringComparison.Ordinal))
                Assert.True(
                    endpoint.Method == "POST" ? status != HttpStatusCode.OK : status == HttpStatusCode.NotFound,
                    $"{endpoint.Key}: {status}"
                );
        }
        Assert.Equal(before, await Fingerprint(server));
    }

    [Fact]
    public async Task A_post_that_names_nothing_that_its_page_does_is_refused_in_words()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var (fill, token) = (await Filled(server, ines), await ines.Token("/"));
        var all = All(server);
        foreach (
            var route in all.Where(e =>
                    e.Method == "GET"
                    && e.Name.Length == 0
                    && Rules[e.Key] is > 0 and < 4
                    && all.TrueForAll(x => x.Key != $"POST {e.Route}")
                )
                .Select(e => e.Route)
        )
        {
            using var answer = await ines.Send(fill(route) + "?handler=Nonsense", token, isPart: false);
            Assert.Equal((route, HttpStatusCode.MethodNotAllowed), (route, answer.StatusCode));
        }
    }

    private static async Task<(bool Refused, HttpStatusCode Status)> Try(
        Visitor visitor,
        Endpoint endpoint,
        string path,
        string token
    )
    {
        var target = path + (endpoint.Name.Length > 0 ? $"?handler={endpoint.Name}" : "");
        using var request = new HttpRequestMessage(HttpMethod.Get, target);
        // the head is enough: the stream of news never ends
        using var answer =
            endpoint.Method == "GET" ? await visitor.Stream(request) : await visitor.Send(target, token, false);
        var to = answer.Headers.Location?.ToString() ?? "";
        return (
            answer.StatusCode is HttpStatusCode.Forbidden or HttpStatusCode.Unauthorized
                || to.Contains("/trouble", StringComparison.Ordinal)
                || to.Contains("/sign-in", StringComparison.Ordinal),
            answer.StatusCode
        );
    }
}
