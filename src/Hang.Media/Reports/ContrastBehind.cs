using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Scene.Colour;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Media.Reports;

/// <summary>How a layer's colour stands out from what is painted behind it.</summary>
/// <param name="Ratio">The WCAG contrast ratio that it has nearly everywhere, 1..21; 0 where nothing opaque lies behind it.</param>
/// <param name="Covered">How much of its place has something opaque behind it, 0..1; behind the rest is whatever the file is put over.</param>
public sealed record ContrastBehind(double Ratio, double Covered)
{
    /// <summary>Most pixels across that are looked at.</summary>
    private const int Most = 480;

    /// <summary>From this alpha of 255 on, what is behind hides the footage.</summary>
    private const int Opaque = 250;

    /// <summary>A few edges of other things may lie behind it.</summary>
    private const double Nearly = 0.05;

    /// <param name="layer">One with a fill.</param>
    /// <returns>Null for a layer without a colour or without a place.</returns>
    public static ContrastBehind? Of(Graphic graphic, string layer, int frame, ITypeShaper shaper, PictureShelf pictures)
    {
        var evaluator = new Evaluator(graphic, shaper);
        var colours = ColoursOf(graphic.Layer(layer), frame).ToArray();
        var box = OpticalBox.Of(evaluator, layer, frame).Intersect(new(0, 0, graphic.Width, graphic.Height));
        if (colours.Length == 0 || box.IsEmpty)
        {
            return null;
        }
        var scale = Math.Min(1, Most / (double)graphic.Width);
        using var canvas = new FrameCanvas(Math.Max(1, (int)(graphic.Width * scale)), Math.Max(1, (int)(graphic.Height * scale)), null, pictures);
        canvas.Paint(new Evaluator(Behind(graphic, layer), shaper).At(frame));
        var (left, top) = ((int)(box.Left * scale), (int)(box.Top * scale));
        var (right, bottom) = (
            Math.Min(canvas.Width, Math.Max(left + 1, (int)Math.Ceiling(box.Right * scale))),
            Math.Min(canvas.Height, Math.Max(top + 1, (int)Math.Ceiling(box.Bottom * scale)))
        );
        var opacity = OpacityOf(graphic, layer, frame);
        var ratios = new List<double>();
        var all = 0;
        for (var y = top; y < bottom; y++)
        {
            for (var x = left; x < right; x++)
            {
                var pixel = canvas.Pixels.Slice((y * canvas.Width + x) * 4, 4);
                all++;
                if (pixel[3] >= Opaque)
                {
                    var behind = new Rgba(
                        Math.Min(1, pixel[0] / (double)pixel[3]),
                        Math.Min(1, pixel[1] / (double)pixel[3]),
                        Math.Min(1, pixel[2] / (double)pixel[3])
                    );
                    ratios.Add(colours.Min(c => Contrast.Ratio(Over(c, behind, opacity), behind)));
                }
            }
        }
        ratios.Sort();
        return new(ratios.Count == 0 ? 0 : ratios[(int)(Nearly * (ratios.Count - 1))], all == 0 ? 0 : ratios.Count / (double)all);
    }

    /// <summary>What is seen of a colour that lets through what is behind it (W3C Compositing and Blending 1, section 5.1).</summary>
    private static Rgba Over(Rgba colour, Rgba behind, double opacity)
    {
        var a = Math.Clamp(colour.A * opacity, 0, 1);
        return new(colour.R * a + behind.R * (1 - a), colour.G * a + behind.G * (1 - a), colour.B * a + behind.B * (1 - a));
    }

    /// <summary>How far a layer shows, with all groups that it is in.</summary>
    private static double OpacityOf(Graphic graphic, string layer, int frame)
    {
        var opacity = 1.0;
        for (var at = graphic.Layer(layer); at is not null; at = at.Group is { } group ? graphic.Layer(group) : null)
        {
            opacity *= Math.Clamp(at.Own[LayerValues.Opacity].At(frame).X, 0, 1);
        }
        return opacity;
    }

    /// <summary>The graphic without the layer and all that is painted after it.</summary>
    private static Graphic Behind(Graphic graphic, string layer)
    {
        var gone = new HashSet<string>(StringComparer.Ordinal) { layer };
        for (var at = graphic.Layer(layer); at is not null; at = at.Group is { } group ? graphic.Layer(group) : null)
        {
            var place = graphic.Layers.IndexOf(at);
            gone.UnionWith(graphic.Layers.Skip(place + 1).Where(l => l.Group == at.Group).Select(l => l.Id));
        }
        return graphic with { Layers = [.. graphic.Layers.Select(l => gone.Contains(l.Id) ? l with { Hidden = true } : l)] };
    }

    private static IEnumerable<Rgba> ColoursOf(Layer layer, int frame)
    {
        if (layer.Content.Values.Find("fill") is not { Kind: PaintKind } spec)
        {
            return [];
        }
        var value = layer.Content.Values[spec].At(frame);
        return value.Held switch
        {
            Gradient gradient => gradient.Stops.Select(s => s.Colour),
            Crossing crossing => crossing.From.Stops.Concat(crossing.To.Stops).Select(s => s.Colour),
            _ => [new(value.X, value.Y, value.Z, value.W)],
        };
    }
}
