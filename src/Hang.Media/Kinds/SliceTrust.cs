using System.Security.Cryptography;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Paint.Pictures;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>
/// Whether the installed encoder makes the slices that ours are put together from: a small film goes both ways and must come out equal, byte by byte. That is
/// found out once for each encoder, and noted beside the machine's other passing files.
/// </summary>
public static class SliceTrust
{
    private const int Width = 300,
        Height = 40,
        Frames = 3;
    private static readonly SemaphoreSlim One = new(1, 1);
    private static bool? known;

    /// <summary>True when files may be made by slices.</summary>
    public static async Task<bool> HoldsAsync(CancellationToken cancel)
    {
        await One.WaitAsync(cancel);
        try
        {
            return known ??= await NotedAsync(cancel);
        }
        finally
        {
            One.Release();
        }
    }

    private static async Task<bool> NotedAsync(CancellationToken cancel)
    {
        var note = Path.Combine(Path.GetTempPath(), $"hang-slices-{Encoder()}");
        if (File.Exists(note))
        {
            return await File.ReadAllTextAsync(note, cancel) == "equal";
        }
        var holds = await CompareAsync(cancel);
        try
        {
            await File.WriteAllTextAsync(note, holds ? "equal" : "other", cancel);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // Without the note it is found out again next time.
        }
        return holds;
    }

    /// <summary>Names the installed encoder by its file.</summary>
    private static string Encoder()
    {
        var file = (Environment.GetEnvironmentVariable("PATH") ?? "")
            .Split(Path.PathSeparator)
            .Where(f => f.Length > 0)
            .Select(f => new FileInfo(Path.Combine(f, "ffmpeg")))
            .FirstOrDefault(f => f.Exists);
        var name = $"{file?.FullName} {file?.Length} {file?.LastWriteTimeUtc.Ticks} {Environment.UserName}";
        return Convert.ToHexStringLower(SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(name)))[..16];
    }

    private static async Task<bool> CompareAsync(CancellationToken cancel)
    {
        var folder = Directory.CreateTempSubdirectory("hang-slices-");
        try
        {
            var plan = new HandoffPlan(FileKind.Prores, Backing.None, 0, Frames - 1);
            var card = new NameCard("", "", Width, Height, "25", Frames, 0, Frames - 1, "", "", $"", $"", null);
            var delivery = new Delivery(Path.Combine(folder.FullName, "a.mov"), "", Width, Height, new FrameRate(25), plan, card, 0);
            var other = delivery with { Path = Path.Combine(folder.FullName, "b.mov") };
            await WriteAsync(ProresKind.Plain(delivery), delivery, cancel);
            await WriteAsync(await ProresKind.SlicesAsync(other, cancel), other, cancel);
            var plain = await File.ReadAllBytesAsync(delivery.Path, cancel);
            var slices = await File.ReadAllBytesAsync(other.Path, cancel);
            return plain.AsSpan().SequenceEqual(slices);
        }
        catch (InvalidDataException)
        {
            return false;
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private static async Task WriteAsync(IFrameWriter writer, Delivery delivery, CancellationToken cancel)
    {
        await using (writer)
        {
            using var pictures = new PictureShelf(_ => null);
            using var frame = new PaintedFrame(Width, Height, delivery.Plan, pictures);
            for (var n = 0; n < Frames; n++)
            {
                frame.Fill(pixels => Draw(pixels, n));
                writer.Prepare(frame);
                await writer.WriteAsync(frame, n, 1, cancel);
            }
            await writer.FinishAsync(cancel);
        }
    }

    /// <summary>Slopes of colour and alpha that move, with an empty stretch.</summary>
    private static void Draw(Span<byte> pixels, int n)
    {
        for (var i = 0; i < pixels.Length / 4; i++)
        {
            var (x, y) = (i % Width, i / Width);
            var isEmpty = x < 140 && y < 16;
            pixels[4 * i] = isEmpty ? (byte)0 : (byte)(x + 40 * n);
            pixels[4 * i + 1] = isEmpty ? (byte)0 : (byte)(y * 6);
            pixels[4 * i + 2] = isEmpty ? (byte)0 : (byte)(x * y / 8 + n);
            pixels[4 * i + 3] = isEmpty ? (byte)0 : (byte)(255 - x * 3 / 4 * (y % 3));
        }
    }
}
