using Hang.Scene.Geometry;
using Hang.Scene.Registry;

namespace Hang.Core.Contents;

/// <summary>
/// Layers that are painted as one picture: the group's opacity, blend, effects, mask and matte act on the whole. Its members name it; they stand
/// in its coordinates, behind and before each other as the graphic lists them, where the group stands in the stack.
/// </summary>
public sealed class GroupContent : ContentKind
{
    private GroupContent()
        : base("group", "Group", "Layers that are painted as one picture.") { }

    public override bool IsGroup => true;

    /// <summary>A group's box is that of its members, which the evaluator knows.</summary>
    public override Drawing Draw(ValueSet values, DrawContext at) => new SimpleDrawing(true, _ => Box.Empty, null);
}
