using Hang.Core.Handoff;
using SkiaSharp;

namespace Hang.Media.Proofs;

/// <summary>Pictures for people: a strip of a file over light and dark, and frames side by side.</summary>
internal static class ProofPictures
{
    private const int CellWidth = 320;
    private const int Gap = 4;

    // Of 9. They are looked at once or twice: a tenth more of bytes costs less than the time.
    private const int Effort = 3;
    private static readonly SKColor Light = new(0xF4, 0xF4, 0xF4);
    private static readonly SKColor Dark = new(0x16, 0x16, 0x16);

    /// <summary>A frame of a strip, over light above and over dark below.</summary>
    /// <param name="rgba">Straight alpha.</param>
    public static byte[] OverLightAndDark(byte[] rgba, int width, int height)
    {
        var cell = Cell(width, height);
        using var picture = Picture(rgba, width, height, SKAlphaType.Unpremul);
        return Draw(new(cell.Width, 2 * cell.Height + Gap), canvas =>
        {
            for (var row = 0; row < 2; row++)
            {
                var place = SKRect.Create(0, row * (cell.Height + Gap), cell.Width, cell.Height);
                Put(canvas, picture, new(0, 0, width, height), place, row == 0 ? Light : Dark);
            }
        });
    }

    /// <summary>Frames over light and dark, from left to right.</summary>
    /// <param name="frames">As <see cref="OverLightAndDark"/> makes them.</param>
    public static byte[] Strip(IReadOnlyList<byte[]> frames, int width, int height)
    {
        var cell = Cell(width, height);
        return Draw(new(Math.Max(1, frames.Count * (cell.Width + Gap) - Gap), 2 * cell.Height + Gap), canvas =>
        {
            for (var i = 0; i < frames.Count; i++)
            {
                using var picture = SKImage.FromEncodedData(frames[i]);
                canvas.DrawImage(picture, i * (cell.Width + Gap), 0, SKSamplingOptions.Default);
            }
        });
    }

    /// <summary>What was meant on the left, what the file has on the right, over mid grey.</summary>
    public static byte[] SideBySide(byte[] meant, byte[] found, int width, int height)
    {
        var cell = Cell(width, height, 2);
        return Draw(new(2 * cell.Width + Gap, cell.Height), canvas =>
        {
            Put(canvas, meant, width, height, SKRect.Create(0, 0, cell.Width, cell.Height), SKColors.Gray);
            Put(canvas, found, width, height, SKRect.Create(cell.Width + Gap, 0, cell.Width, cell.Height), SKColors.Gray);
        });
    }

    /// <summary>The place of a rim over the wall on which it shows most, each pixel many times as large: meant on the left, found on the right.</summary>
    public static byte[] Rim(byte[] meant, byte[] found, int width, int height, RimError rim, bool isPremultiplied)
    {
        const int across = 28,
            down = 20,
            times = 12;
        var type = isPremultiplied ? SKAlphaType.Premul : SKAlphaType.Unpremul;
        var from = SKRect.Create(rim.X - across / 2, rim.Y - down / 2, across, down);
        var wall = SKColor.Parse(ProofWalls.Colour(rim.Wall, rim.X, rim.Y, width, height).ToString());
        return Draw(new(2 * across * times + Gap, down * times), canvas =>
        {
            Put(canvas, meant, width, height, from, SKRect.Create(0, 0, across * times, down * times), wall, type);
            Put(canvas, found, width, height, from, SKRect.Create(across * times + Gap, 0, across * times, down * times), wall, type);
        });
    }

    private static SKSizeI Cell(int width, int height, int times = 1)
    {
        var across = Math.Min(width, CellWidth * times);
        return new(across, Math.Max(1, (int)Math.Round((double)height * across / width)));
    }

    private static byte[] Draw(SKSizeI size, Action<SKCanvas> draw)
    {
        using var surface = SKSurface.Create(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        draw(surface.Canvas);
        using var pixels = surface.PeekPixels();
        using var data = pixels.Encode(new SKPngEncoderOptions(SKPngEncoderFilterFlags.Sub, Effort))
            ?? throw new InvalidOperationException("A picture of a proof could not be written.");
        return data.ToArray();
    }

    private static void Put(SKCanvas canvas, byte[] rgba, int width, int height, SKRect place, SKColor wall) =>
        Put(canvas, rgba, width, height, new(0, 0, width, height), place, wall, SKAlphaType.Unpremul);

    private static void Put(SKCanvas canvas, byte[] rgba, int width, int height, SKRect from, SKRect place, SKColor wall, SKAlphaType type)
    {
        using var picture = Picture(rgba, width, height, type);
        Put(canvas, picture, from, place, wall);
    }

    private static unsafe SKImage Picture(byte[] rgba, int width, int height, SKAlphaType type)
    {
        fixed (byte* pixels = rgba)
        {
            return SKImage.FromPixelCopy(new SKImageInfo(width, height, SKColorType.Rgba8888, type), (IntPtr)pixels, width * 4);
        }
    }

    /// <param name="from">The part of the picture that is drawn; as many pixels or fewer than in the place are drawn as squares.</param>
    private static void Put(SKCanvas canvas, SKImage picture, SKRect from, SKRect place, SKColor wall)
    {
        using var paint = new SKPaint { Color = wall };
        canvas.DrawRect(place, paint);
        var sampling = from.Width < place.Width ? new SKSamplingOptions(SKFilterMode.Nearest) : new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear);
        canvas.Save();
        canvas.ClipRect(place);
        canvas.DrawImage(picture, from, place, sampling);
        canvas.Restore();
    }
}
