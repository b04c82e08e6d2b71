using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList;

/// <summary>The edge of what a layer shows, over time, in the layer's coordinates: what lines and type run along, and what shapes are combined by.</summary>
/// <param name="Verbs">See <see cref="Shape"/>; nothing for one that is a resource.</param>
/// <param name="IsSteady">True when it is the same at every moment.</param>
/// <param name="Write">Writes its coordinates.</param>
public sealed record Edge(string Verbs, bool IsSteady, Filler Write)
{
    private LastAsked<Course>? course;

    /// <summary>What lies inside where contours cross: nonzero or evenodd.</summary>
    public string Rule { get; init; } = "nonzero";

    /// <summary>The shape as a resource; null for one given by numbers.</summary>
    public Outline? Outline { get; init; }

    /// <summary>Whether it is there at a moment; null: always.</summary>
    public Func<double, bool>? Shows { get; init; }

    /// <summary>Room for a shape of <see cref="Shape.Any"/>.</summary>
    public int Room { get; init; }

    /// <summary>How many numbers it takes.</summary>
    public int Count =>
        Outline is not null ? 0
        : Verbs == Shape.Any ? Room
        : Shape.Count(Verbs);

    /// <summary>What an operation takes by hash.</summary>
    public System.Collections.Immutable.ImmutableArray<string> Takes => Outline is null ? [] : [Outline.Hash];

    /// <summary>An edge that is one shape for ever.</summary>
    public static Edge Of(ShapePath path) => new(path.Verbs, true, (_, v) => path.Numbers.CopyTo(v));

    /// <summary>The shape at a moment; nothing when it is not there.</summary>
    public ShapePath At(double time)
    {
        if (Shows?.Invoke(time) == false)
        {
            return ShapePath.Nothing;
        }
        if (Outline is not null)
        {
            return ShapePath.Of(Outline);
        }
        var numbers = new float[Count];
        Write(time, numbers);
        return ShapePath.Of(Verbs, numbers);
    }

    /// <summary>The shape at a moment, to be read by length. What was asked for last is kept.</summary>
    public Course CourseAt(double time) => (course ??= new(t => At(t).Course(), IsSteady)).At(time);
}
