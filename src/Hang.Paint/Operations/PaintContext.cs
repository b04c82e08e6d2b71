using Hang.Paint.Paths;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>What is being painted on and how: the state that operations change, and draw with.</summary>
internal sealed class PaintContext(PictureShelf pictures) : IDisposable
{
    private readonly SKPaint paint = new() { IsAntialias = true };
    private readonly Stack<Level> levels = new();
    private SKBlendMode mode;
    private ReadOnlyMemory<DrawNode> nodes;
    private int at = -1;

    /// <summary>Pictures of their own that the strip has opened. Within one, nothing is mixed with what lies behind the strip.</summary>
    private int within;

    public PathShelf Paths { get; } = new();

    public PictureShelf Pictures => pictures;

    /// <summary>Memory for pictures within the picture.</summary>
    public Blocks Blocks { get; } = new();

    public SKCanvas Canvas { get; set; } = null!;

    /// <summary>The pixels that the canvas paints on; null where they are not at hand.</summary>
    public Sheet? Sheet { get; private set; }

    /// <summary>What the alpha of everything painted in this level is multiplied by.</summary>
    public float Alpha { get; set; } = 1;

    /// <summary>Levels that are passed over because nothing of them shows.</summary>
    public int Skipping { get; set; }

    /// <summary>The strip whose operations run.</summary>
    public Strip Strip { get; private set; } = null!;

    /// <summary>The entries of the paint list after the one that is painted.</summary>
    public ReadOnlySpan<DrawNode> Following => nodes.Span[(at + 1)..];

    /// <summary>How what is painted now is mixed in, where nothing says otherwise.</summary>
    public SKBlendMode Mode => within > 0 ? SKBlendMode.SrcOver : mode;

    /// <summary>Begins a picture.</summary>
    public void Begin(SKCanvas canvas, Sheet? sheet) => (Canvas, Sheet, Alpha, Skipping, nodes, at) = (canvas, sheet, 1, 0, default, -1);

    /// <summary>Begins an entry of a paint list.</summary>
    public void Begin(ReadOnlyMemory<DrawNode> list, int number) => (nodes, at) = (list, number);

    /// <summary>Paints on something else for a while.</summary>
    /// <param name="alpha">What the alpha of everything is multiplied by there.</param>
    public void On(SKCanvas canvas, Sheet? sheet, float alpha, Action paint)
    {
        var outer = (Canvas, Sheet, Alpha);
        (Canvas, Sheet, Alpha) = (canvas, sheet, alpha);
        paint();
        (Canvas, Sheet, Alpha) = outer;
    }

    /// <summary>Begins a strip.</summary>
    /// <param name="mixed">How what it paints is mixed in, where it does not say otherwise.</param>
    public void Begin(Strip strip, SKBlendMode mixed) => (Strip, mode, within) = (strip, mixed, 0);

    /// <summary>The paint for a drawing in the mode of now; its colour is the drawing's to set, its shader to be taken out again.</summary>
    public SKPaint Paint()
    {
        paint.BlendMode = Mode;
        return paint;
    }

    /// <summary>Opens a level whose matrix and alpha change.</summary>
    /// <param name="alpha">What holds within it.</param>
    public void Open(float alpha)
    {
        levels.Push(new(null, Alpha, Canvas, Sheet));
        Canvas.Save();
        Alpha = alpha;
    }

    /// <summary>Opens a level that is a picture of its own.</summary>
    public void Open(GroupLayer layer)
    {
        levels.Push(new(layer, Alpha, Canvas, Sheet));
        (Canvas, Sheet, Alpha) = (layer.Canvas, layer.Sheet, 1);
        within++;
    }

    /// <summary>Closes the innermost level.</summary>
    public void Close()
    {
        var level = levels.Pop();
        (Canvas, Sheet, Alpha) = (level.Canvas, level.Sheet, level.Alpha);
        if (level.Layer is { } layer)
        {
            layer.Close(Canvas, Sheet);
            within--;
        }
        else
        {
            Canvas.Restore();
        }
    }

    /// <summary>Lets go of levels that nobody closed, as after a fault.</summary>
    public void Drop()
    {
        while (levels.Count > 0)
        {
            levels.Pop().Layer?.Drop();
        }
    }

    public void Dispose()
    {
        paint.Dispose();
        Paths.Dispose();
        Blocks.Dispose();
    }

    /// <param name="Layer">The group that it is; null for a place.</param>
    /// <param name="Alpha">What holds outside of it.</param>
    /// <param name="Canvas">What is painted on outside of it.</param>
    /// <param name="Sheet">Its pixels.</param>
    private readonly record struct Level(GroupLayer? Layer, float Alpha, SKCanvas Canvas, Sheet? Sheet);
}
