using System.Diagnostics;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Scene.Values;
using static Hang.Tests.Shared.Making;

namespace Hang.Media.Tests;

/// <summary>A small graphic that fades in, stands and moves on, and other programs that look at its files.</summary>
internal static class Film
{
    public static Evaluator Of(int width = 320, int height = 180, string rate = "25", double fade = 10)
    {
        var plate = Layer<Plate>("p", "Plate")
            .With("size", new Value(width * 0.6, height * 0.3))
            .With("corners", new Value(12, 12, 12, 12))
            .With("fill", new Value(0.85, 0.4, 0.1, 1))
            .With("opacity", Over([new(0, new(0), Feel.Linear), new((int)fade, new(1), Feel.Linear)]))
            .With(
                "position",
                Over([
                    new(0, new(width * 0.1, height * 0.4), Feel.Linear),
                    new(8, new(width * 0.2 + 0.3, height * 0.4), Feel.Linear),
                    new(24, new(width * 0.2 + 0.3, height * 0.4), Feel.Linear),
                    new(29, new(width * 0.3, height * 0.5), Feel.Linear),
                ])
            );
        var type = TypeOf("t", "Honey", "Name")
            .With("weight", new Value(700))
            .With("position", new Value(width * 0.3, height * 0.55))
            .With("typeSize", new Value(height / 6.0));
        return new(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = "Film",
                Kind = GraphicKind.Bug,
                Width = width,
                Height = height,
                Rate = FrameRate.Parse(rate),
                Phases = new PhaseLengths(12, 12, 6),
                Layers = [plate, type],
            },
            TypeShaper.Shipped
        );
    }

    /// <summary>What another program says of a file.</summary>
    public static async Task<string> AskAsync(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(program) { RedirectStandardOutput = true };
        foreach (var argument in arguments)
        {
            start.ArgumentList.Add(argument);
        }
        using var asked = Process.Start(start)!;
        var text = await asked.StandardOutput.ReadToEndAsync();
        await asked.WaitForExitAsync();
        return text;
    }
}
