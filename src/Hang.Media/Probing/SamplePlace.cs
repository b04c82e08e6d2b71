using System.Globalization;
using Hang.Media.Encoding;

namespace Hang.Media.Probing;

/// <summary>Where a sample of a file's first picture track lies, as ffprobe reads it.</summary>
/// <param name="At">In bytes from the start of the file.</param>
/// <param name="Size">In bytes.</param>
internal readonly record struct SamplePlace(long At, int Size)
{
    /// <exception cref="Core.ProblemException">The file cannot be read as video.</exception>
    public static async Task<IReadOnlyList<SamplePlace>> ReadAsync(string path, CancellationToken cancel)
    {
        var output = await FfmpegProcess.RunAsync("ffprobe", ["-v", "error", "-select_streams", "v:0", "-show_entries", "packet=pos,size", "-of", "csv=p=0", path], cancel);
        return
        [
            .. System.Text.Encoding.UTF8.GetString(output).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => l.Split(',')).Where(p => p.Length >= 2)
                .Select(p => new SamplePlace(long.Parse(p[1], CultureInfo.InvariantCulture), int.Parse(p[0], CultureInfo.InvariantCulture))),
        ];
    }
}
