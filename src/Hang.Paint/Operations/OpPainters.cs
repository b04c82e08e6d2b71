using System.Collections.Immutable;
using Hang.Scene.PaintList;

namespace Hang.Paint.Operations;

/// <summary>Who paints each kind of operation.</summary>
internal static class OpPainters
{
    private static readonly Dictionary<OpKind, IOpPainter> Of = new()
    {
        [Ops.Place] = new PlacePainter(),
        [Ops.Mark] = new MarkPainter(),
        [Ops.Clip] = new ClipPainter(),
        [Ops.Group] = new GroupPainter(),
        [Ops.End] = new EndPainter(),
        [Ops.Fill] = new FillPainter(),
        [Ops.Stroke] = new StrokePainter(),
        [Ops.Glyphs] = new GlyphsPainter(),
        [Ops.Picture] = new PicturePainter(),
        [Ops.Warp] = new WarpPainter(),
    };

    /// <summary>By the code of the kind.</summary>
    public static ImmutableArray<IOpPainter> ByCode { get; } = [.. Ops.All.Select(k => Of[k])];
}
