using System.Net;
using Hang.Server.StandIns;
using Hang.Store.Files;

namespace Hang.Server.Tests;

/// <summary>Both kinds of file store do the same; through one that speaks S3, machines without a common folder see each other's files.</summary>
[Collection(OneServer.Name)]
public sealed class FileStoreTests : IDisposable
{
    private readonly string root = Directory.CreateTempSubdirectory("hang-files-").FullName;

    public void Dispose() => Directory.Delete(root, true);

    [Fact]
    public async Task WhatOneMachineMakesAnotherFetches()
    {
        await using var s3 = await SmallS3.StartAsync(Path.Combine(root, "store"));
        using var one = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "one"));
        using var other = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "other"));
        await one.SaveAsync("pictures/a b", [1, 2, 3]);
        Assert.Equal([1, 2, 3], other.Read("pictures/a b")!);
        Assert.Contains("hang/pictures/a b", s3.Objects.Keys);
        var large = new byte[3_000_000];
        new Random(1).NextBytes(large);
        await File.WriteAllBytesAsync(one.PathOf("handoffs/1/a.mov"), large);
        Assert.False(await other.FetchAsync("handoffs/1/a.mov"));
        await one.PublishAsync("handoffs/1/a.mov");
        Assert.True(await other.FetchAsync("handoffs/1/a.mov"));
        Assert.Equal(large, await File.ReadAllBytesAsync(other.PathOf("handoffs/1/a.mov")));
        await other.DeleteAsync("handoffs/1/a.mov");
        await one.DeleteAsync("handoffs/1/a.mov");
        Assert.False(await one.FetchAsync("handoffs/1/a.mov"));
        Assert.Null(one.Read("nothing"));
        Assert.DoesNotContain(Directory.GetFiles(root, "*", SearchOption.AllDirectories), f => f.EndsWith(".part", StringComparison.Ordinal));
    }

    /// <summary>What is large goes in pieces both ways; what a run leaves goes with it, also what had only begun to be sent.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(S3FileStore.PieceBytes)]
    [InlineData(2 * S3FileStore.PieceBytes + 12_345)]
    public async Task PiecesMakeTheFile(int length)
    {
        await using var s3 = await SmallS3.StartAsync(Path.Combine(root, "store"));
        using var one = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "one"));
        using var other = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "other"));
        var bytes = new byte[length];
        new Random(2).NextBytes(bytes);
        await File.WriteAllBytesAsync(one.PathOf("handoffs/1/2/a.mov"), bytes);
        await one.PublishAsync("handoffs/1/2/a.mov");
        Assert.Equal(0, s3.Begun);
        Assert.True(await other.FetchAsync("handoffs/1/2/a.mov"));
        Assert.Equal(bytes, await File.ReadAllBytesAsync(other.PathOf("handoffs/1/2/a.mov")));
        await one.SaveAsync("handoffs/1/2/part-0.mov", [1]);
        await one.SaveAsync("handoffs/1/23/part-0.mov", [1]);
        using (var client = new HttpClient())
        {
            await client.PostAsync(new Uri($"{s3.Address}/hang/handoffs/1/2/b.mov?uploads"), null);
        }
        Assert.Equal(1, s3.Begun);
        await other.DeleteAllAsync("handoffs/1/2");
        Assert.Equal(["hang/handoffs/1/23/part-0.mov"], s3.Objects.Keys);
        Assert.Equal(0, s3.Begun);
        Assert.False(Directory.Exists(Path.Combine(root, "other", "handoffs/1/2")));
    }

    /// <summary>Where browsers reach the store, a signed address gives the file by its name, and any range of it.</summary>
    [Fact]
    public async Task AFileIsFetchedStraightFromTheStore()
    {
        await using var s3 = await SmallS3.StartAsync(Path.Combine(root, "store"));
        using var hidden = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "one"));
        using var store = S3FileStore.Open(s3.Address, "hang", "key", "secret", Path.Combine(root, "one"), s3.Address);
        await store.SaveAsync("handoffs/1/1/a b.mov", [1, 2, 3, 4]);
        Assert.Null(hidden.Direct("handoffs/1/1/a b.mov", "a b.mov"));
        var address = store.Direct("handoffs/1/1/a b.mov", "Ünïcode b.mov")!;
        Assert.Contains("X-Amz-Signature=", address.Query, StringComparison.Ordinal);
        Assert.Contains("X-Amz-Expires=3600", address.Query, StringComparison.Ordinal);
        using var client = new HttpClient();
        client.DefaultRequestHeaders.Range = new(1, 2);
        var answer = await client.GetAsync(address);
        Assert.Equal(HttpStatusCode.PartialContent, answer.StatusCode);
        Assert.Equal([2, 3], await answer.Content.ReadAsByteArrayAsync());
        Assert.Equal("Ünïcode b.mov", answer.Content.Headers.ContentDisposition!.FileNameStar);
    }

    [Fact]
    public async Task AFolderDoesTheSame()
    {
        var store = new FolderFileStore(root);
        await store.SaveAsync("a/b", [1]);
        await store.PublishAsync("a/b");
        Assert.True(await store.FetchAsync("a/b"));
        await store.DeleteAsync("a/b");
        Assert.False(await store.FetchAsync("a/b"));
        await store.SaveAsync("a/1/b", [1]);
        await store.SaveAsync("a/12/b", [1]);
        await store.DeleteAllAsync("a/1");
        Assert.False(await store.FetchAsync("a/1/b"));
        Assert.True(await store.FetchAsync("a/12/b"));
        Assert.Throws<ArgumentException>(() => store.PathOf("../b"));
    }
}
