using System.Globalization;
using System.Net;
using Amazon.Runtime;
using Amazon.S3;
using Amazon.S3.Model;
using Microsoft.Win32.SafeHandles;

namespace Hang.Store.Files;

/// <summary>
/// Files in a bucket of a store that speaks the S3 protocol, so that machines without a common folder can work together. What a machine has written or
/// fetched stays in its own folder, which may be emptied at any time when nothing is under way.
/// </summary>
/// <param name="client">For the store.</param>
/// <param name="bucket">It must be there.</param>
/// <param name="here">The folder of this machine.</param>
/// <param name="outside">For the address at which browsers reach the store; null where they do not.</param>
public sealed class S3FileStore(IAmazonS3 client, string bucket, FolderFileStore here, IAmazonS3? outside = null) : IFileStore, IDisposable
{
    /// <summary>Bytes that go in one piece; what is larger goes in several at once. The protocol takes no pieces below 5 MiB but the last.</summary>
    public const int PieceBytes = 8 << 20;

    private const int AtOnce = 4;
    private static readonly TimeSpan DirectFor = TimeSpan.FromHours(1);

    /// <param name="address">Of the store, such as http://files.example:9000.</param>
    /// <param name="root">Folder of this machine.</param>
    /// <param name="outside">The address at which browsers reach the store; empty where they do not.</param>
    public static S3FileStore Open(string address, string bucket, string key, string secret, string root, string outside = "") =>
        new(Client(address, key, secret), bucket, new(root), outside.Length > 0 ? Client(outside, key, secret) : null);

    private static AmazonS3Client Client(string address, string key, string secret) =>
        new(
            new BasicAWSCredentials(key, secret),
            new AmazonS3Config
            {
                ServiceURL = address,
                // Stores of one's own seldom have a name for each bucket, and not all know the newer checksums.
                ForcePathStyle = true,
                AuthenticationRegion = "us-east-1",
                RequestChecksumCalculation = RequestChecksumCalculation.WHEN_REQUIRED,
                ResponseChecksumValidation = ResponseChecksumValidation.WHEN_REQUIRED,
            }
        );

    public async Task SaveAsync(string key, byte[] bytes)
    {
        await here.SaveAsync(key, bytes);
        await PublishAsync(key);
    }

    public byte[]? Read(string key) => FetchAsync(key).GetAwaiter().GetResult() ? here.Read(key) : null;

    public string PathOf(string key) => here.PathOf(key);

    public async Task PublishAsync(string key, CancellationToken cancel = default)
    {
        var path = here.PathOf(key);
        if (!File.Exists(path))
        {
            return;
        }
        var length = new FileInfo(path).Length;
        if (length > PieceBytes)
        {
            await SendPiecesAsync(key, path, length, cancel);
            return;
        }
        await client.PutObjectAsync(
            new PutObjectRequest
            {
                BucketName = bucket,
                Key = key,
                FilePath = path,
                UseChunkEncoding = false,
                DisablePayloadSigning = false,
            },
            cancel
        );
    }

    private async Task SendPiecesAsync(string key, string path, long length, CancellationToken cancel)
    {
        var upload = (await client.InitiateMultipartUploadAsync(bucket, key, cancel)).UploadId;
        try
        {
            var sent = new PartETag[(length + PieceBytes - 1) / PieceBytes];
            await Parallel.ForAsync(0, sent.Length, new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = cancel }, async (i, stop) =>
            {
                var at = (long)i * PieceBytes;
                var request = new UploadPartRequest
                {
                    BucketName = bucket,
                    Key = key,
                    UploadId = upload,
                    PartNumber = i + 1,
                    FilePath = path,
                    FilePosition = at,
                    PartSize = Math.Min(PieceBytes, length - at),
                    UseChunkEncoding = false,
                    DisablePayloadSigning = false,
                };
                sent[i] = new(i + 1, (await client.UploadPartAsync(request, stop)).ETag);
            });
            await client.CompleteMultipartUploadAsync(
                new()
                {
                    BucketName = bucket,
                    Key = key,
                    UploadId = upload,
                    PartETags = [.. sent],
                },
                cancel
            );
        }
        catch
        {
            // What was sent would stay, and be paid for, unseen.
            await client.AbortMultipartUploadAsync(bucket, key, upload, CancellationToken.None);
            throw;
        }
    }

    public async Task<bool> FetchAsync(string key, CancellationToken cancel = default)
    {
        var path = here.PathOf(key);
        if (File.Exists(path))
        {
            return true;
        }
        var half = $"{path}.{Guid.NewGuid():N}.part";
        try
        {
            await TakePiecesAsync(key, half, cancel);
            File.Move(half, path, true);
            return true;
        }
        catch (AmazonS3Exception e) when (e.StatusCode == HttpStatusCode.NotFound)
        {
            return false;
        }
        finally
        {
            File.Delete(half);
        }
    }

    /// <summary>The first piece tells how much there is; the others are fetched at once.</summary>
    private async Task TakePiecesAsync(string key, string to, CancellationToken cancel)
    {
        using var file = File.OpenHandle(to, FileMode.CreateNew, FileAccess.Write);
        long length;
        using (var first = await PieceAsync(key, 0, cancel))
        {
            // As in "bytes 0-8388607/20000000"; a store that knows no ranges gives all of it.
            length = first.ContentRange is { } range ? long.Parse(range[(range.LastIndexOf('/') + 1)..], CultureInfo.InvariantCulture) : 0;
            await CopyAsync(first.ResponseStream, file, 0, cancel);
        }
        await Parallel.ForAsync(
            1,
            Math.Max(1, (length + PieceBytes - 1) / PieceBytes),
            new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = cancel },
            async (i, stop) =>
            {
                using var piece = await PieceAsync(key, i * PieceBytes, stop);
                await CopyAsync(piece.ResponseStream, file, i * PieceBytes, stop);
            }
        );
        if (length > 0 && RandomAccess.GetLength(file) != length)
        {
            throw new IOException($"Of {key} the file store gave {RandomAccess.GetLength(file)} bytes instead of {length}.");
        }
    }

    private async Task<GetObjectResponse> PieceAsync(string key, long from, CancellationToken cancel)
    {
        try
        {
            return await client.GetObjectAsync(
                new()
                {
                    BucketName = bucket,
                    Key = key,
                    ByteRange = new(from, from + PieceBytes - 1),
                },
                cancel
            );
        }
        catch (AmazonS3Exception e) when (e.StatusCode == HttpStatusCode.RequestedRangeNotSatisfiable && from == 0)
        {
            // Of a file without a byte no range can be had.
            return await client.GetObjectAsync(bucket, key, cancel);
        }
    }

    private static async Task CopyAsync(Stream from, SafeFileHandle to, long at, CancellationToken cancel)
    {
        var room = new byte[1 << 16];
        for (int read; (read = await from.ReadAsync(room, cancel)) > 0; at += read)
        {
            await RandomAccess.WriteAsync(to, room.AsMemory(0, read), at, cancel);
        }
    }

    public async Task DeleteAsync(string key, CancellationToken cancel = default)
    {
        await here.DeleteAsync(key, cancel);
        await client.DeleteObjectAsync(bucket, key, cancel);
    }

    public async Task DeleteAllAsync(string folder, CancellationToken cancel = default)
    {
        await here.DeleteAllAsync(folder, cancel);
        var prefix = folder + "/";
        await foreach (var found in client.Paginators.ListObjectsV2(new() { BucketName = bucket, Prefix = prefix }).S3Objects.WithCancellation(cancel))
        {
            await client.DeleteObjectAsync(bucket, found.Key, cancel);
        }
        // What machines that died had begun to send.
        var begun = client.Paginators.ListMultipartUploads(new() { BucketName = bucket, Prefix = prefix }).Uploads;
        await foreach (var upload in begun.WithCancellation(cancel))
        {
            await client.AbortMultipartUploadAsync(bucket, upload.Key, upload.UploadId, cancel);
        }
    }

    public Uri? Direct(string key, string fileName) =>
        outside is null
            ? null
            : new(
                outside.GetPreSignedURL(
                    new()
                    {
                        BucketName = bucket,
                        Key = key,
                        Expires = DateTime.UtcNow + DirectFor,
                        Protocol = outside.Config.ServiceURL.StartsWith("http:", StringComparison.OrdinalIgnoreCase) ? Protocol.HTTP : Protocol.HTTPS,
                        ResponseHeaderOverrides = new()
                        {
                            ContentDisposition = $"attachment; filename*=UTF-8''{Uri.EscapeDataString(fileName)}",
                            ContentType = "application/octet-stream",
                        },
                    }
                )
            );

    public void Dispose()
    {
        client.Dispose();
        outside?.Dispose();
    }
}
