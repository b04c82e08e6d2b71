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
        await using var s3 = await SmallS3.StartAsync();
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

    [Fact]
    public async Task AFolderDoesTheSame()
    {
        var store = new FolderFileStore(root);
        await store.SaveAsync("a/b", [1]);
        await store.PublishAsync("a/b");
        Assert.True(await store.FetchAsync("a/b"));
        await store.DeleteAsync("a/b");
        Assert.False(await store.FetchAsync("a/b"));
        Assert.Throws<ArgumentException>(() => store.PathOf("../b"));
    }
}
