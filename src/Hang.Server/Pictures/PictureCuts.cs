using Hang.Paint.Pictures;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using Hang.Server.Sources;
using Hang.Store.Sources;

namespace Hang.Server.Pictures;

/// <summary>Pictures without their ground, for the stage.</summary>
public sealed class PictureCuts(SourceStore store) : ISourceShelf
{
    public SourceKind Kind => PictureSources.Kind;

    /// <param name="name">A <see cref="PictureId"/>.</param>
    public (byte[] Bytes, string Type)? Made(string name) =>
        PictureId.Parse(name) is { } cut && store.Bytes(Kind, cut.Hash) is { } whole ? (PictureShelf.WithoutGround(cut, whole), "image/png") : null;
}
