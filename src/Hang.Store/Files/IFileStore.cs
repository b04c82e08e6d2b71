namespace Hang.Store.Files;

/// <summary>Files by key. Keys are made by Hang from hashes and ids, never taken from a request.</summary>
public interface IFileStore
{
    /// <summary>Keeps bytes under a key, whole or not at all; a key that is taken keeps what it has.</summary>
    Task SaveAsync(string key, byte[] bytes);

    /// <summary>The bytes, or null.</summary>
    byte[]? Read(string key);

    /// <summary>The path on this machine for a program that writes or reads the file itself; its folder exists.</summary>
    string PathOf(string key);

    /// <summary>Makes a file that was written at <see cref="PathOf"/> known to all machines.</summary>
    Task PublishAsync(string key, CancellationToken cancel = default);

    /// <summary>Brings a file to <see cref="PathOf"/>, whichever machine made it.</summary>
    /// <returns>False when there is none.</returns>
    Task<bool> FetchAsync(string key, CancellationToken cancel = default);

    /// <summary>Lets go of a file; it need not be there.</summary>
    Task DeleteAsync(string key, CancellationToken cancel = default);

    /// <summary>Lets go of all files whose keys begin with a folder's, whichever machine made them, and of what was on its way there.</summary>
    /// <param name="folder">A key's first parts, such as "handoffs/1".</param>
    Task DeleteAllAsync(string folder, CancellationToken cancel = default);

    /// <summary>Where somebody without an account of the store can fetch a file from it, for an hour; null where there is no such place.</summary>
    /// <param name="fileName">The name that it is kept by.</param>
    Uri? Direct(string key, string fileName);
}
