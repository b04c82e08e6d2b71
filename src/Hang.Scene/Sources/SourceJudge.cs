namespace Hang.Scene.Sources;

/// <summary>A file that was found to be a source.</summary>
/// <param name="Hash">Content hash of the bytes as they are kept.</param>
/// <param name="Bytes">The file as it is kept: what was packed may be unpacked.</param>
/// <param name="IsCarried">False where its maker does not let documents take it along.</param>
public sealed record Judged(string Hash, Source Facts, byte[] Bytes, bool IsCarried = true);

/// <summary>Where a judge may leave what can be made anew at any time, such as the samples of a sound.</summary>
public interface ISourceRoom
{
    /// <summary>The path of a file for something made of a source.</summary>
    /// <param name="what">What it is, in a word.</param>
    string MadePath(SourceKind kind, string hash, string what);
}

/// <summary>Takes in what others hand us: looks at all of it, by content and never by name.</summary>
public abstract class SourceJudge
{
    public abstract SourceKind Kind { get; }

    /// <summary>
    /// True where looking at all of a file takes long, and what is spoiled is found in words when it is first used: somebody who only opens a document need
    /// not wait for it.
    /// </summary>
    public virtual bool CanWait => false;

    /// <param name="name">File name it came with; nothing is concluded from it.</param>
    /// <exception cref="ProblemException">It is no such source, is damaged, or too large.</exception>
    public abstract Task<Judged> JudgeAsync(string name, byte[] bytes, ISourceRoom room, CancellationToken cancel = default);
}
