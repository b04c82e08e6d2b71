using System.Collections.Immutable;
using System.Text.Json;
using Hang.Scene.Json;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>A worker as the screen shows it.</summary>
/// <param name="Host">Name of its machine.</param>
/// <param name="FramesPerSecond">Frames that it painted a second, over the last ten seconds.</param>
public sealed record WorkerView(Guid Id, string Host, int Cores, DateTime BegunAt, double FramesPerSecond, ImmutableArray<WorkView> Doing)
{
    public static WorkerView Of(WorkerRow row) =>
        new(row.Id, row.Host, row.Cores, row.BegunAt, row.FramesPerSecond, JsonSerializer.Deserialize<ImmutableArray<WorkView>>(row.Doing, ReportJson.Options));
}

/// <summary>The workers, and how much lies before them.</summary>
/// <param name="Waiting">Handoffs that nobody has taken yet; those that are held do not count.</param>
/// <param name="UnderWay">Handoffs that are rendered or proved.</param>
/// <param name="Frames">Frames of both that are still to be rendered.</param>
/// <param name="SecondsLeft">Until all of it is done, as fast as the last files went; null while that cannot be told.</param>
public sealed record FarmView(ImmutableArray<WorkerView> Workers, int Waiting, int UnderWay, long Frames, double? SecondsLeft)
{
    public static FarmView Of(IReadOnlyList<WorkerRow> workers, LineState line)
    {
        var rate = Math.Max(line.DonePerSecond, workers.Sum(w => w.FramesPerSecond));
        return new(
            [.. workers.Select(WorkerView.Of)],
            line.Waiting,
            line.UnderWay,
            line.Frames,
            workers.Count > 0 && line.Frames > 0 && rate > 0 ? line.Frames / rate : null
        );
    }
}
