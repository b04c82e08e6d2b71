namespace Hang.Scene.Sources;

/// <summary>What a document says of a file that it carries under its content hash.</summary>
public abstract record Source
{
    /// <summary>File name it came with.</summary>
    public abstract string Name { get; init; }

    /// <summary>The bytes themselves, base64 (RFC 4648), when embedded.</summary>
    public abstract string? Data { get; init; }

    /// <summary>Name of a file in the document's own folder that holds the bytes, when not embedded.</summary>
    public abstract string? File { get; init; }

    /// <summary>Media type of the bytes as they are kept.</summary>
    public abstract string Type { get; init; }

    /// <summary>The same under another file name.</summary>
    public Source Called(string name) => this with { Name = name };

    /// <summary>The same without the bytes and where they lie.</summary>
    public Source Bare() => Data is null && File is null ? this : this with { Data = null, File = null };
}
