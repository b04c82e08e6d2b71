using Hang.Scene.Registry;

namespace Hang.Core.Contents;

/// <summary>An invisible carrier: it shows nothing, and layers hang from it.</summary>
public sealed class Hook : ContentKind
{
    /// <summary>Half the side of the square that stands for a hook on the stage, in pixels.</summary>
    public const double Reach = 24;

    private Hook()
        : base("hook", "Hook", "An invisible carrier: it shows nothing, and layers hang from it.") { }

    public override bool IsInvisible => true;

    public override Drawing Draw(ValueSet values, DrawContext at) => new SimpleDrawing(true, _ => new(-Reach, -Reach, Reach, Reach), null);
}
