namespace Hang.Store.Files;

/// <summary>Files in a folder, which all machines that work together must reach by the same path or by one of their own.</summary>
public sealed class FolderFileStore(string root) : IFileStore
{
    public async Task SaveAsync(string key, byte[] bytes)
    {
        var path = PathOf(key);
        if (File.Exists(path))
        {
            return;
        }
        var half = $"{path}.{Guid.NewGuid():N}.part";
        try
        {
            await File.WriteAllBytesAsync(half, bytes);
            File.Move(half, path, true);
        }
        catch
        {
            // On a full disk half a file would take room that somebody is about to make.
            File.Delete(half);
            throw;
        }
    }

    public byte[]? Read(string key)
    {
        var path = PathOf(key);
        return File.Exists(path) ? File.ReadAllBytes(path) : null;
    }

    public string PathOf(string key)
    {
        if (key.Split('/').Any(p => p is "" or "." or ".."))
        {
            throw new ArgumentException("A key has no such parts.", nameof(key));
        }
        var path = Path.Combine(root, key);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        return path;
    }

    public Task PublishAsync(string key, CancellationToken cancel = default) => Task.CompletedTask;

    public Task<bool> FetchAsync(string key, CancellationToken cancel = default) => Task.FromResult(File.Exists(PathOf(key)));

    public Task DeleteAsync(string key, CancellationToken cancel = default)
    {
        File.Delete(PathOf(key));
        return Task.CompletedTask;
    }

    public Task DeleteAllAsync(string folder, CancellationToken cancel = default)
    {
        var path = Path.GetDirectoryName(PathOf(folder + "/all"))!;
        Directory.Delete(path, true);
        return Task.CompletedTask;
    }

    public Uri? Direct(string key, string fileName) => null;
}
