using Hang.Paint.Fonts;
using Hang.Scene.Sources;

namespace Hang.Media.Processes;

/// <summary>Takes fonts in after they were tried in a process of their own.</summary>
public sealed class FontJudge(FontTrials trials) : SourceJudge
{
    public override SourceKind Kind => FontSources.Kind;

    public override async Task<Judged> JudgeAsync(string name, byte[] bytes, ISourceRoom room, CancellationToken cancel = default)
    {
        var font = await Task.Run(() => trials.Read(name, bytes), cancel);
        return new(font.Hash, font.Facts, font.Bytes, font.Embedding != Embedding.Preview);
    }
}
