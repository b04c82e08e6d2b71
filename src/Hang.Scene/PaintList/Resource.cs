namespace Hang.Scene.PaintList;

/// <summary>What an operation takes by content hash.</summary>
public enum Resource
{
    /// <summary>A shape: an <see cref="Geometry.Outline"/>.</summary>
    Path,

    /// <summary>Glyphs in their places: a <see cref="Typesetting.GlyphRun"/>.</summary>
    Run,

    /// <summary>A picture file.</summary>
    Picture,
}
