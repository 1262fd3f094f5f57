using System.Net;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Doors;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>Coming in: right and wrong passwords, one after the other and all at once.</summary>
public sealed class SignInTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Refusal(HttpResponseMessage answer)
    {
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return Visitor.Read((await Visitor.Parse(answer)).QuerySelector(".validation-summary-errors"));
    }

    [Fact]
    public async Task Whatever_is_wrong_the_answer_is_the_same_and_comes_after_the_same_time()
    {
        await using var server = await LadderServer.Start();
        await using (var owner = server.Owner())
            await owner
                .Users.Where(u => u.Email == DemoSchool.Assistant)
                .ExecuteUpdateAsync(u => u.SetProperty(x => x.ClosedAt, LadderServer.Tuesday), Cancel);
        using var visitor = new Visitor(server.Address);
        var wrong = await Refusal(await visitor.TryToSignIn(DemoSchool.Head, "not the right one"));
        Assert.Equal(wrong, await Refusal(await visitor.TryToSignIn("nobody@netloft.example", "not the right one")));
        Assert.Equal(wrong, await Refusal(await visitor.TryToSignIn(DemoSchool.Assistant, TestDatabase.Password)));
        for (var i = 0; i < 6; i++)
            Assert.Equal(wrong, await Refusal(await visitor.TryToSignIn(DemoSchool.Instructor, "wrong again")));
        // the wait is not over: even the right one is refused, in the same words
        Assert.Equal(wrong, await Refusal(await visitor.TryToSignIn(DemoSchool.Instructor, TestDatabase.Password)));
        server.Clock.Pass(TimeSpan.FromSeconds(21));
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await visitor.TryToSignIn(DemoSchool.Instructor, TestDatabase.Password)).StatusCode
        );
    }

    [Fact]
    public async Task Every_refusal_takes_as_long_for_somebody_who_is_there_as_for_nobody()
    {
        await using var server = await LadderServer.Start();
        using var visitor = new Visitor(server.Address);
        await visitor.TryToSignIn("warm@netloft.example", "to begin with");
        var times = new Dictionary<string, List<TimeSpan>>();
        foreach (var email in (string[])["nobody@netloft.example", DemoSchool.Head])
            for (var i = 0; i < 3; i++)
            {
                var began = TimeProvider.System.GetTimestamp();
                await visitor.TryToSignIn(email, "not the right one");
                times.TryAdd(email, []);
                times[email].Add(TimeProvider.System.GetElapsedTime(began));
            }
        Assert.All(times.Values.SelectMany(t => t), t => Assert.True(t >= TimeSpan.FromMilliseconds(390), $"{t}"));
    }

    [Fact]
    public async Task Of_thirty_wrong_passwords_at_once_six_are_judged_and_the_right_one_among_them_is_no_exception()
    {
        await using var server = await LadderServer.Start();
        using var visitor = new Visitor(server.Address);
        var token = await visitor.Token("/sign-in");
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 30)
                .Select(i =>
                    visitor.Send(
                        "/sign-in",
                        token,
                        false,
                        ("Email", DemoSchool.Instructor),
                        ("Password", $"wrong number {i}")
                    )
                )
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        await Refusal(await visitor.TryToSignIn(DemoSchool.Instructor, TestDatabase.Password));
        await using var owner = server.Owner();
        var notes = await owner.DoorNotes.IgnoreQueryFilters().Select(n => n.Deed).ToListAsync(Cancel);
        Assert.Equal(
            (6, 25),
            (notes.Count(n => n == DoorDeed.WrongPassword), notes.Count(n => n == DoorDeed.HadToWait))
        );
    }

    [Fact]
    public async Task Strangers_tries_keep_nobody_out_who_comes_from_where_they_came_before()
    {
        await using var server = await LadderServer.Start();
        await using var scope = server.Services.CreateAsyncScope();
        var tries = scope.ServiceProvider.GetRequiredService<TryLimit>();
        using (var known = await Visitor.SignedIn(server, DemoSchool.Instructor))
            await known.Page("/");
        // from all over the world, until the account is guarded
        for (var i = 0; i < 40; i++)
            await tries.Count(
                $"account {DemoSchool.Instructor}",
                30,
                TimeSpan.FromSeconds(20),
                TimeSpan.FromMinutes(10),
                Cancel
            );
        using var again = await Visitor.SignedIn(server, DemoSchool.Instructor);
        await again.Page("/");
    }

    [Fact]
    public async Task An_address_that_knocks_all_the_time_is_answered_with_a_wait()
    {
        await using var server = new LadderServer(await TestDatabase.Fresh(withDemo: true)) { DoorPerMinute = 5 };
        server.StartServer();
        using var visitor = new Visitor(server.Address);
        var token = await visitor.Token("/sign-in");
        var codes = new List<HttpStatusCode>();
        for (var i = 0; i < 7; i++)
            codes.Add(
                (
                    await visitor.Send("/sign-in", token, false, ("Email", $"a{i}@b.example"), ("Password", "x"))
                ).StatusCode
            );
        Assert.Equal([.. Enumerable.Repeat(HttpStatusCode.OK, 5)], codes[..5]);
        Assert.Equal([HttpStatusCode.TooManyRequests, HttpStatusCode.TooManyRequests], codes[5..]);
        // looking costs nothing
        await visitor.Page("/sign-in");
    }

    [Theory]
    [InlineData("aaaaaaaaaa", false)]
    [InlineData("abababababab", false)]
    [InlineData("1234567890", false)]
    [InlineData("qwertyuiop", false)]
    [InlineData("0987654321", false)]
    [InlineData("password123", false)]
    [InlineData("P@ssw0rd2041!", false)]
    [InlineData("dragondragon", false)]
    [InlineData("marlow2041", false)]
    [InlineData("netloft123", false)]
    [InlineData("loyalladder1", false)]
    [InlineData("a loft full of nets", true)]
    [InlineData("marlow mends the sails at four", true)]
    [InlineData("tide-rope-lantern", true)]
    public void Passwords_that_strangers_try_first_are_refused(string password, bool isTaken) =>
        Assert.Equal(isTaken, PasswordRule.Refusal(password, ["marlow@netloft.example", "Marlow"]) is null);
}
