using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Motion;

namespace Hang.Core.Arrivals;

/// <summary>What a person can set of a way of coming on.</summary>
/// <param name="Title">As the bench shows it.</param>
/// <param name="DistanceUnit">What its distance means; null when it has none.</param>
/// <param name="Distance">The distance it begins with; null for "from outside the frame".</param>
/// <param name="Feel">The feel it begins with.</param>
/// <param name="TypeOnly">True when only type can do it.</param>
public sealed record ArrivalSpec(ArrivalKind Kind, string Title, string? DistanceUnit, double? Distance, Feel Feel, bool TypeOnly = false)
{
    /// <summary>The title within a sentence.</summary>
    public Term Term => new(Title);

    private static readonly Feel Soft = Named("Gentle both");
    private static readonly Feel Arriving = Named("Brisk");

    public static ImmutableArray<ArrivalSpec> All { get; } =
    [
        new(ArrivalKind.Fade, "Fade", null, null, Soft),
        new(ArrivalKind.Rise, "Rise", "px", 60, Named("Gentle out")),
        new(ArrivalKind.GlideFromLeft, "Glide from left", "px", null, Arriving),
        new(ArrivalKind.GlideFromRight, "Glide from right", "px", null, Arriving),
        new(ArrivalKind.GlideFromTop, "Glide from top", "px", null, Arriving),
        new(ArrivalKind.GlideFromBottom, "Glide from bottom", "px", null, Arriving),
        new(ArrivalKind.WipeFromLeft, "Wipe from left", null, null, Soft),
        new(ArrivalKind.WipeFromRight, "Wipe from right", null, null, Soft),
        new(ArrivalKind.WipeFromTop, "Wipe from top", null, null, Soft),
        new(ArrivalKind.WipeFromBottom, "Wipe from bottom", null, null, Soft),
        new(ArrivalKind.Grow, "Grow", null, null, Named("Gentle out")),
        new(ArrivalKind.Drop, "Drop", "px", 240, Named("Bounce")),
        new(ArrivalKind.Pop, "Pop", null, null, Named("Settle")),
        new(ArrivalKind.Sharpen, "Sharpen", "px", 24, Named("Gentle out")),
        new(ArrivalKind.TurnIn, "Turn in", "°", 90, Named("Gentle out")),
        new(ArrivalKind.Spread, "Spread", "1/1000 em", 300, Named("Gentle out"), true),
        new(ArrivalKind.TypeOn, "Type on", null, null, Feel.Hold, true),
    ];

    public static ArrivalSpec Of(ArrivalKind kind) => All[(int)kind];

    private static Feel Named(string name) => NamedFeels.All.Single(f => f.Name == name).Feel;
}
