using Hang.Core.Contents;
using Hang.Core.Layers;

namespace Hang.Core.Documents;

/// <summary>When and in how large a picture a layer of a graphic shows.</summary>
public static class ShowingOf
{
    public static Showing Layer(Graphic graphic, Layer layer) =>
        new(graphic.Rate, graphic.Width, graphic.Height, layer.In ?? 0, layer.Out ?? graphic.Phases.Total - 1) { Sources = graphic.Sources };
}
