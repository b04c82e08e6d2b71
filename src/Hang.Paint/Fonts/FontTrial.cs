using System.Buffers.Binary;
using HarfBuzzSharp;
using SkiaSharp;

namespace Hang.Paint.Fonts;

/// <summary>
/// Opens a font, shapes all that it has characters for and draws all of its glyphs, as painting might one day. A spoiled font can bring down the native
/// libraries, so this is done in a process of its own, which reads one font after the other and answers a line to each.
/// </summary>
public static class FontTrial
{
    /// <summary>The word by which a program of ours becomes such a process.</summary>
    public const string Word = "try-fonts";

    /// <summary>The answer to a font that can be used; anything else is none.</summary>
    public const string Good = "good";

    /// <summary>How long one font may take.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromSeconds(20);

    private const int LastCodepoint = 0x1FFFF,
        MostAtOnce = 256,
        Side = 16;

    /// <summary>Reads fonts, each after its length as four bytes (little-endian), until there are no more.</summary>
    /// <returns>0.</returns>
    public static int Serve(Stream fonts, TextWriter answers)
    {
        var length = new byte[4];
        while (fonts.ReadAtLeast(length, length.Length, false) == length.Length)
        {
            var file = new byte[BinaryPrimitives.ReadInt32LittleEndian(length)];
            fonts.ReadExactly(file);
            // Whoever started this may be gone, and nobody would end it.
            using var watch = new Timer(_ => System.Diagnostics.Process.GetCurrentProcess().Kill(), null, Longest * 2, Timeout.InfiniteTimeSpan);
            answers.WriteLine(IsGood(file) ? Good : "bad");
            answers.Flush();
        }
        return 0;
    }

    /// <summary>Whether a font lets itself be opened, shaped and drawn whole.</summary>
    public static bool IsGood(byte[] file)
    {
        try
        {
            var face = new FontFace(file);
            Shape(face);
            return Draws(face);
        }
        catch (Exception e) when (e is InvalidDataException or ArgumentException or InvalidOperationException or IndexOutOfRangeException or OverflowException)
        {
            return false;
        }
    }

    private static void Shape(FontFace face)
    {
        var run = new List<int>();
        var script = Script.Common;
        for (var c = 0x20; c <= LastCodepoint; c++)
        {
            if (c is >= 0xD800 and <= 0xDFFF || !face.Has(c))
            {
                continue;
            }
            var own = UnicodeFunctions.Default.GetScript(c);
            if (run.Count == MostAtOnce || (run.Count > 0 && own != script))
            {
                Shape(face, run, script);
            }
            script = own;
            run.Add(c);
        }
        Shape(face, run, script);
    }

    private static void Shape(FontFace face, List<int> run, Script script)
    {
        if (run.Count > 0)
        {
            int[] text = [.. run];
            face.Shape(text, 0, text.Length, script, false, false, []);
            face.Shape(text, 0, text.Length, script, true, true, []);
            run.Clear();
        }
    }

    private static bool Draws(FontFace face)
    {
        using var surface = SKSurface.Create(new SKImageInfo(Side, Side));
        using var paint = new SKPaint { IsAntialias = true };
        for (var glyph = 0; glyph < face.Glyphs; glyph++)
        {
            var outline = face.Read((ushort)glyph);
            if (outline.Commands.AsSpan().ContainsAnyExceptInRange(float.MinValue, float.MaxValue))
            {
                return false;
            }
            using var path = Paths.PathShelf.Built(outline);
            surface.Canvas.Clear();
            surface.Canvas.Save();
            surface.Canvas.Scale(Side / 1000f);
            surface.Canvas.Translate(0, 1000);
            surface.Canvas.DrawPath(path, paint);
            surface.Canvas.Restore();
        }
        return true;
    }
}
