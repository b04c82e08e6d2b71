namespace Hang.Store.Files;

/// <summary>Files by key. Keys are made by Hang from hashes and ids, never taken from a request.</summary>
public interface IFileStore
{
    /// <summary>Keeps bytes under a key, whole or not at all; a key that is taken keeps what it has.</summary>
    Task SaveAsync(string key, byte[] bytes);

    /// <summary>The bytes, or null.</summary>
    byte[]? Read(string key);

    /// <summary>The path for a program that writes or reads the file itself; its folder exists.</summary>
    string PathOf(string key);
}

/// <summary>Files in a folder.</summary>
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
}
