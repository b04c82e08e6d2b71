using Hang.Core.Checks;
using Hang.Scene;
using Hang.Scene.Json;
using MessagePack;

namespace Hang.Server.Live;

// What travels over the live hub, as MessagePack maps. Arrays of numbers are little-endian 32-bit floats. The front end's types are printed from these
// classes by MessageTypes.

/// <summary>A strip of the paint list; sent when it is new or has changed.</summary>
[MessagePackObject]
public sealed class StripHead
{
    /// <summary>The strip's id: the layer's, or that and what follows a slash.</summary>
    [Key("node")]
    public required string Node { get; init; }

    /// <summary>Id of the layer it belongs to.</summary>
    [Key("layer")]
    public required string Layer { get; init; }

    /// <summary>How many numbers its rows have.</summary>
    [Key("size")]
    public required int Size { get; init; }

    /// <summary>Its operations.</summary>
    [Key("ops")]
    public required OpHead[] Ops { get; init; }
}

/// <summary>An operation, or a step of a group.</summary>
[MessagePackObject]
public sealed class OpHead
{
    /// <summary>Place of its kind in the table of operations, or of steps.</summary>
    [Key("code")]
    public required int Code { get; init; }

    /// <summary>Content hashes of what it takes.</summary>
    [Key("takes")]
    public required string[] Takes { get; init; }

    [Key("words")]
    public required string[] Words { get; init; }

    /// <summary>Where its numbers begin in a row.</summary>
    [Key("at")]
    public required int At { get; init; }

    /// <summary>How often its repeated field comes.</summary>
    [Key("each")]
    public required int Each { get; init; }

    /// <summary>Of a group.</summary>
    [Key("steps")]
    public required OpHead[] Steps { get; init; }
}

/// <summary>Glyphs in their places.</summary>
[MessagePackObject]
public sealed class RunPart
{
    /// <summary>Hashes of outlines, one for each glyph.</summary>
    [Key("glyphs")]
    public required string[] Glyphs { get; init; }

    /// <summary>Four floats for each glyph: x, y, spread, row.</summary>
    [Key("places")]
    public required byte[] Places { get; init; }
}

/// <summary>A node over a window.</summary>
[MessagePackObject]
public sealed class NodePart
{
    [Key("node")]
    public required string Node { get; init; }

    /// <summary>All numbers at the window's first frame.</summary>
    [Key("values")]
    public required byte[] Values { get; init; }

    /// <summary>Numbers that have a column.</summary>
    [Key("changing")]
    public required int[] Changing { get; init; }

    [Key("columns")]
    public required byte[] Columns { get; init; }

    /// <summary>For motion blur: how many moments each frame is the mean of; absent when all are sharp.</summary>
    [Key("momentCounts")]
    public int[]? MomentCounts { get; init; }

    /// <summary>Those moments, for each the changing numbers.</summary>
    [Key("moments")]
    public byte[]? Moments { get; init; }

    /// <summary>For each frame the box that its moments can touch: left, top, right, bottom.</summary>
    [Key("boxes")]
    public byte[]? Boxes { get; init; }
}

/// <summary>Nodes of one window that are new to the viewer.</summary>
[MessagePackObject]
public sealed class WindowPart
{
    [Key("index")]
    public required int Index { get; init; }

    [Key("nodes")]
    public required NodePart[] Nodes { get; init; }
}

/// <summary>All that changed since the last patch to this viewer. Absent parts stay as they are.</summary>
[MessagePackObject]
public sealed class Patch
{
    /// <summary>Counts the patches to this viewer; a gap means that one was lost.</summary>
    [Key("number")]
    public required int Number { get; init; }

    /// <summary>Revision that is shown, or -1 while a drag is only previewed.</summary>
    [Key("revision")]
    public required int Revision { get; init; }

    /// <summary>True when the revision that is shown was made by this viewer.</summary>
    [Key("mine")]
    public required bool Mine { get; init; }

    /// <summary>How many others have the graphic open.</summary>
    [Key("others")]
    public required int Others { get; init; }

    [Key("canUndo")]
    public required bool CanUndo { get; init; }

    [Key("canRedo")]
    public required bool CanRedo { get; init; }

    /// <summary>What undo would undo.</summary>
    [Key("label")]
    public required string Label { get; init; }

    /// <summary>Form and holes of the label, as JSON: {"label": {"form": …, "holes": …}}.</summary>
    [Key("say")]
    public required string Say { get; init; }

    /// <summary>The document without its layers, as JSON.</summary>
    [Key("graphic")]
    public string? Graphic { get; init; }

    /// <summary>Changed layers by id, as JSON.</summary>
    [Key("layers")]
    public required Dictionary<string, string> Layers { get; init; }

    /// <summary>Ids of all layers from the back, when the list changed.</summary>
    [Key("order")]
    public string[]? Order { get; init; }

    /// <summary>Ids of the strips, from the back, when the list changed.</summary>
    [Key("nodes")]
    public string[]? Nodes { get; init; }

    [Key("heads")]
    public required StripHead[] Heads { get; init; }

    [Key("windows")]
    public required WindowPart[] Windows { get; init; }

    /// <summary>Outlines that are new to the viewer, by hash.</summary>
    [Key("outlines")]
    public required Dictionary<string, byte[]> Outlines { get; init; }

    /// <summary>Runs of glyphs that are new to the viewer, by hash.</summary>
    [Key("runs")]
    public required Dictionary<string, RunPart> Runs { get; init; }

    /// <summary>Hashes of outlines and runs that are not needed any more.</summary>
    [Key("gone")]
    public required string[] Gone { get; init; }

    /// <summary>What to look at, when it changed.</summary>
    [Key("findings")]
    public LayerNote[]? Findings { get; init; }
}

/// <summary>What a person should know of a layer.</summary>
/// <param name="Check">Which check it is of.</param>
/// <param name="Layer">Id of the layer, for what lies in a placed graphic of the one that places it.</param>
/// <param name="Name">Name of the layer that it lies in.</param>
/// <param name="Say">Form and holes of message and remedy, as JSON.</param>
[MessagePackObject]
public sealed record LayerNote(
    [property: Key("check")] string Check,
    [property: Key("message")] string Message,
    [property: Key("remedy")] string Remedy,
    [property: Key("layer")] string Layer,
    [property: Key("name")] string Name,
    [property: Key("say")] string Say
)
{
    /// <param name="finding">Of a layer.</param>
    public static LayerNote Of(Finding finding)
    {
        var (message, remedy) = (finding.Problem.Message, finding.Problem.Remedy);
        return new(finding.Check, message.ToString(), remedy.ToString(), finding.LayerId!, finding.Problem.Layer!, Refusal.SayOf(message, remedy));
    }
}

/// <summary>Why something was not done.</summary>
[MessagePackObject]
public sealed class Refusal
{
    [Key("message")]
    public required string Message { get; init; }

    [Key("remedy")]
    public required string Remedy { get; init; }

    [Key("layer")]
    public string? Layer { get; init; }

    [Key("field")]
    public string? Field { get; init; }

    /// <summary>Form and holes of message and remedy, as JSON: {"message": {"form": …, "holes": …}, "remedy": …}.</summary>
    [Key("say")]
    public string? Say { get; init; }

    public static Refusal Of(Problem problem) =>
        new()
        {
            Message = problem.Message.ToString(),
            Remedy = problem.Remedy.ToString(),
            Layer = problem.Layer,
            Field = problem.Field,
            Say = SayOf(problem.Message, problem.Remedy),
        };

    internal static string SayOf(Sentence message, Sentence remedy) => SaidBeside.Of(("message", message), ("remedy", remedy)).ToJsonString();
}
