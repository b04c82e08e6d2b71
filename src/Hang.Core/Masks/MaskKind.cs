using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Masks;

/// <summary>
/// A kind of shape that decides where a layer or group shows. A new kind is one class: its values and the shape. Places are pixels in the layer's own
/// coordinates; every mask can be switched, and its edge be softened, grown and faded.
/// </summary>
public abstract class MaskKind : Module
{
    private const double Far = 100_000;

    protected MaskKind(string name, string title, string meaning, params ValueSpec[] values)
        : base(name, title, meaning, [.. Common(), .. values])
    {
        (Switch, Combine, Inverted, Feather, Grow, Opacity) = (Values[0], Values[1], Values[2], Values[3], Values[4], Values[5]);
    }

    public ValueSpec Switch { get; }

    public ValueSpec Combine { get; }

    public ValueSpec Inverted { get; }

    public ValueSpec Feather { get; }

    public ValueSpec Grow { get; }

    public ValueSpec Opacity { get; }

    /// <summary>The shape at every moment: each with the moments at which it is the one, all of them if there is one.</summary>
    protected abstract IEnumerable<Edge> Contours(ValueSet values);

    /// <summary>How a mask goes together with those before it.</summary>
    public static MaskCombination CombinationOf(ValueSet values, MaskKind kind) => (MaskCombination)(int)values[kind.Combine].Constant.X;

    /// <summary>Writes the mask's picture: white where it lets the layer show, mixed with what is there as its combination says.</summary>
    internal void Write(StripWriter writer, ValueSet values)
    {
        var (on, feather, grow, opacity) = (values[Switch], values[Feather], values[Grow], values[Opacity]);
        var combination = CombinationOf(values, this);
        var inverted = values[Inverted].Constant.X != 0;
        var soft = new StepWriter();
        if (feather.IsKeyed || feather.Constant.X > 0)
        {
            soft.Add(Ops.Soften, !feather.IsKeyed, (time, v) =>
            {
                var sigma = (float)Math.Max(0, feather.NumberAt(time));
                (v[0], v[1], v[2]) = (sigma > 0 ? 1 : 0, sigma, sigma);
            });
        }
        var blend = combination switch
        {
            MaskCombination.Subtract => "cutOut",
            MaskCombination.Overlap => "cutTo",
            _ => "normal",
        };
        // Switched off, a mask that cuts to itself must not cut at all.
        Open(writer, blend, on, opacity, combination == MaskCombination.Overlap);
        if (combination == MaskCombination.Overlap)
        {
            // Faded, it cuts less.
            writer.Fill(
                Shape.Box,
                !opacity.IsKeyed && !on.IsKeyed,
                White,
                _ => default,
                (time, v) =>
                {
                    Everything(v);
                }
            );
            OpenPart(
                writer,
                "cutOut",
                new StepWriter(),
                time => on.NumberAt(time) != 0 ? Math.Clamp(opacity.NumberAt(time), 0, 1) : 0,
                on.IsKeyed || opacity.IsKeyed
            );
            Picture(!inverted);
            writer.Close();
        }
        else
        {
            Picture(inverted);
        }
        writer.Close();

        void Picture(bool turned)
        {
            if (turned)
            {
                writer.Fill(Shape.Box, true, White, _ => default, (_, v) => Everything(v));
            }
            OpenPart(writer, turned ? "cutOut" : "normal", soft, null, false);
            foreach (var contour in Contours(values))
            {
                WriteContour(writer, contour, grow);
            }
            writer.Close();
        }
    }

    private static Channel White { get; } = Channel.Of(PaintKind.Paint, new Value(1, 1, 1, 1));

    /// <summary>Fills all that can ever be seen.</summary>
    internal static void Everything(Span<float> v) => Shape.WriteBox(new Scene.Geometry.Box(-Far, -Far, Far, Far), v);

    private static void WriteContour(StripWriter writer, Edge contour, Channel grow)
    {
        if (contour.Shows is { } shows)
        {
            writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[6]) = (1, 1, shows(time) ? 1 : 0));
        }
        writer.Fill(contour, White, _ => default);
        if (grow.IsKeyed || grow.Constant.X != 0)
        {
            // A line of twice the distance round the edge, added to the shape or taken from it.
            Grown(true);
            Grown(false);
        }
        if (contour.Shows is not null)
        {
            writer.Close();
        }

        void Grown(bool outwards)
        {
            if (!grow.IsKeyed && grow.Constant.X > 0 != outwards)
            {
                return;
            }
            double By(double time) => Math.Max(0, outwards ? grow.NumberAt(time) : -grow.NumberAt(time));
            OpenPart(writer, outwards ? "normal" : "cutOut", new StepWriter(), time => By(time) > 0 ? 1 : 0, grow.IsKeyed);
            var at = Ops.Stroke;
            writer.Add(at, [], [contour.Verbs, "round", "round", "solid", "0", ""], Shape.Count(contour.Verbs), contour.IsSteady && !grow.IsKeyed, (time, v) =>
            {
                (v[0], v[1], v[2], v[3]) = (1, 1, 1, 1);
                v[at.Width] = (float)(2 * By(time));
                v[at.Miter] = 4;
                (v[at.Trim], v[at.Trim + 1]) = (0, 1);
                contour.Write(time, v[at.More.At..]);
            });
            writer.Close();
        }
    }

    private static void Open(StripWriter writer, string blend, Channel on, Channel opacity, bool always)
    {
        var alpha = Ops.Group.Opacity;
        writer.OpenGroup(blend, new StepWriter(), always || (!on.IsKeyed && !opacity.IsKeyed), (time, v) => (v[0], v[alpha]) = (
                1,
                always ? 1
                : on.NumberAt(time) != 0 ? (float)Math.Clamp(opacity.NumberAt(time), 0, 1)
                : 0
            ));
    }

    private static void OpenPart(StripWriter writer, string blend, StepWriter steps, Func<double, double>? opacity, bool isKeyed)
    {
        var alpha = Ops.Group.Opacity;
        writer.OpenGroup(blend, steps, !isKeyed, (time, v) => (v[0], v[alpha]) = (1, opacity is null ? 1 : (float)opacity(time)));
    }

    private static ValueSpec[] Common() =>
        [
            new("on", "On", FlagKind.Flag, "", new(1), "Whether the mask acts."),
            new(
                "combine",
                "Goes together",
                new ChoiceKind("add", "subtract", "overlap"),
                "",
                default,
                "What it does to the masks before it: shows more, shows less, or shows only where both do. The first one begins with nothing for add, else with all."
            )
            {
                Keyable = false,
            },
            new("inverted", "Turned round", FlagKind.Flag, "", new(0), "True: the layer shows outside of the shape.") { Keyable = false },
            new("feather", "Feather", NumbersKind.Number, "px", new(0), "Standard deviation of the softness of its edge.")
            {
                Least = 0,
                Most = 500,
                Signs = ["σ"],
            },
            new("grow", "Grow", NumbersKind.Number, "px", new(0), "How far its edge is moved outwards; less than 0: inwards.")
            {
                Least = -2000,
                Most = 2000,
                Signs = ["⊕"],
            },
            new("opacity", "Opacity", NumbersKind.Number, "0..1", new(1), "How much of it acts.")
            {
                Least = 0,
                Most = 1,
                Factor = 100,
                Signs = ["α"],
            },
        ];
}

/// <summary>How a mask goes together with those before it.</summary>
public enum MaskCombination
{
    Add,
    Subtract,
    Overlap,
}
