using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Fields;
using Hang.Core.Handoff;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>A handoff as the screen shows it.</summary>
/// <param name="FramesDone">Of the current step: rendering, then proving.</param>
/// <param name="FramesPerSecond">Rate of the current or last step; 0 before it begins.</param>
/// <param name="Take">What was filled in; null for the graphic as it was.</param>
/// <param name="SecondsLeft">Of the current step; null when nothing is under way.</param>
public sealed record HandoffView(
    Guid Id,
    Guid GraphicId,
    string PackageName,
    string GraphicName,
    HandoffPlan Plan,
    HandoffState State,
    string FileName,
    int FramesDone,
    int FramesTotal,
    double FramesPerSecond,
    double? SecondsLeft,
    long? Bytes,
    Sentence? Problem,
    ProofView? Proof,
    Sentence? Verdict,
    bool Holds,
    DateTime AskedAt,
    DateTime? EndedAt,
    NameCard? Card,
    int Priority,
    bool Held,
    string Note,
    Take? Take
)
{
    public static HandoffView Of(HandoffRow row)
    {
        var seconds = (row.StepAt ?? row.BegunAt) is { } begun ? ((row.EndedAt ?? DateTime.UtcNow) - begun).TotalSeconds : 0;
        var running = row.State is HandoffState.Rendering or HandoffState.Proving;
        var rate = seconds > 0 ? row.FramesDone / seconds : 0;
        var proof = ProofOf(row);
        return new(
            row.Id,
            row.GraphicId,
            row.PackageName,
            row.GraphicName,
            JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!,
            row.State,
            row.FileName,
            row.FramesDone,
            row.FramesTotal,
            rate,
            running && rate > 0 ? (row.FramesTotal - row.FramesDone) / rate : null,
            row.Bytes,
            row.Problem,
            proof is null ? null : new(proof.Facts, proof.WorstColour, proof.MeanColour, proof.WorstAlpha, proof.MeanAlpha, proof.Differing, proof.Rim),
            proof?.Verdict,
            proof?.Holds ?? false,
            row.AskedAt,
            row.EndedAt,
            row.Card is { } card ? JsonSerializer.Deserialize<NameCard>(card, ReportJson.Options) : null,
            row.Priority,
            row.Held,
            row.Note,
            row.Take is { } take ? JsonSerializer.Deserialize<Take>(take, ReportJson.Options) : null
        );
    }

    /// <summary>The whole proof of a handoff; null before there is one.</summary>
    public static Proof? ProofOf(HandoffRow row) => row.Proof is { } json ? JsonSerializer.Deserialize<Proof>(json, ReportJson.Options) : null;
}

/// <summary>A proof in a list: without the error of every frame.</summary>
public sealed record ProofView(
    ImmutableArray<ProofFact> Facts,
    double WorstColour,
    double MeanColour,
    double WorstAlpha,
    double MeanAlpha,
    ImmutableArray<int> Differing,
    RimError? Rim
);
