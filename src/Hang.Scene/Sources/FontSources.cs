using System.Text.Json.Serialization;
using Hang.Scene.Json;
using Hang.Scene.Values;

namespace Hang.Scene.Sources;

/// <summary>Fonts that somebody added. They belong to packages; documents have them only on their way to another place.</summary>
public sealed class FontSources : SourceKind<FontAsset>
{
    private FontSources()
        : base("font", "fonts", "fonts", 20_000_000, new("font/ttf", ".ttf"), new("font/otf", ".otf"), new("font/woff2", ".woff2")) { }

    public static FontSources Kind { get; } = new();

    /// <summary>The kind of value that names a font, one that ships or one that was added.</summary>
    public static TextKind Family { get; } = new(100);

    public override SourceReach Reach => SourceReach.Package;

    public override ValueKind NamedBy => Family;
}

/// <summary>A font that somebody added, as a document carries it to another place.</summary>
public sealed record FontAsset : Source
{
    public override required string Name { get; init; }

    /// <summary>The family that type names it by.</summary>
    public required string Family { get; init; }

    /// <summary>CSS font weight.</summary>
    [Within(1, 1000)]
    public required int Weight { get; init; }

    /// <summary>The OpenType file, base64 (RFC 4648). Absent: its maker does not allow that.</summary>
    public override string? Data { get; init; }

    /// <summary>None: documents have fonts inside them.</summary>
    [JsonIgnore]
    public override string? File { get; init; }

    /// <summary>Always font/sfnt (RFC 8081): they are kept unpacked.</summary>
    [JsonIgnore]
    public override string Type { get; init; } = "font/sfnt";
}
