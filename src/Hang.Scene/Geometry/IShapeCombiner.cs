namespace Hang.Scene.Geometry;

/// <summary>What is made of shapes.</summary>
public enum Combining
{
    /// <summary>All that lies in any of them.</summary>
    Unite,

    /// <summary>What lies in the first and in no other.</summary>
    Cut,

    /// <summary>What lies in all of them.</summary>
    Overlap,

    /// <summary>What lies in an odd number of them.</summary>
    Exclude,
}

/// <summary>Combines the areas of shapes, keeping their curves.</summary>
public interface IShapeCombiner
{
    /// <param name="shapes">Each with its fill rule, nonzero or evenodd.</param>
    /// <returns>The edge of what is left, to be filled by the rule evenodd.</returns>
    ShapePath Combine(IReadOnlyList<(ShapePath Path, string Rule)> shapes, Combining how);
}
