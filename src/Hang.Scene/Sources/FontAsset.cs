using Hang.Scene.Json;

namespace Hang.Scene.Sources;

/// <summary>A font that somebody added, as a document carries it to another place; under its content hash.</summary>
public sealed record FontAsset
{
    /// <summary>File name it came with.</summary>
    public required string Name { get; init; }

    /// <summary>The family that type names it by.</summary>
    public required string Family { get; init; }

    /// <summary>CSS font weight.</summary>
    [Within(1, 1000)]
    public required int Weight { get; init; }

    /// <summary>The OpenType file, base64 (RFC 4648). Absent: its maker does not allow that.</summary>
    public string? Data { get; init; }
}
