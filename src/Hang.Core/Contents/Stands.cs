namespace Hang.Core.Contents;

/// <summary>Where a layer stands on the stage.</summary>
public enum Stands
{
    /// <summary>It has a box.</summary>
    Box,

    /// <summary>It is a point that others hang from or are lit from.</summary>
    Point,

    /// <summary>It is not seen there.</summary>
    Nowhere,
}
