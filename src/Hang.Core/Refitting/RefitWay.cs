using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Geometry;

namespace Hang.Core.Refitting;

/// <summary>The way from the old picture to the new for what lies together: a scale for each direction, and where the origin goes.</summary>
internal sealed class RefitWay
{
    private readonly int oldWidth,
        oldHeight,
        width,
        height;

    /// <param name="box">Where it rests.</param>
    public RefitWay(Graphic graphic, int width, int height, double scale, LayerTie tie, in Box box)
    {
        (oldWidth, oldHeight, this.width, this.height) = (graphic.Width, graphic.Height, width, height);
        (Scale, Tie) = (scale, tie);
        (Wide, High) = ((double)width / oldWidth, (double)height / oldHeight);
        var (from, to) = tie.Safe
            ? (SafeAreas.Graphics(oldWidth, oldHeight), SafeAreas.Graphics(width, height))
            : (new Box(0, 0, oldWidth, oldHeight), new Box(0, 0, width, height));
        var inside = SafeAreas.Graphics(width, height);
        X = Shift((int)tie.Across, scale, from.Left, from.Right, to.Left, to.Right);
        Y = Shift((int)tie.Down, scale, from.Top, from.Bottom, to.Top, to.Bottom);
        // What was within the safe area is so again, wherever the tie would take it.
        var before = SafeAreas.Graphics(oldWidth, oldHeight);
        if (!box.IsEmpty && tie.Across != TieAcross.Both && box.Left >= before.Left - 1 && box.Right <= before.Right + 1)
        {
            X += Math.Max(0, inside.Left - (X + scale * box.Left)) - Math.Max(0, X + scale * box.Right - inside.Right);
        }
        if (!box.IsEmpty && tie.Down != TieDown.Both && box.Top >= before.Top - 1 && box.Bottom <= before.Bottom + 1)
        {
            Y += Math.Max(0, inside.Top - (Y + scale * box.Top)) - Math.Max(0, Y + scale * box.Bottom - inside.Bottom);
        }
    }

    public LayerTie Tie { get; }

    public double Scale { get; }

    /// <summary>How much wider the picture is.</summary>
    public double Wide { get; }

    /// <summary>How much higher the picture is.</summary>
    public double High { get; }

    private double X { get; }

    private double Y { get; }

    /// <summary>Where the origin goes for something with a box at a moment: beyond an edge it stays beyond it.</summary>
    public Point ShiftOf(in Box box, double scale)
    {
        var (x, y) = scale == Scale ? (X, Y) : (width / 2.0 - scale * oldWidth / 2, height / 2.0 - scale * oldHeight / 2);
        return box.IsEmpty
            ? new(x, y)
            : new(
                box.Right <= 0 ? Math.Min(x, 0)
                    : box.Left >= oldWidth ? Math.Max(x, width - scale * oldWidth)
                    : x,
                box.Bottom <= 0 ? Math.Min(y, 0)
                    : box.Top >= oldHeight ? Math.Max(y, height - scale * oldHeight)
                    : y
            );
    }

    private static double Shift(int side, double scale, double fromNear, double fromFar, double toNear, double toFar) =>
        side switch
        {
            0 => toNear - scale * fromNear,
            2 => toFar - scale * fromFar,
            _ => (toNear + toFar) / 2 - scale * (fromNear + fromFar) / 2,
        };
}
