using System.Collections.Immutable;
using Hang.Scene.PaintList.Operations;

namespace Hang.Scene.PaintList;

/// <summary>
/// The paint list: the only thing that painters know. This table is the source of both; <c>web/src/program/ops.gen.ts</c> is printed from it.
/// Lengths are pixels in the coordinates that the places before have made; colours are straight sRGB, 0..1.
/// </summary>
public static class Ops
{
    /// <inheritdoc cref="PlaceOp"/>
    public static PlaceOp Place { get; } = new();

    /// <inheritdoc cref="MarkOp"/>
    public static MarkOp Mark { get; } = new();

    /// <inheritdoc cref="ClipOp"/>
    public static ClipOp Clip { get; } = new();

    /// <inheritdoc cref="GroupOp"/>
    public static GroupOp Group { get; } = new();

    /// <inheritdoc cref="EndOp"/>
    public static EndOp End { get; } = new();

    /// <inheritdoc cref="FillOp"/>
    public static FillOp Fill { get; } = new();

    /// <inheritdoc cref="StrokeOp"/>
    public static StrokeOp Stroke { get; } = new();

    /// <inheritdoc cref="GlyphsOp"/>
    public static GlyphsOp Glyphs { get; } = new();

    /// <inheritdoc cref="PictureOp"/>
    public static PictureOp Picture { get; } = new();

    /// <inheritdoc cref="WarpOp"/>
    public static WarpOp Warp { get; } = new();

    /// <summary>Operations, in the order of their codes.</summary>
    public static ImmutableArray<OpKind> All { get; } = Numbered<OpKind>(Place, Mark, Clip, Group, End, Fill, Stroke, Glyphs, Picture, Warp);

    /// <inheritdoc cref="SoftenStep"/>
    public static SoftenStep Soften { get; } = new();

    /// <inheritdoc cref="RecolourStep"/>
    public static RecolourStep Recolour { get; } = new();

    /// <inheritdoc cref="CastStep"/>
    public static CastStep Cast { get; } = new();

    /// <inheritdoc cref="InnerStep"/>
    public static InnerStep Inner { get; } = new();

    /// <inheritdoc cref="LumaStep"/>
    public static LumaStep Luma { get; } = new();

    /// <inheritdoc cref="StreakStep"/>
    public static StreakStep Streak { get; } = new();

    /// <inheritdoc cref="TrailStep"/>
    public static TrailStep Trail { get; } = new();

    /// <inheritdoc cref="MapStep"/>
    public static MapStep Map { get; } = new();

    /// <inheritdoc cref="GrainStep"/>
    public static GrainStep Grain { get; } = new();

    /// <inheritdoc cref="BendStep"/>
    public static BendStep Bend { get; } = new();

    /// <inheritdoc cref="BlocksStep"/>
    public static BlocksStep Blocks { get; } = new();

    /// <summary>Steps of a group, in the order of their codes.</summary>
    public static ImmutableArray<StepKind> Steps { get; } = Numbered<StepKind>(Soften, Recolour, Cast, Inner, Luma, Streak, Trail, Map, Grain, Bend, Blocks);

    private static ImmutableArray<T> Numbered<T>(params T[] kinds)
        where T : OpKind
    {
        for (var i = 0; i < kinds.Length; i++)
        {
            kinds[i].Code = i;
        }
        return [.. kinds];
    }
}
