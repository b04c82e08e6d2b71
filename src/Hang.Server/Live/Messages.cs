using MessagePack;

namespace Hang.Server.Live;

// What travels over the live hub, as MessagePack maps. Arrays of numbers are little-endian 32-bit floats.

/// <summary>What a node draws; sent when it is new or has changed.</summary>
[MessagePackObject]
public sealed class NodeHead
{
    /// <summary>The node's id: the layer's, or for a piece of its type that and a number.</summary>
    [Key("node")] public required string Node { get; init; }

    /// <summary>plate, glyphs, picture or place.</summary>
    [Key("kind")] public required string Kind { get; init; }

    /// <summary>Content hash, for pictures.</summary>
    [Key("asset")] public string? Asset { get; init; }

    /// <summary>Hashes of outlines, one for each glyph.</summary>
    [Key("glyphs")] public string[]? Glyphs { get; init; }

    /// <summary>Four floats for each glyph: x, y, spread, row.</summary>
    [Key("places")] public byte[]? Places { get; init; }
}

/// <summary>A node over a window.</summary>
[MessagePackObject]
public sealed class NodePart
{
    [Key("node")] public required string Node { get; init; }

    /// <summary>All slots at the window's first frame.</summary>
    [Key("values")] public required byte[] Values { get; init; }

    /// <summary>Slots that have a column.</summary>
    [Key("changing")] public required int[] Changing { get; init; }

    [Key("columns")] public required byte[] Columns { get; init; }

    /// <summary>For motion blur: how many moments each frame is the mean of; absent when all are sharp.</summary>
    [Key("sampleCounts")] public int[]? SampleCounts { get; init; }

    /// <summary>Those moments, for each the numbers of the changing slots.</summary>
    [Key("samples")] public byte[]? Samples { get; init; }
}

/// <summary>Nodes of one window that are new to the viewer.</summary>
[MessagePackObject]
public sealed class WindowPart
{
    [Key("index")] public required int Index { get; init; }

    [Key("nodes")] public required NodePart[] Nodes { get; init; }
}

/// <summary>All that changed since the last patch to this viewer. Absent parts stay as they are.</summary>
[MessagePackObject]
public sealed class Patch
{
    /// <summary>Counts the patches to this viewer; a gap means that one was lost.</summary>
    [Key("number")] public required int Number { get; init; }

    /// <summary>Revision that is shown, or -1 while a drag is only previewed.</summary>
    [Key("revision")] public required int Revision { get; init; }

    [Key("canUndo")] public required bool CanUndo { get; init; }

    [Key("canRedo")] public required bool CanRedo { get; init; }

    /// <summary>What undo would undo.</summary>
    [Key("label")] public required string Label { get; init; }

    /// <summary>The document without its layers, as JSON.</summary>
    [Key("graphic")] public string? Graphic { get; init; }

    /// <summary>Changed layers by id, as JSON.</summary>
    [Key("layers")] public required Dictionary<string, string> Layers { get; init; }

    /// <summary>Ids of all layers from the back, when the list changed.</summary>
    [Key("order")] public string[]? Order { get; init; }

    /// <summary>Ids of the nodes, from the back, when the list changed.</summary>
    [Key("nodes")] public string[]? Nodes { get; init; }

    [Key("heads")] public required NodeHead[] Heads { get; init; }

    [Key("windows")] public required WindowPart[] Windows { get; init; }

    /// <summary>Outlines that are new to the viewer, by hash.</summary>
    [Key("outlines")] public required Dictionary<string, byte[]> Outlines { get; init; }

    /// <summary>What to look at, when it changed: message, remedy, layer's id.</summary>
    [Key("findings")] public string[][]? Findings { get; init; }
}

/// <summary>Why something was not done.</summary>
[MessagePackObject]
public sealed class Refusal
{
    [Key("message")] public required string Message { get; init; }

    [Key("remedy")] public required string Remedy { get; init; }

    [Key("layer")] public string? Layer { get; init; }

    [Key("field")] public string? Field { get; init; }
}
