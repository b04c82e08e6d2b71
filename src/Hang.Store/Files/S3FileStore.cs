using System.Net;
using Amazon.Runtime;
using Amazon.S3;
using Amazon.S3.Model;

namespace Hang.Store.Files;

/// <summary>
/// Files in a bucket of a store that speaks the S3 protocol, so that machines without a common folder can work together. What a machine has written or
/// fetched stays in its own folder, which may be emptied at any time when nothing is under way.
/// </summary>
/// <param name="client">For the store.</param>
/// <param name="bucket">It must be there.</param>
/// <param name="here">The folder of this machine.</param>
public sealed class S3FileStore(IAmazonS3 client, string bucket, FolderFileStore here) : IFileStore, IDisposable
{
    /// <param name="address">Of the store, such as http://files.example:9000.</param>
    /// <param name="root">Folder of this machine.</param>
    public static S3FileStore Open(string address, string bucket, string key, string secret, string root) =>
        new(
            new AmazonS3Client(
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
            ),
            bucket,
            new(root)
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
            using var answer = await client.GetObjectAsync(bucket, key, cancel);
            await answer.WriteResponseStreamToFileAsync(half, false, cancel);
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

    public async Task DeleteAsync(string key, CancellationToken cancel = default)
    {
        await here.DeleteAsync(key, cancel);
        await client.DeleteObjectAsync(bucket, key, cancel);
    }

    public void Dispose() => client.Dispose();
}
