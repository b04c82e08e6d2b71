using Hang.Scene.Sources;

namespace Hang.Paint.Pictures;

/// <summary>Takes pictures in by decoding all of them.</summary>
public sealed class PictureJudge : SourceJudge
{
    public override SourceKind Kind => PictureSources.Kind;

    public override Task<Judged> JudgeAsync(string name, byte[] bytes, ISourceRoom room, CancellationToken cancel = default)
    {
        var picture = PictureFile.Read(name, bytes);
        return Task.FromResult(new Judged(picture.Hash, picture.Asset, picture.Bytes));
    }
}
