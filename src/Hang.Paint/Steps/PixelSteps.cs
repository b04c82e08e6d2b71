using System.Runtime.CompilerServices;
using Hang.Paint.Filters;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Works on the pixels of a picture.</summary>
/// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
/// <param name="needed">The pixels that can come into sight; others may become anything.</param>
/// <param name="left">Where its first column lies on the target.</param>
/// <param name="top">Where its first row lies on the target.</param>
internal delegate void PixelWork(Span<byte> pixels, int width, int height, SKRectI needed, int left, int top);

/// <summary>A group painted into pixels of its own, on which its steps are done one by one.</summary>
internal sealed class PixelSteps : IDisposable
{
    /// <summary>Farther, in pixels, nothing is carried that anybody could see.</summary>
    private const int Farthest = 4 * (int)Softener.Largest;

    private readonly List<DeviceStep> steps;
    private readonly float opacity;
    private readonly SKBlendMode blend;
    private readonly SKMatrix device,
        matrix;
    private readonly SKPointI corner;
    private readonly SKRectI place,
        seen;
    private KeptPictures? kept;
    private UInt128 key;

    /// <param name="device">From the group's coordinates to pixels of the target.</param>
    /// <param name="bounds">What the group's content can touch, in its coordinates.</param>
    /// <param name="seen">Pixels of the target that can be seen.</param>
    /// <param name="corner">Where the target's pixels begin on the frame.</param>
    public PixelSteps(Blocks blocks, List<DeviceStep> steps, SKMatrix device, Box bounds, SKRectI seen, SKPointI corner, float opacity, SKBlendMode blend)
    {
        (Blocks, this.steps, this.seen, this.opacity, this.blend) = (blocks, steps, seen, opacity, blend);
        // What is painted may be carried into sight by all steps; what is made of it, by those after the first.
        var all = Reach(0);
        // Skia's filters look differently where a picture ends.
        var later = steps.Any(s => s.IsFilter) ? all : Reach(1);
        var content = bounds.IsEmpty ? Box.Empty : WholePixels.Map(device, bounds);
        var painted = content.IsEmpty ? default : WholePixels.Within(content, Around(seen, all));
        var made = content.IsEmpty
            ? default
            : WholePixels.Within(new(content.Left - all, content.Top - all, content.Right + all, content.Bottom + all), Around(seen, later));
        var whole =
            painted.IsEmpty ? made
            : made.IsEmpty ? painted
            : SKRectI.Union(painted, made);
        place = whole.Width > 0 && whole.Height > 0 ? whole : new(seen.Left, seen.Top, seen.Left + 1, seen.Top + 1);
        (this.corner, this.device) = (new(corner.X + place.Left, corner.Y + place.Top), device);
        matrix = device.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top));
    }

    public Blocks Blocks { get; }

    /// <summary>What is there now; there is nothing before <see cref="Begin"/>.</summary>
    public Sheet Sheet { get; private set; } = null!;

    /// <summary>The pixels that can come into sight after the step that is being done.</summary>
    public SKRectI Needed { get; private set; }

    /// <summary>Makes room for the group's content.</summary>
    public void Begin()
    {
        Sheet = new(Blocks, corner.X, corner.Y, place.Width, place.Height);
        Sheet.Canvas.SetMatrix(matrix);
    }

    /// <summary>Mixes in what was kept of the group; else what is made of it now may be kept.</summary>
    /// <param name="content">Names the operations of the group and in it, and their numbers.</param>
    /// <param name="within">Steps of groups within it.</param>
    /// <returns>False when nothing was kept, and the group is to be painted.</returns>
    public unsafe bool IsKept(KeptPictures all, UInt128 content, ReadOnlySpan<Op> within, SKCanvas onto, Sheet target)
    {
        var shown = SKRectI.Intersect(seen, place);
        if (shown.Width <= 0 || shown.Height <= 0)
        {
            return false;
        }
        shown.Offset(-place.Left, -place.Top);
        key = PlacedKey.Of(content, matrix, device, place.Size, shown, corner, Lattice(within));
        if (all.Take(key) is not { } picture)
        {
            kept = all;
            return false;
        }
        try
        {
            using var sheet = new Sheet(picture.Pixels, corner.X, corner.Y, picture.Width, picture.Height);
            sheet.MixInto(onto, target, place.Left, place.Top, opacity, blend);
        }
        finally
        {
            all.Return(picture);
        }
        return true;
    }

    /// <summary>By how many pixels the picture may lie elsewhere and be the same; 0 for none.</summary>
    private int Lattice(ReadOnlySpan<Op> within)
    {
        var lattice = 1;
        foreach (var step in steps)
        {
            lattice = step.Lattice == 0 ? 0 : Math.Max(lattice, step.Lattice);
            if (lattice == 0)
            {
                return 0;
            }
        }
        foreach (var step in within)
        {
            if (((StepKind)step.Kind).ByPixel)
            {
                return 0;
            }
            // How large it is in pixels is known only when it is painted.
            lattice = Softener.Coarsest;
        }
        return lattice;
    }

    /// <summary>Does the steps and mixes the result in.</summary>
    /// <param name="target">What the canvas paints on, where its pixels are at hand.</param>
    public void Finish(SKCanvas onto, Sheet? target)
    {
        for (var i = 0; i < steps.Count; i++)
        {
            // What later steps do not carry into sight need not be made.
            var needed = Around(seen, Reach(i + 1));
            needed.Offset(-place.Left, -place.Top);
            Needed = SKRectI.Intersect(needed, Sheet.Whole);
            if (Needed.Width > 0 && Needed.Height > 0)
            {
                steps[i].Work(this);
            }
        }
        kept?.Keep(key, Sheet);
        Sheet.MixInto(onto, target, place.Left, place.Top, opacity, blend);
        Dispose();
    }

    public void Dispose() => Sheet?.Dispose();

    /// <summary>How many pixels steps carry something, from one on.</summary>
    private int Reach(int from) => (int)Math.Min(Farthest, Math.Ceiling(steps.Skip(from).Sum(s => (double)s.Reach)));

    private static SKRectI Around(SKRectI box, int by)
    {
        box.Inflate(by, by);
        return box;
    }

    /// <summary>Puts the picture through one of Skia's filters.</summary>
    public void Through(SKImageFilter? filter)
    {
        var next = Redrawn(filter);
        Sheet.Dispose();
        Sheet = next;
    }

    /// <summary>The picture through one of Skia's filters, as another.</summary>
    public Sheet Redrawn(SKImageFilter? filter)
    {
        var next = new Sheet(Blocks, Sheet.Left, Sheet.Top, Sheet.Width, Sheet.Height);
        using var image = Sheet.Image();
        using var through = new SKPaint { ImageFilter = filter };
        next.Canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), through);
        return next;
    }

    /// <summary>Works on the pixels of the picture.</summary>
    public unsafe void Work(PixelWork work) =>
        work(new(Sheet.Pixels, Sheet.Width * Sheet.Height * 4), Sheet.Width, Sheet.Height, Needed, place.Left, place.Top);

    /// <summary>Does something to each pixel that can come into sight; what it makes of a pixel depends on nothing else.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public unsafe void Each(Func<uint, uint> made)
    {
        // Neighbours are often equal.
        var (last, same) = (0u, made(0));
        for (var y = Needed.Top; y < Needed.Bottom; y++)
        {
            var row = Sheet.Row(y);
            for (var x = Needed.Left; x < Needed.Right; x++)
            {
                if (row[x] != last)
                {
                    last = row[x];
                    same = made(last);
                }
                row[x] = same;
            }
        }
    }

    /// <summary>Blurs the picture.</summary>
    public void Soften(SKSize sigma) => Softener.Do(Blocks, Sheet, Needed, sigma);
}
