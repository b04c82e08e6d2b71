using Hang.Core.Evaluation;
using Hang.Core.Geometry;
using Hang.Core.Handoff;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;

namespace Hang.Media.Rendering;

/// <summary>
/// Room for one frame on its way to a file: painted premultiplied, then straight with bled edges when the file carries alpha. It is used
/// again for later frames, and remembers what it last wrote so that only rows in use are touched.
/// </summary>
public sealed class PaintedFrame : IDisposable
{
    private readonly FrameCanvas canvas;
    private readonly byte[]? straight;
    private Box written = Box.Empty;

    public PaintedFrame(int width, int height, HandoffPlan plan, PictureShelf pictures)
    {
        (Width, Height) = (width, height);
        canvas = new(width, height, plan.Backing.Behind(), pictures);
        straight = plan.HasAlpha ? GC.AllocateUninitializedArray<byte>(width * height * 4) : null;
        straight?.AsSpan().Clear();
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>True when <see cref="Pixels"/> carry straight alpha; else they are opaque.</summary>
    public bool HasAlpha => straight is not null;

    /// <summary>RGBA, 8 bits each, rows from the top without padding.</summary>
    public Span<byte> Pixels => straight ?? canvas.Pixels;

    /// <summary>A still of the frame, when the writer asked for one in <see cref="IFrameWriter.Prepare"/>.</summary>
    public byte[]? Encoded { get; set; }

    public void Paint(Scene scene)
    {
        canvas.Paint(scene);
        if (straight is not null)
        {
            written = StraightAlpha.Convert(canvas.Pixels, straight, Width, Height, canvas.InUse, written);
        }
    }

    public void Dispose() => canvas.Dispose();
}
