namespace Hang.Scene.Sources;

/// <summary>A picture that belongs to a document, under its content hash.</summary>
public sealed record Asset
{
    /// <summary>Pixels on a side of the largest picture that Hang makes.</summary>
    public const int MostMade = 7680;

    /// <summary>The most pixels in a picture: twice the largest that Hang makes.</summary>
    public const long MostPixels = 2L * MostMade * MostMade;

    /// <summary>File name it came with.</summary>
    public required string Name { get; init; }

    /// <summary>Media type, found from the content: image/png, image/jpeg or image/webp.</summary>
    public required string Type { get; init; }

    /// <summary>Pixels across.</summary>
    public required int Width { get; init; }

    /// <summary>Pixels down.</summary>
    public required int Height { get; init; }

    /// <summary>The bytes themselves, base64 (RFC 4648), when embedded.</summary>
    public string? Data { get; init; }

    /// <summary>Name of a file in the document's own folder that holds the bytes, when not embedded.</summary>
    public string? File { get; init; }
}
