using System.Collections.Immutable;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Rendering;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Scene;

namespace Hang.Media.Proofs;

/// <summary>A proof with its pictures.</summary>
/// <param name="Strip">PNG: some frames of the file over light and dark.</param>
/// <param name="SideBySide">PNG by frame: the first differing frames, meant on the left, found on the right.</param>
public sealed record ProofResult(Proof Proof, byte[] Strip, ImmutableSortedDictionary<int, byte[]> SideBySide)
{
    /// <summary>PNG: the place of the worst rim, enlarged, meant on the left, found on the right; null where there is none.</summary>
    public byte[]? Rim { get; init; }
}

/// <summary>Decodes a delivered file again and compares it, frame by frame, with what the painter paints.</summary>
public static class Prover
{
    private const int StripFrames = 6;

    /// <param name="path">The delivered file, zip or folder.</param>
    /// <param name="progress">Told the number of frames compared.</param>
    /// <param name="sounds">Where the graphic's sounds are heard; needed when it has any.</param>
    /// <param name="reuse">What this file shares with others, and with its own rendering; null: nothing.</param>
    /// <exception cref="Scene.ProblemException">The file cannot be decoded at all.</exception>
    public static async Task<ProofResult> ProveAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        PictureShelf pictures,
        string path,
        IProgress<int>? progress = null,
        SoundShelf? sounds = null,
        Reuse? reuse = null,
        CancellationToken cancel = default
    )
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = DeliveryOf(evaluator, plan, path) with { Reuse = reuse };
        // What is said of the file is asked for while it is decoded.
        var asked = MediaKinds.Of(plan.Kind).FactsAsync(delivery, cancel);
        var (found, compared) = await new FileComparison(evaluator, plan, delivery, pictures, StripAt(plan), progress).RunAsync(cancel);
        return await ResultAsync(evaluator, delivery, [PartProof.Of(found, compared)], asked, sounds, cancel);
    }

    /// <summary>Compares a part of a file, before it is joined with the others.</summary>
    /// <param name="plan">Of the whole file.</param>
    /// <param name="first">Place of the part's first frame in the file.</param>
    /// <param name="frames">How many it should have.</param>
    /// <param name="path">Of the part.</param>
    /// <exception cref="Scene.ProblemException">The part cannot be decoded at all.</exception>
    public static async Task<PartProof> ProvePartAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        int first,
        int frames,
        PictureShelf pictures,
        string path,
        IProgress<int>? progress = null,
        Reuse? reuse = null,
        CancellationToken cancel = default
    )
    {
        plan = plan.Demand(evaluator.Graphic);
        var part = Chunks.Part(plan, first, frames);
        var delivery = DeliveryOf(evaluator, part, path) with { Reuse = reuse, IsPart = true };
        var coded = MediaKinds.Of(plan.Kind).CodedAsync(delivery, cancel);
        var stripAt = StripAt(plan).Select(at => at - first).Where(at => at >= 0 && at < frames).ToHashSet();
        var (found, compared) = await new FileComparison(evaluator, part, delivery, pictures, stripAt, progress).RunAsync(cancel);
        return PartProof.Of(found, compared) with { Coded = await coded };
    }

    /// <summary>
    /// The proof of a file that was joined from parts which were compared each by itself: its coded frames are theirs, unchanged, all of them in order; so what
    /// holds of them holds of it. What the file says of itself and what is heard are looked at in the file.
    /// </summary>
    /// <param name="parts">In order.</param>
    /// <returns>Null where the file's coded frames are not those of its parts: then it has to be decoded itself.</returns>
    public static async Task<ProofResult?> ProveJoinedAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        string path,
        IReadOnlyList<PartProof> parts,
        SoundShelf? sounds = null,
        CancellationToken cancel = default
    )
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = DeliveryOf(evaluator, plan, path);
        var kind = MediaKinds.Of(plan.Kind);
        var asked = kind.FactsAsync(delivery, cancel);
        var coded = await kind.CodedAsync(delivery, cancel);
        if (coded is null || !coded.AreThoseOf([.. parts.Select(p => p.Coded)]))
        {
            await asked.ContinueWith(_ => { }, TaskScheduler.Default);
            return null;
        }
        return await ResultAsync(evaluator, delivery, parts, asked, sounds, cancel);
    }

    private static Delivery DeliveryOf(Evaluator evaluator, HandoffPlan plan, string path) =>
        Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, Path.GetFileNameWithoutExtension(path));

    /// <summary>Places in the file of the frames that the strip shows.</summary>
    private static HashSet<int> StripAt(HandoffPlan plan) =>
        [.. Enumerable.Range(0, Math.Min(StripFrames, plan.Frames)).Select(i => (int)((i + 0.5) * plan.Frames / Math.Min(StripFrames, plan.Frames)))];

    private static async Task<ProofResult> ResultAsync(
        Evaluator evaluator,
        Delivery delivery,
        IReadOnlyList<PartProof> parts,
        Task<IReadOnlyList<ProofFact>> asked,
        SoundShelf? sounds,
        CancellationToken cancel
    )
    {
        var plan = delivery.Plan;
        var errors = parts.SelectMany(p => p.Errors).ToImmutableArray();
        var (least, greatest) = (parts.Min(p => p.LeastAlpha), parts.Max(p => p.GreatestAlpha));
        var facts = new List<ProofFact>(await asked);
        facts.Insert(0, ProofFact.Of($"number of frames", $"{plan.Frames}", $"{parts.Sum(p => p.Found)}"));
        facts.Add(
            plan.HasAlpha
                ? new($"alpha range", $"within 0 to 255", $"{least:0} to {greatest:0}", true)
                : new($"alpha", $"none: every pixel opaque", least >= 254.5 ? (Sentence)$"every pixel opaque" : $"down to {least:0}", least >= 254.5)
        );
        if (parts.Any(p => p.Judged))
        {
            var outside = errors.Select(e => e.OutOfRange).DefaultIfEmpty().Max();
            facts.Add(new($"levels (EBU R 103)", $"at most 1 % out of range", $"{outside * 100:0.##} % out of range", outside <= Proof.MostOutOfRange));
        }
        facts.AddRange(await SoundProof.FactsAsync(evaluator.Graphic, delivery, sounds, cancel));
        var rim = parts.Where(p => p.Rim is not null).MaxBy(p => p.Rim!.Error);
        var proof = Proof.Of([.. facts], errors, ProofTolerance.For(plan.Kind)) with { Rim = rim?.Rim };
        var strip = ProofPictures.Strip([.. parts.SelectMany(p => p.Strip)], delivery.Width, delivery.Height);
        var sides = parts.SelectMany(p => p.SideBySide).OrderBy(s => s.Key).Take(Proof.MostShown).ToImmutableSortedDictionary();
        return new(proof, strip, sides) { Rim = rim?.RimPicture };
    }
}
