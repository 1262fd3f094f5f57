using System.Net;
using System.Net.Sockets;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>A line to the database that a test can cut and mend, as if the server had been stopped.</summary>
internal sealed class CuttableLine : IAsyncDisposable
{
    private readonly string _host;
    private readonly int _to;
    private readonly List<TcpClient> _open = [];
    private TcpListener _listener;
    private Task _accepting = Task.CompletedTask;

    public CuttableLine(string host, int port)
    {
        (_host, _to) = (host, port);
        _listener = new TcpListener(IPAddress.Loopback, 0);
        _listener.Start();
        Port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        _accepting = Accept(_listener);
    }

    public int Port { get; }

    /// <summary>Hangs up on everybody and refuses new calls.</summary>
    public async Task Cut()
    {
        _listener.Stop();
        await _accepting;
        lock (_open)
        {
            foreach (var client in _open)
                client.Dispose();
            _open.Clear();
        }
    }

    /// <summary>Keeps everybody on the line and carries nothing any more, as a server does that is stopped in its tracks.</summary>
    public void Freeze() => _isFrozen = true;

    private volatile bool _isFrozen;

    private async Task Copy(NetworkStream from, NetworkStream to)
    {
        var buffer = new byte[16_384];
        while (await from.ReadAsync(buffer) is > 0 and var read)
            if (!_isFrozen)
                await to.WriteAsync(buffer.AsMemory(0, read));
    }

    public void Mend()
    {
        _listener = new TcpListener(IPAddress.Loopback, Port);
        _listener.Start();
        _accepting = Accept(_listener);
    }

    private async Task Accept(TcpListener listener)
    {
        try
        {
            while (true)
                _ = Carry(await listener.AcceptTcpClientAsync());
        }
        catch (SocketException)
        {
            // cut
        }
        catch (ObjectDisposedException)
        {
            // cut
        }
    }

    private async Task Carry(TcpClient near)
    {
        var far = new TcpClient();
        lock (_open)
            _open.AddRange([near, far]);
        try
        {
            await far.ConnectAsync(_host, _to);
            await Task.WhenAny(Copy(near.GetStream(), far.GetStream()), Copy(far.GetStream(), near.GetStream()));
        }
        catch (Exception e)
            when (e is SocketException or IOException or ObjectDisposedException or InvalidOperationException)
        {
            // one end hung up
        }
        near.Dispose();
        far.Dispose();
    }

    public async ValueTask DisposeAsync() => await Cut();
}
