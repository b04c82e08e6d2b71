using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Numbers;
using Hang.Scene.Phases;

namespace Hang.Core.Idles;

/// <summary>What repeats.</summary>
public enum IdleKind
{
    /// <summary>Grows and shrinks about the pivot; amplitude in per cent.</summary>
    Pulse,

    /// <summary>Rises and sinks; amplitude in pixels.</summary>
    Bob,

    /// <summary>Swings about the pivot; amplitude in degrees.</summary>
    Sway,

    /// <summary>Turns fully round about the pivot, anticlockwise when the amplitude is negative.</summary>
    Spin,

    /// <summary>Is dimmed for the second half of each cycle; amplitude in per cent of the opacity.</summary>
    Blink,

    /// <summary>Trembles in both directions, by a seed; amplitude in pixels.</summary>
    Tremble,
}

/// <summary>In which time an idle motion runs.</summary>
public enum IdleSpan
{
    /// <summary>Through Hold; before and after, the layer stands as at Hold's borders.</summary>
    Hold,

    /// <summary>Through the whole graphic, which then loops without a seam.</summary>
    Loop,
}

/// <summary>
/// A motion that repeats on top of the channels, in whole cycles within its span, so that the seam is exact and a longer Hold keeps it so.
/// </summary>
/// <param name="Amplitude">Largest distance from rest, in the kind's unit.</param>
/// <param name="Cycles">Whole cycles within the span, 1..1000.</param>
/// <param name="Phase">Where in its cycle it starts, in cycles, 0..1.</param>
/// <param name="Over">The span.</param>
/// <param name="Seed">For <see cref="IdleKind.Tremble"/>: which of many.</param>
public sealed record IdleMotion(
    IdleKind Kind,
    double Amplitude,
    int Cycles,
    [property: Always] double Phase = 0,
    [property: Always] IdleSpan Over = IdleSpan.Hold,
    [property: Always] int Seed = 1
)
{
    private const double MostAmplitude = 10_000;
    private const int MostCycles = 1000;

    /// <exception cref="ProblemException">A number lies outside its range.</exception>
    public void Demand(string layer, string at)
    {
        if (!(Math.Abs(Amplitude) <= MostAmplitude))
        {
            throw new ProblemException(
                $"An amplitude of {Amplitude} is not possible.",
                $"Use a number from {-MostAmplitude} to {MostAmplitude}.",
                layer,
                $"{at}/amplitude"
            );
        }
        if (Cycles is < 1 or > MostCycles)
        {
            throw new ProblemException($"{Cycles} cycles are not possible.", $"Use a whole number from 1 to {MostCycles}.", layer, $"{at}/cycles");
        }
        if (!(Phase is >= 0 and <= 1))
        {
            throw new ProblemException($"A phase of {Phase} is not possible.", $"Use a number from 0 to 1; 0.5 is half a cycle.", layer, $"{at}/phase");
        }
    }

    /// <summary>What the motion adds at a moment.</summary>
    /// <param name="time">In frames.</param>
    public IdleOffset At(double time, PhaseLengths phases)
    {
        var (start, length) = SpanIn(phases);
        if (length == 0)
        {
            return IdleOffset.None;
        }
        // Multiplied before it is divided, so that whole cycles are whole numbers.
        var cycle = (time - start) * Cycles / length;
        if (Over == IdleSpan.Hold)
        {
            cycle = Math.Clamp(cycle, 0, Cycles);
        }
        // Only the place within a cycle counts, so that the end of the last cycle is the start of the first to the last bit.
        var turns = cycle - Math.Floor(cycle) + Phase;
        turns -= Math.Floor(turns);
        var sine = Wave(turns);
        return Kind switch
        {
            IdleKind.Pulse => IdleOffset.None with { Scale = 1 + Amplitude / 100 * (1 - Wave(turns + 0.25)) / 2 },
            IdleKind.Bob => IdleOffset.None with { Y = -Amplitude * sine },
            IdleKind.Sway => IdleOffset.None with { Turn = Amplitude * sine },
            IdleKind.Spin => IdleOffset.None with { Turn = (Amplitude < 0 ? -360 : 360) * turns },
            // Rounded, so that a border between two frames falls the same way in every cycle.
            IdleKind.Blink => IdleOffset.None with { Opacity = Math.Round(turns, 9) is < 0.5 or 1 ? 1 : 1 - Math.Clamp(Amplitude / 100, 0, 1) },
            _ => IdleOffset.None with { X = Amplitude * Trembled(turns, 0), Y = Amplitude * Trembled(turns, 1) },
        };
    }

    /// <summary>
    /// A tremble along an axis, -1..1. Over Hold it is the way from where each cycle begins, since before and after Hold the layer stands where it is put.
    /// </summary>
    private double Trembled(double turns, int axis)
    {
        var rest = Over == IdleSpan.Hold ? Tremor.At(Phase - Math.Floor(Phase), Seed, axis) : 0;
        return (Tremor.At(turns, Seed, axis) - rest) / (1 + Math.Abs(rest));
    }

    /// <summary>First frame of the span, and its frames. The last frame of a loop is followed by its first.</summary>
    public (int Start, int Length) SpanIn(PhaseLengths phases) => Over == IdleSpan.Hold ? (phases.HoldStart, phases.Hold) : (0, phases.Total);

    /// <summary>The span's length nearest to the one it has in which every cycle takes the same whole number of frames.</summary>
    public int EvenLength(PhaseLengths phases)
    {
        var length = SpanIn(phases).Length;
        return Math.Max(1, (int)Math.Round((double)length / Cycles, MidpointRounding.AwayFromZero)) * Cycles;
    }

    /// <summary>sin(2πx), exactly 0, 1, 0 and -1 at the quarters.</summary>
    private static double Wave(double x) =>
        (x - Math.Floor(x)) switch
        {
            0 or 0.5 => 0,
            0.25 => 1,
            0.75 => -1,
            var t => Math.Sin(2 * Math.PI * t),
        };
}

/// <summary>What idle motions add to a layer: pixels, degrees about the pivot, and factors.</summary>
public readonly record struct IdleOffset(double X, double Y, double Turn, double Scale, double Opacity)
{
    public static IdleOffset None => new(0, 0, 0, 1, 1);

    /// <summary>Both together.</summary>
    public static IdleOffset operator +(IdleOffset a, IdleOffset b) => new(a.X + b.X, a.Y + b.Y, a.Turn + b.Turn, a.Scale * b.Scale, a.Opacity * b.Opacity);
}
