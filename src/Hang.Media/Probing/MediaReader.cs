using Hang.Scene;

namespace Hang.Media.Probing;

/// <summary>
/// Which one reader of ffmpeg's is let near a file, by the file's first bytes and never by its name. Left to itself ffmpeg takes a list of files for a
/// film, and reads whatever the list names.
/// </summary>
public static class MediaReader
{
    private const int Looked = 4096;

    /// <summary>The reader's name.</summary>
    /// <exception cref="ProblemException">It is of no kind that Hang reads.</exception>
    public static string Of(string path)
    {
        var start = new byte[Looked];
        using var file = File.OpenRead(path);
        var read = file.ReadAtLeast(start, start.Length, false);
        return Of(start.AsSpan(0, read))
            ?? throw new ProblemException($"The file is of no kind that Hang reads.", $"Use MOV, MP4, WebM, Matroska, AVI, MXF, or stills.", field: "file");
    }

    private static string? Of(ReadOnlySpan<byte> b)
    {
        bool Begins(ReadOnlySpan<byte> b, string latin, int at = 0) =>
            b.Length >= at + latin.Length && System.Text.Encoding.Latin1.GetString(b.Slice(at, latin.Length)) == latin;
        return b.Length < 12 ? null
            : Begins(b, "ftyp", 4) || Begins(b, "moov", 4) || Begins(b, "mdat", 4) || Begins(b, "wide", 4) || Begins(b, "free", 4) ? "mov"
            : b[..4].SequenceEqual((byte[])[0x1A, 0x45, 0xDF, 0xA3]) ? "matroska"
            : Begins(b, "RIFF") && Begins(b, "AVI ", 8) ? "avi"
            : Begins(b, "RIFF") && Begins(b, "WEBP", 8) ? "webp_pipe"
            : (Begins(b, "RIFF") || Begins(b, "RF64")) && Begins(b, "WAVE", 8) ? "wav"
            : b[..4].SequenceEqual((byte[])[0x06, 0x0E, 0x2B, 0x34]) ? "mxf"
            : Begins(b, "OggS") ? "ogg"
            : Begins(b, "FLV\u0001") ? "flv"
            : Begins(b, "DKIF") ? "ivf"
            : Begins(b, "YUV4MPEG2") ? "yuv4mpegpipe"
            : Begins(b, "GIF8") ? "gif"
            : b[..4].SequenceEqual((byte[])[0x89, 0x50, 0x4E, 0x47])
                ? b.IndexOf("acTL"u8) >= 0 ? "apng"
                    : "png_pipe"
            : b[..3].SequenceEqual((byte[])[0xFF, 0xD8, 0xFF]) ? "jpeg_pipe"
            : Begins(b, "II*\0") || Begins(b, "MM\0*") ? "tiff_pipe"
            : Begins(b, "SDPX") || Begins(b, "XPDS") ? "dpx_pipe"
            : b[..4].SequenceEqual((byte[])[0x76, 0x2F, 0x31, 0x01]) ? "exr_pipe"
            : Begins(b, "BM") ? "bmp_pipe"
            : b[..4].SequenceEqual((byte[])[0, 0, 1, 0xBA]) ? "mpeg"
            : b[..3].SequenceEqual((byte[])[0, 0, 1]) || b[..4].SequenceEqual((byte[])[0, 0, 0, 1]) ? "h264"
            : b[0] == 0x47 && (b.Length <= 188 || b[188] == 0x47) ? "mpegts"
            // TGA has nothing at its beginning to know it by but what its head can be: no colour map or one, a kind of picture, 8 to 32 bits a pixel.
            : b.Length > 18
            && b[1] <= 1
            && b[2] is 1 or 2 or 3 or 9 or 10 or 11
            && b[16] is 8 or 15 or 16 or 24 or 32
            && (b[12] | b[13]) != 0
            && (b[14] | b[15]) != 0
                ? "targa"
            : null;
    }
}
