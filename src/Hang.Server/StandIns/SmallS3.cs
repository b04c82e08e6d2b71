using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Cryptography;
using System.Xml.Linq;
using Hang.Store.Files;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace Hang.Server.StandIns;

/// <summary>
/// A small stand-in for a store that speaks the S3 protocol, for trying a farm and for tests: objects lie in a folder, of as many buckets as are named. It
/// serves on this machine only, and asks nobody who they are.
/// </summary>
public sealed class SmallS3 : IAsyncDisposable
{
    /// <summary>The word by which the server becomes such a store: a folder and a port follow.</summary>
    public const string Word = "small-store";

    private static readonly XNamespace Names = "http://s3.amazonaws.com/doc/2006-03-01/";
    private readonly WebApplication app;
    private readonly string folder;
    private readonly FolderFileStore files;
    private readonly ConcurrentDictionary<string, (string Key, ConcurrentDictionary<int, string> Pieces)> begun = new(StringComparer.Ordinal);

    private SmallS3(WebApplication app, string folder) => (this.app, this.folder, files) = (app, folder, new(folder));

    /// <summary>The objects by bucket and key, with their bytes.</summary>
    public IReadOnlyDictionary<string, long> Objects =>
        Directory
            .EnumerateFiles(folder, "*", SearchOption.AllDirectories)
            .Where(f => !f.EndsWith(".part", StringComparison.Ordinal))
            .ToDictionary(f => Path.GetRelativePath(folder, f), f => new FileInfo(f).Length, StringComparer.Ordinal);

    /// <summary>Uploads in pieces that have no end yet.</summary>
    public int Begun => begun.Count;

    public string Address => app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();

    /// <param name="folder">For the objects; it is made.</param>
    /// <param name="port">0: any that is free.</param>
    public static async Task<SmallS3> StartAsync(string folder, int port = 0)
    {
        Directory.CreateDirectory(folder);
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.Listen(System.Net.IPAddress.Loopback, port);
            k.Limits.MaxRequestBodySize = null;
        });
        var store = new SmallS3(builder.Build(), folder);
        store.app.Run(store.AnswerAsync);
        await store.app.StartAsync();
        return store;
    }

    /// <summary>Serves until it is stopped.</summary>
    public static async Task<int> ServeAsync(string folder, int port)
    {
        await using var store = await StartAsync(folder, port);
        await Console.Out.WriteLineAsync($"A small file store is at {store.Address}; any key and secret will do. Ctrl-C stops it.");
        await store.app.WaitForShutdownAsync();
        return 0;
    }

    public async ValueTask DisposeAsync()
    {
        await app.StopAsync();
        await app.DisposeAsync();
    }

    private async Task AnswerAsync(HttpContext http)
    {
        var key = Uri.UnescapeDataString(http.Request.Path.Value!.Trim('/'));
        var asked = http.Request.Query;
        try
        {
            await (
                (http.Request.Method, Upload: asked["uploadId"].ToString()) switch
                {
                    ("POST", "") when asked.ContainsKey("uploads") => BeginAsync(http, key),
                    ("PUT", { Length: > 0 } upload) => PieceAsync(http, upload, int.Parse(asked["partNumber"]!, CultureInfo.InvariantCulture)),
                    ("POST", { Length: > 0 } upload) => CompleteAsync(http, key, upload),
                    ("DELETE", { Length: > 0 } upload) => AbortAsync(http, upload),
                    ("PUT", _) => PutAsync(http, key),
                    ("DELETE", _) => DeleteAsync(http, key),
                    ("GET", _) when asked.ContainsKey("list-type") => ListAsync(http, key, asked["prefix"].ToString()),
                    ("GET", _) when asked.ContainsKey("uploads") => ListBegunAsync(http, key, asked["prefix"].ToString()),
                    ("GET" or "HEAD", _) => GetAsync(http, key),
                    _ => RefuseAsync(http, StatusCodes.Status405MethodNotAllowed, "MethodNotAllowed"),
                }
            );
        }
        catch (Exception e) when (e is ArgumentException or FormatException)
        {
            await RefuseAsync(http, StatusCodes.Status400BadRequest, "InvalidRequest");
        }
    }

    private async Task PutAsync(HttpContext http, string key) => http.Response.Headers.ETag = await TakeAsync(http.Request.Body, files.PathOf(key));

    private async Task BeginAsync(HttpContext http, string key)
    {
        var upload = Guid.NewGuid().ToString("N");
        begun[upload] = (key, new());
        await SayAsync(
            http,
            new(Names + "InitiateMultipartUploadResult", Bucket(key), new XElement(Names + "Key", InBucket(key)), new XElement(Names + "UploadId", upload))
        );
    }

    private async Task PieceAsync(HttpContext http, string upload, int number)
    {
        if (!begun.TryGetValue(upload, out var known))
        {
            await RefuseAsync(http, StatusCodes.Status404NotFound, "NoSuchUpload");
            return;
        }
        var path = $"{files.PathOf(known.Key)}.{upload}.{number}.part";
        http.Response.Headers.ETag = await TakeAsync(http.Request.Body, path);
        known.Pieces[number] = path;
    }

    private async Task CompleteAsync(HttpContext http, string key, string upload)
    {
        if (!begun.TryRemove(upload, out var known))
        {
            await RefuseAsync(http, StatusCodes.Status404NotFound, "NoSuchUpload");
            return;
        }
        var whole = $"{files.PathOf(key)}.{upload}.part";
        await using (var to = File.Create(whole))
        {
            foreach (var piece in known.Pieces.OrderBy(p => p.Key))
            {
                await using var from = File.OpenRead(piece.Value);
                await from.CopyToAsync(to);
            }
        }
        File.Move(whole, files.PathOf(key), true);
        Forget(known.Pieces.Values);
        await SayAsync(
            http,
            new(Names + "CompleteMultipartUploadResult", Bucket(key), new XElement(Names + "Key", InBucket(key)), new XElement(Names + "ETag", $"\"{upload}\""))
        );
    }

    private Task AbortAsync(HttpContext http, string upload)
    {
        if (begun.TryRemove(upload, out var known))
        {
            Forget(known.Pieces.Values);
        }
        http.Response.StatusCode = StatusCodes.Status204NoContent;
        return Task.CompletedTask;
    }

    private async Task DeleteAsync(HttpContext http, string key)
    {
        await files.DeleteAsync(key);
        http.Response.StatusCode = StatusCodes.Status204NoContent;
    }

    private async Task GetAsync(HttpContext http, string key)
    {
        if (!await files.FetchAsync(key))
        {
            await RefuseAsync(http, StatusCodes.Status404NotFound, "NoSuchKey");
            return;
        }
        if (http.Request.Query["response-content-disposition"].ToString() is { Length: > 0 } kept)
        {
            http.Response.Headers.ContentDisposition = kept;
        }
        // Ranges as HTTP has them.
        await Results.File(files.PathOf(key), "application/octet-stream", enableRangeProcessing: true).ExecuteAsync(http);
    }

    private Task ListAsync(HttpContext http, string bucket, string prefix)
    {
        var found = Objects.Where(o => o.Key.StartsWith($"{bucket}/{prefix}", StringComparison.Ordinal)).OrderBy(o => o.Key, StringComparer.Ordinal);
        var contents = found.Select(o => new XElement(
            Names + "Contents",
            new XElement(Names + "Key", InBucket(o.Key)),
            new XElement(Names + "Size", o.Value),
            new XElement(Names + "LastModified", "2026-01-01T00:00:00.000Z")
        ));
        return SayAsync(http, new(Names + "ListBucketResult", new XElement(Names + "IsTruncated", false), contents));
    }

    private Task ListBegunAsync(HttpContext http, string bucket, string prefix)
    {
        var found = begun
            .Where(b => b.Value.Key.StartsWith($"{bucket}/{prefix}", StringComparison.Ordinal))
            .Select(b => new XElement(Names + "Upload", new XElement(Names + "Key", InBucket(b.Value.Key)), new XElement(Names + "UploadId", b.Key)));
        return SayAsync(http, new(Names + "ListMultipartUploadsResult", new XElement(Names + "IsTruncated", false), found));
    }

    /// <summary>Writes a body, whole or not at all.</summary>
    /// <returns>The protocol's tag of it: its MD5, which clients compare.</returns>
    private static async Task<string> TakeAsync(Stream body, string path)
    {
        var half = $"{path}.{Guid.NewGuid():N}.part";
#pragma warning disable CA5351 // Nothing is kept secret by it.
        using var md5 = MD5.Create();
#pragma warning restore CA5351
        await using (var to = File.Create(half))
        await using (var summed = new CryptoStream(to, md5, CryptoStreamMode.Write))
        {
            await body.CopyToAsync(summed);
        }
        File.Move(half, path, true);
        return $"\"{Convert.ToHexStringLower(md5.Hash!)}\"";
    }

    private static void Forget(IEnumerable<string> pieces)
    {
        foreach (var piece in pieces)
        {
            File.Delete(piece);
        }
    }

    private static XElement Bucket(string key) => new(Names + "Bucket", key.Split('/')[0]);

    private static string InBucket(string key) => key[(key.IndexOf('/', StringComparison.Ordinal) + 1)..];

    private static Task SayAsync(HttpContext http, XElement answer)
    {
        http.Response.ContentType = "application/xml";
        return http.Response.WriteAsync("<?xml version=\"1.0\" encoding=\"UTF-8\"?>" + answer.ToString(SaveOptions.DisableFormatting));
    }

    private static Task RefuseAsync(HttpContext http, int status, string code)
    {
        http.Response.StatusCode = status;
        return SayAsync(http, new("Error", new XElement("Code", code), new XElement("Message", code)));
    }
}
