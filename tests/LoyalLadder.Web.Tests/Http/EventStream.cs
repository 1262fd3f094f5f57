using System.Net.ServerSentEvents;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>What a page that is open is told, event by event.</summary>
internal sealed class EventStream : IDisposable
{
    private readonly CancellationTokenSource _end = CancellationTokenSource.CreateLinkedTokenSource(
        TestContext.Current.CancellationToken
    );
    private readonly HttpResponseMessage _answer;
    private readonly IAsyncEnumerator<SseItem<string>> _items;

    private EventStream(HttpResponseMessage answer, Stream stream)
    {
        _answer = answer;
        _items = SseParser.Create(stream).EnumerateAsync(_end.Token).GetAsyncEnumerator();
        // long enough for a machine under load, short enough to end a test that waits for nothing
        _end.CancelAfter(TimeSpan.FromSeconds(60));
    }

    public static async Task<EventStream> Open(Visitor visitor, string path)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        var answer = await visitor.Stream(request);
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType?.MediaType);
        return new EventStream(answer, await answer.Content.ReadAsStreamAsync());
    }

    /// <summary>The data of the next event of a kind that says what is waited for.</summary>
    public async Task<string> Next(string kind, Func<string, bool>? says = null)
    {
        while (await _items.MoveNextAsync())
            if (_items.Current.EventType == kind && (says is null || says(_items.Current.Data)))
                return _items.Current.Data;
        throw new InvalidOperationException($"The stream ended before '{kind}' came.");
    }

    /// <summary>Whether the other side has ended it, or dies while we look.</summary>
    public async Task<bool> Ends()
    {
        try
        {
            while (await _items.MoveNextAsync()) { }
            return true;
        }
        catch (Exception e) when (e is IOException or HttpRequestException)
        {
            return true;
        }
    }

    public void Dispose()
    {
        _end.Cancel();
        _answer.Dispose();
        _end.Dispose();
    }
}
