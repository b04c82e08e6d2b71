using System.Runtime.CompilerServices;
using Hang.Core.Evaluation;
using Hang.Core.Typesetting;
using Hang.Paint.Pictures;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Paints scenes on a Skia canvas. The painter in the browser makes the same calls in the same order, so that both give the same
/// picture. One painter serves one thread.
/// </summary>
public sealed class ScenePainter(PictureShelf pictures) : IDisposable
{
    private static readonly ConditionalWeakTable<Outline, SKPath> Paths = [];
    private readonly ConditionalWeakTable<NodeContent, LinePath> lines = [];
    private readonly SKPaint paint = new() { IsAntialias = true };

    /// <summary>Paints all nodes over what the canvas holds.</summary>
    public void Paint(SKCanvas canvas, Scene scene)
    {
        foreach (var node in scene.Nodes)
        {
            if (!node.Bounds.IsEmpty)
            {
                Paint(canvas, node);
            }
        }
    }

    public void Dispose() => paint.Dispose();

    private void Paint(SKCanvas canvas, DrawNode node)
    {
        if (node.Samples.Length == 0)
        {
            Paint(canvas, node.Content, node.Values, 1);
            return;
        }
        // The mean of the moments: each adds its share to a layer of half-precision numbers, so that small shares are not rounded away.
        var b = node.Bounds;
        var bounds = new SKRect((float)Math.Floor(b.Left) - 1, (float)Math.Floor(b.Top) - 1, (float)Math.Ceiling(b.Right) + 1, (float)Math.Ceiling(b.Bottom) + 1);
        canvas.Save();
        // The clip keeps the layer small; the bounds of SKCanvasSaveLayerRec do not arrive in this version of SkiaSharp.
        canvas.ClipRect(bounds);
        canvas.SaveLayer(new SKCanvasSaveLayerRec { Flags = SKCanvasSaveLayerRecFlags.F16ColorType });
        paint.BlendMode = SKBlendMode.Plus;
        foreach (var values in node.Samples)
        {
            if (values[Slots.Opacity] > 0)
            {
                Paint(canvas, node.Content, values, 1f / node.Samples.Length);
            }
        }
        paint.BlendMode = SKBlendMode.SrcOver;
        canvas.Restore();
        canvas.Restore();
    }

    /// <param name="share">Share of the node's opacity that is painted.</param>
    private void Paint(SKCanvas canvas, NodeContent content, ReadOnlySpan<float> v, float share)
    {
        canvas.Save();
        canvas.Concat(new SKMatrix(v[0], v[2], v[4], v[1], v[3], v[5], 0, 0, 1));
        if (v[Slots.Masked] != 0)
        {
            canvas.ClipRect(new SKRect(v[Slots.Mask], v[Slots.Mask + 1], v[Slots.Mask + 2], v[Slots.Mask + 3]), SKClipOperation.Intersect, true);
        }
        if (v[Slots.Blur] > 0)
        {
            using var blur = SKImageFilter.CreateBlur(v[Slots.Blur], v[Slots.Blur], SKShaderTileMode.Decal);
            using var soft = new SKPaint { ImageFilter = blur, BlendMode = paint.BlendMode };
            var r = 3 * v[Slots.Blur] + 1;
            canvas.SaveLayer(new SKRect(v[Slots.Box] - r, v[Slots.Box + 1] - r, v[Slots.Box + 2] + r, v[Slots.Box + 3] + r), soft);
            Draw(canvas, content, v, share);
            canvas.Restore();
        }
        else
        {
            Draw(canvas, content, v, share);
        }
        canvas.Restore();
    }

    private void Draw(SKCanvas canvas, NodeContent content, ReadOnlySpan<float> v, float share)
    {
        switch (content.Kind)
        {
            case NodeKind.Plate:
                SetColour(v, Slots.PlateFill, share);
                using (var shape = new SKRoundRect())
                {
                    var c = Slots.Corners;
                    shape.SetRectRadii(new SKRect(0, 0, v[Slots.Size], v[Slots.Size + 1]), [new(v[c], v[c]), new(v[c + 1], v[c + 1]), new(v[c + 2], v[c + 2]), new(v[c + 3], v[c + 3])]);
                    canvas.DrawRoundRect(shape, paint);
                }
                break;
            case NodeKind.Glyphs:
                SetColour(v, Slots.GlyphsFill, share);
                canvas.Scale(v[Slots.Unit], v[Slots.Unit]);
                canvas.DrawPath(lines.GetOrCreateValue(content).For(content.Glyphs!, v[Slots.Tracking], v[Slots.Leading]), paint);
                break;
            case NodeKind.Picture:
                paint.ColorF = new SKColorF(0, 0, 0, v[Slots.Opacity] * share);
                var image = pictures.Get(content.Asset!);
                canvas.DrawImage(
                    image, new SKRect(0, 0, image.Width, image.Height), new SKRect(0, 0, v[Slots.Size], v[Slots.Size + 1]),
                    new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
                break;
        }
    }

    private void SetColour(ReadOnlySpan<float> v, int slot, float share) => paint.ColorF = new SKColorF(v[slot], v[slot + 1], v[slot + 2], v[slot + 3] * v[Slots.Opacity] * share);

    private static SKPath PathOf(Outline outline) => Paths.GetValue(outline, o =>
    {
        using var builder = new SKPathBuilder();
        var c = o.Commands;
        for (var i = 0; i < c.Length;)
        {
            switch ((int)c[i++])
            {
                case Outline.Move: builder.MoveTo(c[i], c[i + 1]); i += 2; break;
                case Outline.Line: builder.LineTo(c[i], c[i + 1]); i += 2; break;
                case Outline.Quadratic: builder.QuadTo(c[i], c[i + 1], c[i + 2], c[i + 3]); i += 4; break;
                case Outline.Cubic: builder.CubicTo(c[i], c[i + 1], c[i + 2], c[i + 3], c[i + 4], c[i + 5]); i += 6; break;
                default: builder.Close(); break;
            }
        }
        return builder.Detach();
    });

    /// <summary>All glyphs of a node as one path, so that fading type shows no seam where letters overlap. Kept while tracking and leading stand.</summary>
    private sealed class LinePath
    {
        private SKPath? path;
        private (float Tracking, float Leading) made;

        public SKPath For(SetType type, float tracking, float leading)
        {
            if (path is null || made != (tracking, leading))
            {
                using var builder = new SKPathBuilder();
                foreach (var glyph in type.Glyphs)
                {
                    builder.AddPath(PathOf(glyph.Outline), (float)glyph.X + (float)glyph.Spread * tracking, (float)glyph.Y + glyph.Row * leading);
                }
                path?.Dispose();
                path = builder.Detach();
                made = (tracking, leading);
            }
            return path;
        }
    }
}
