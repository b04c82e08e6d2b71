using System.Net;
using System.Net.Sockets;

namespace Hang.Server.Tests;

/// <summary>
/// Stands between a client and a server on loopback, and can be down for a while, as a database is that is started again: lines break, and new ones are
/// refused.
/// </summary>
internal sealed class Relay : IDisposable
{
    private readonly IPEndPoint to;
    private readonly List<TcpClient> lines = [];
    private readonly Lock sync = new();
    private TcpListener listener = new(IPAddress.Loopback, 0);

    public Relay(string host, int port)
    {
        to = new(Dns.GetHostAddresses(host).First(a => a.AddressFamily == AddressFamily.InterNetwork), port);
        listener.Start();
        Port = ((IPEndPoint)listener.LocalEndpoint).Port;
        _ = AcceptAsync(listener);
    }

    public int Port { get; }

    public void GoDown()
    {
        listener.Stop();
        lock (sync)
        {
            lines.ForEach(l => l.Dispose());
            lines.Clear();
        }
    }

    public void ComeBack()
    {
        listener = new(IPAddress.Loopback, Port);
        listener.Start();
        _ = AcceptAsync(listener);
    }

    public void Dispose() => GoDown();

    private async Task AcceptAsync(TcpListener on)
    {
        try
        {
            while (true)
            {
                var (near, far) = (await on.AcceptTcpClientAsync(), new TcpClient());
                await far.ConnectAsync(to);
                lock (sync)
                {
                    lines.AddRange([near, far]);
                }
                _ = PumpAsync(near, far);
                _ = PumpAsync(far, near);
            }
        }
        catch (Exception e) when (e is SocketException or ObjectDisposedException)
        {
            // It went down.
        }
    }

    private static async Task PumpAsync(TcpClient from, TcpClient to)
    {
        try
        {
            await from.GetStream().CopyToAsync(to.GetStream());
        }
        catch (Exception e) when (e is IOException or ObjectDisposedException or InvalidOperationException)
        {
            // The line is broken; the other end finds out by itself.
        }
        finally
        {
            from.Dispose();
            to.Dispose();
        }
    }
}
