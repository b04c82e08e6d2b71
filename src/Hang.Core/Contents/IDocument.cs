using Hang.Scene.Sources;
using Hang.Scene.Time;

namespace Hang.Core.Contents;

/// <summary>What a content may know of the document that it is in.</summary>
public interface IDocument
{
    FrameRate Rate { get; }

    /// <summary>Pixels across.</summary>
    int Width { get; }

    /// <summary>Pixels down.</summary>
    int Height { get; }

    /// <summary>What it carries by content hash.</summary>
    SourceSet Sources { get; }

    /// <summary>Whether a graphic is placed under a key.</summary>
    bool Places(string key);

    /// <summary>What another layer is called and shows; null where there is none.</summary>
    (string Name, Content Content)? LayerOf(string id);
}
