using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>What a content can ask while it is drawn.</summary>
/// <param name="Showing">When and in how large a picture it shows; told to those with <see cref="ContentKind.NeedsShowing"/>, which are drawn anew when it
/// changes.</param>
/// <param name="Around">The layers that it names; null for one that names none.</param>
/// <param name="Departing">When the layer goes off; told to those for which <see cref="ContentKind.LeavesApart"/> is true; null for a layer that stays.</param>
public sealed record DrawContext(ITypeShaper Shaper, Showing Showing, ISurroundings? Around = null, Departing? Departing = null)
{
    /// <summary>Of what stands alone, as on a sheet of samples.</summary>
    public static DrawContext Alone(ITypeShaper shaper) => new(shaper, Showing.Alone);
}
