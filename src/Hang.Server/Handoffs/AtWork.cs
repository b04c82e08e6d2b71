using System.Collections.Immutable;
using System.Diagnostics;
using Hang.Server.Hosting;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>One thing that a worker is at.</summary>
/// <param name="Part">Number of the part, from 1; null where the file is made as a whole.</param>
/// <param name="Frames">Frames of the file or part.</param>
public sealed record WorkView(Guid Handoff, string FileName, HandoffState Step, int? Part, int FramesDone, int Frames);

/// <summary>What this process is at, and how fast it has painted of late.</summary>
public sealed class AtWork
{
    private static readonly TimeSpan Late = TimeSpan.FromSeconds(10);
    private readonly Lock door = new();
    private readonly List<Work> works = [];
    private readonly Queue<(long At, int Frames)> painted = [];

    /// <summary>Says that something is begun; it is over when what is returned is disposed.</summary>
    /// <param name="paints">Whether its frames are painted here, and not proved or painted by others.</param>
    internal Work Begin(WorkView what, bool paints)
    {
        var work = new Work(this, what, paints);
        lock (door)
        {
            works.Add(work);
        }
        return work;
    }

    /// <summary>What it is at.</summary>
    public ImmutableArray<WorkView> Now()
    {
        lock (door)
        {
            return [.. works.Select(w => w.View)];
        }
    }

    /// <summary>Frames painted a second, over the last ten seconds or since the first of them.</summary>
    public double FramesPerSecond()
    {
        lock (door)
        {
            while (painted.TryPeek(out var first) && Stopwatch.GetElapsedTime(first.At) > Late)
            {
                painted.Dequeue();
            }
            if (!painted.TryPeek(out var earliest))
            {
                return 0;
            }
            // A first frame within the last second would tell little.
            return painted.Sum(p => p.Frames) / Math.Max(1, Stopwatch.GetElapsedTime(earliest.At).TotalSeconds);
        }
    }

    internal sealed class Work(AtWork all, WorkView what, bool paints) : IProgress<int>, IDisposable
    {
        public WorkView View { get; private set; } = what;

        public void Report(int value)
        {
            lock (all.door)
            {
                if (paints && value > View.FramesDone)
                {
                    all.painted.Enqueue((Stopwatch.GetTimestamp(), value - View.FramesDone));
                    Telemetry.Frames.Add(value - View.FramesDone);
                }
                View = View with { FramesDone = value };
            }
        }

        public void Dispose()
        {
            lock (all.door)
            {
                all.works.Remove(this);
            }
        }
    }
}
