using System.Runtime.CompilerServices;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>A decoded picture and its halves, made when first asked for; they live as long as the picture does.</summary>
internal sealed unsafe class Smaller
{
    private static readonly ConditionalWeakTable<SKImage, Smaller> All = [];
    private readonly List<uint[]> halves = [];
    private readonly Lock gate = new();

    /// <summary>A picture after so many halvings; as often as it can be halved at the most.</summary>
    /// <returns>Null when its pixels are not at hand as they are painted.</returns>
    /// <remarks>The halves are pinned: they lie where they are for good.</remarks>
    public static Texture? Of(SKImage image, int halvings)
    {
        using var pixmap = image.PeekPixels();
        if (pixmap is null || pixmap.ColorType != SKColorType.Rgba8888 || pixmap.AlphaType == SKAlphaType.Unpremul)
        {
            return null;
        }
        var texture = new Texture((uint*)pixmap.GetPixels(), pixmap.Width, pixmap.Height, pixmap.RowBytes / 4);
        return halvings == 0 ? texture : All.GetOrCreateValue(image).Halved(texture, halvings);
    }

    private Texture Halved(Texture whole, int halvings)
    {
        lock (gate)
        {
            var texture = whole;
            for (var i = 0; i < halvings && (texture.Width > 1 || texture.Height > 1); i++)
            {
                var (w, h) = (Math.Max(1, texture.Width / 2), Math.Max(1, texture.Height / 2));
                if (halves.Count == i)
                {
                    // Two more than it has, since two are read at once.
                    var made = GC.AllocateUninitializedArray<uint>(w * h + 2, pinned: true);
                    texture.Halve((uint*)Unsafe.AsPointer(ref made[0]));
                    halves.Add(made);
                }
                texture = new((uint*)Unsafe.AsPointer(ref halves[i][0]), w, h, w);
            }
            return texture;
        }
    }
}
