using System.Globalization;
using System.Text.Json;

namespace Hang.Media.Probing;

/// <summary>Where a sample of a file's first picture track lies, as ffprobe reads it.</summary>
/// <param name="At">In bytes from the start of the file.</param>
/// <param name="Size">In bytes.</param>
internal readonly record struct SamplePlace(long At, int Size)
{
    /// <exception cref="Scene.ProblemException">The file cannot be read as video.</exception>
    public static async Task<IReadOnlyList<SamplePlace>> ReadAsync(string path, CancellationToken cancel) => (await FileProbe.ReadAsync(path, cancel)).Places;

    /// <summary>A packet as ffprobe writes it; null for one that lies nowhere.</summary>
    public static SamplePlace? Of(JsonElement packet) => Number(packet, "pos") is { } at && Number(packet, "size") is { } size ? new(at, (int)size) : null;

    private static long? Number(JsonElement packet, string name) =>
        packet.TryGetProperty(name, out var value) && long.TryParse(value.GetString(), NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? number
            : null;
}
