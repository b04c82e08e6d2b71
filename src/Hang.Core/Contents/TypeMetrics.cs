using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>How large and how far apart the letters of a layer are over time.</summary>
internal sealed class TypeMetrics
{
    private readonly Channel typeSize,
        tracking,
        leading;
    private readonly LineFit fit;
    private readonly double fitWidth;

    public TypeMetrics(ValueSet values)
    {
        (typeSize, tracking, leading) = (values[TypeContent.TypeSize], values[TypeContent.Tracking], values[TypeContent.Leading]);
        (fit, fitWidth) = (TypeContent.FitOf(values), values[TypeContent.FitWidth].Constant.X);
    }

    /// <summary>True when they are the same at every moment.</summary>
    public bool IsSteady => !typeSize.IsKeyed && !HasSpreading;

    /// <summary>True when letters or lines move apart.</summary>
    public bool HasSpreading => tracking.IsKeyed || leading.IsKeyed;

    /// <summary>Thousandths of an em between letters.</summary>
    public double Tracking(double time) => tracking.NumberAt(time);

    /// <summary>Thousandths of an em from baseline to baseline.</summary>
    public double Leading(double time) => leading.NumberAt(time) * 1000;

    public double X(SetGlyph glyph, double time) => glyph.X + glyph.Spread * Tracking(time);

    public double Y(SetGlyph glyph, double time) => glyph.Y + glyph.Row * Leading(time);

    /// <summary>Pixels of a thousandth of an em, with what the fit makes of it.</summary>
    /// <param name="whole">All the words, of which a part may be drawn.</param>
    public double Unit(SetType whole, double time)
    {
        var unit = Math.Max(0, typeSize.NumberAt(time)) / 1000;
        if (fit == LineFit.None)
        {
            return unit;
        }
        var width = whole.WidthAt(Tracking(time)) * unit;
        return width <= 0 || (fit != LineFit.Stretch && width <= fitWidth) ? unit : unit * fitWidth / width;
    }
}
