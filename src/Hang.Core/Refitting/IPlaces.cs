using Hang.Core.Layers;
using Hang.Scene.Geometry;

namespace Hang.Core.Refitting;

/// <summary>Where the layers of a graphic are, for what moves them to another size of the picture.</summary>
public interface IPlaces
{
    /// <summary>A layer's box in its own coordinates, empty for one that shows nothing, and the matrix from those to the picture.</summary>
    /// <param name="time">In frames.</param>
    (Box Box, Matrix World) Place(Layer layer, double time);
}
