using System.Collections.Immutable;
using Hang.Media.Processes;
using Hang.Paint.Pictures;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;

namespace Hang.Media.Judging;

/// <summary>The judge of each kind of source, found by themselves in Paint and Media.</summary>
public sealed class Judges
{
    private readonly ImmutableArray<SourceJudge> all;

    /// <param name="trials">Where fonts are tried.</param>
    public Judges(FontTrials trials) =>
        all = [
            .. new[] { typeof(PictureJudge).Assembly, typeof(Judges).Assembly }
                .SelectMany(a => a.GetTypes())
                .Where(t => t.IsSubclassOf(typeof(SourceJudge)) && !t.IsAbstract)
                .Select(t => (SourceJudge)Activator.CreateInstance(t, t.GetConstructors().Single().GetParameters().Select(_ => (object)trials).ToArray())!),
        ];

    public SourceJudge this[SourceKind kind] => all.Single(j => j.Kind == kind);

    /// <summary>Judges what a document carries under a hash.</summary>
    /// <exception cref="ProblemException">It is no such source, or not the one that the hash says.</exception>
    public async Task<Judged> JudgeAsync(SourceEntry source, byte[] bytes, ISourceRoom room, CancellationToken cancel)
    {
        var (kind, hash, facts) = source;
        var judged = await this[kind].JudgeAsync(facts.Name, bytes, room, cancel);
        return judged.Hash == hash
            ? judged
            : throw new ProblemException(
                $"{Quoted.Short(facts.Name)} is not the one that the document was made with.",
                $"Save the document again, or put the original beside it.",
                field: kind.At(hash)
            );
    }

    /// <summary>The bytes that a document has inside it.</summary>
    /// <exception cref="ProblemException">There are none, or they are no base64.</exception>
    public static byte[] Inside(SourceEntry source)
    {
        var (kind, hash, facts) = source;
        var data = facts.Data
            ?? throw new ProblemException(
                $"{Quoted.Short(facts.Name)} is not inside the document.",
                $"Save the document with all that it uses embedded.",
                field: kind.At(hash)
            );
        return Base64.Read(facts.Name, data, $"{kind.At(hash)}/data");
    }
}
