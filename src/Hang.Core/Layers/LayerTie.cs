namespace Hang.Core.Layers;

/// <summary>What a layer keeps its distance to from side to side.</summary>
public enum TieAcross
{
    Left,
    Centre,
    Right,

    /// <summary>Both edges: it gets wider or narrower.</summary>
    Both,
}

/// <summary>What a layer keeps its distance to from top to bottom.</summary>
public enum TieDown
{
    Top,
    Middle,
    Bottom,

    /// <summary>Both edges: it gets higher or lower.</summary>
    Both,
}

/// <summary>What a layer is tied to when the graphic is refitted to another size. Absent from a layer: what lies nearest to where it rests.</summary>
/// <param name="Safe">True: its distances are those to the graphics safe area (EBU R 95), not to the edges of the picture.</param>
public sealed record LayerTie(TieAcross Across, TieDown Down, bool Safe = false);
