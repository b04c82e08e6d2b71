using Hang.Core.Handoff;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Media.Frames;

/// <summary>
/// Room for one frame on its way to a file: painted premultiplied, then straight with bled edges when the file carries such alpha. It is used
/// again for later frames, and remembers what it last wrote so that only rows in use are touched.
/// </summary>
public sealed class PaintedFrame : IDisposable
{
    private readonly FrameCanvas canvas;
    private readonly byte[]? straight;
    private Box written = Box.Empty;
    private byte[]? room;
    private SceneMoment? owed;

    public PaintedFrame(int width, int height, HandoffPlan plan, PictureShelf pictures)
    {
        (Width, Height) = (width, height);
        canvas = new(width, height, plan.Backing.Behind(), pictures);
        HasAlpha = plan.HasAlpha;
        straight = plan.HasAlpha && !plan.Premultiplied ? GC.AllocateUninitializedArray<byte>(width * height * 4) : null;
        straight?.AsSpan().Clear();
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>True when <see cref="Pixels"/> carry alpha; else they are opaque.</summary>
    public bool HasAlpha { get; }

    /// <summary>Whole pixels outside of which nothing is seen: there all pixels are zero, or the backing.</summary>
    public Box InUse
    {
        get
        {
            Settle();
            return straight is null ? canvas.InUse : written;
        }
    }

    /// <summary>RGBA, 8 bits each, rows from the top without padding; straight or premultiplied as the plan says.</summary>
    public Span<byte> Pixels
    {
        get
        {
            Settle();
            return straight ?? canvas.Pixels;
        }
    }

    /// <summary>The scene that the frame shows; null before the first.</summary>
    public SceneMoment? Scene { get; private set; }

    /// <summary>What the writer made of the frame in <see cref="IFrameWriter.Prepare"/>.</summary>
    public byte[]? Encoded { get; set; }

    /// <summary>Room for <see cref="Encoded"/> that is used again for later frames; what it holds is undefined.</summary>
    public byte[] Room(int length)
    {
        if (room?.Length != length)
        {
            room = GC.AllocateUninitializedArray<byte>(length);
        }
        return room;
    }

    /// <summary>Shows a scene, and paints it.</summary>
    public void Paint(SceneMoment scene)
    {
        Owe(scene);
        Settle();
    }

    /// <summary>Shows a scene, and paints it when its pixels are first asked for.</summary>
    public void Owe(SceneMoment scene) => Scene = owed = scene;

    /// <summary>Paints what is owed.</summary>
    public void Settle()
    {
        if (owed is not { } scene)
        {
            return;
        }
        owed = null;
        canvas.Paint(scene);
        if (straight is not null)
        {
            written = StraightAlpha.Convert(canvas.Pixels, straight, Width, Height, canvas.InUse, written);
        }
    }

    /// <summary>Fills the pixels as somebody likes; the whole frame counts as in use.</summary>
    internal void Fill(PixelFill fill)
    {
        owed = null;
        fill(Pixels);
        written = new(0, 0, Width, Height);
    }

    public void Dispose() => canvas.Dispose();

    internal delegate void PixelFill(Span<byte> pixels);
}
