using System.Collections.Concurrent;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;

namespace Hang.Server.Tests;

/// <summary>
/// A small stand-in for a store that speaks the S3 protocol: objects of one bucket in memory, without rights. It serves on this machine only.
/// </summary>
internal sealed class SmallS3 : IAsyncDisposable
{
    private const string NoSuchKey =
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?><Error><Code>NoSuchKey</Code><Message>The specified key does not exist.</Message></Error>";
    private readonly WebApplication app;

    private SmallS3(WebApplication app) => this.app = app;

    /// <summary>The objects by bucket and key.</summary>
    public ConcurrentDictionary<string, byte[]> Objects { get; } = new(StringComparer.Ordinal);

    public string Address => app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();

    public static async Task<SmallS3> StartAsync()
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.Listen(System.Net.IPAddress.Loopback, 0);
            k.Limits.MaxRequestBodySize = null;
        });
        var store = new SmallS3(builder.Build());
        store.app.Run(store.AnswerAsync);
        await store.app.StartAsync();
        return store;
    }

    public async ValueTask DisposeAsync()
    {
        await app.StopAsync();
        await app.DisposeAsync();
    }

    private async Task AnswerAsync(HttpContext http)
    {
        var key = Uri.UnescapeDataString(http.Request.Path.Value!.TrimStart('/'));
        switch (http.Request.Method)
        {
            case "PUT":
                using (var bytes = new MemoryStream())
                {
                    await http.Request.Body.CopyToAsync(bytes);
                    Objects[key] = bytes.ToArray();
                }
                http.Response.Headers.ETag = Tag(Objects[key]);
                return;
            case "DELETE":
                Objects.TryRemove(key, out _);
                http.Response.StatusCode = StatusCodes.Status204NoContent;
                return;
            default:
                if (!Objects.TryGetValue(key, out var found))
                {
                    http.Response.StatusCode = StatusCodes.Status404NotFound;
                    http.Response.ContentType = "application/xml";
                    await http.Response.WriteAsync(NoSuchKey);
                    return;
                }
                http.Response.Headers.ETag = Tag(found);
                http.Response.ContentLength = found.Length;
                await http.Response.Body.WriteAsync(found);
                return;
        }
    }

    // The protocol's tag of an object is its MD5, and clients compare it.
#pragma warning disable CA5351
    private static string Tag(byte[] bytes) => $"\"{Convert.ToHexStringLower(System.Security.Cryptography.MD5.HashData(bytes))}\"";
#pragma warning restore CA5351
}
