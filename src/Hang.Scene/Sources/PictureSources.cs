namespace Hang.Scene.Sources;

/// <summary>Pictures.</summary>
public sealed class PictureSources : SourceKind<Asset>
{
    private PictureSources()
        : base("picture", "assets", "pictures", 64 * 1024 * 1024, new("image/png", ".png"), new("image/jpeg", ".jpg", ".jpeg"), new("image/webp", ".webp")) { }

    public static PictureSources Kind { get; } = new();

    public override bool IsFilled => true;

    internal override bool IsAlwaysWritten => true;
}

/// <summary>A picture that belongs to a document.</summary>
public sealed record Asset : Source
{
    /// <summary>Pixels on a side of the largest picture that Hang makes.</summary>
    public const int MostMade = 7680;

    /// <summary>The most pixels in a picture: twice the largest that Hang makes.</summary>
    public const long MostPixels = 2L * MostMade * MostMade;

    public override required string Name { get; init; }

    /// <summary>Media type, found from the content: image/png, image/jpeg or image/webp.</summary>
    public override required string Type { get; init; }

    /// <summary>Pixels across.</summary>
    public required int Width { get; init; }

    /// <summary>Pixels down.</summary>
    public required int Height { get; init; }

    public override string? Data { get; init; }

    public override string? File { get; init; }
}
