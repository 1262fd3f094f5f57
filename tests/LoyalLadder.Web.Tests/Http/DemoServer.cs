namespace LoyalLadder.Web.Tests.Http;

/// <summary>One running demo school for all tests of a class.</summary>
public sealed class DemoServer : IAsyncLifetime
{
    public LadderServer Server { get; private set; } = null!;

    public async ValueTask InitializeAsync() => Server = await LadderServer.Start();

    public ValueTask DisposeAsync() => Server.DisposeAsync();
}
