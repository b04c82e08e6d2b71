using System.Security.Cryptography;
using System.Text.Json;
using Hang.Scene.Kernels;
using Hang.Tests.Shared;

namespace Hang.Paint.Tests;

/// <summary>Kernels do in TypeScript what they do here, to the bit: results on random input are printed, and the front end's tests do them again.</summary>
public class KernelTests
{
    private static readonly JsonSerializerOptions Plain = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <param name="Seed">Of the pixels.</param>
    /// <param name="Own">From the group's coordinates to the pixels'.</param>
    /// <param name="Numbers">What else the kernel is given, in order.</param>
    /// <param name="Sha256">Of the pixels that come of it.</param>
    private sealed record Case(string Kernel, int Width, int Height, uint Seed, double[] Own, double[] Back, double[] Numbers, string Sha256);

    [Fact]
    public void ResultsOnRandomInputAreGenerated() => Generated.Check("tests/examples/kernels.json", JsonSerializer.Serialize(Cases(), Plain) + "\n");

    /// <summary>The library's own sine is another source.</summary>
    [Fact]
    public void TheSineIsTheSine()
    {
        var random = new Random(1);
        for (var i = 0; i < 10_000; i++)
        {
            var t = (random.NextDouble() - 0.5) * 200;
            Assert.Equal(Math.Sin(2 * Math.PI * (t - Math.Floor(t))), Sine.OfTurns(t), 1e-10);
        }
        Assert.Equal([0.0, 1.0, 0.0, -1.0], new[] { 0, 0.25, 0.5, 0.75 }.Select(t => Math.Round(Sine.OfTurns(t), 10) + 0));
    }

    private static IEnumerable<Case> Cases()
    {
        var random = new Random(7);
        double Between(double least, double most) => least + (most - least) * random.NextDouble();
        foreach (var kernel in new[] { "grain", "bend", "blocks" })
        {
            for (var n = 0; n < 12; n++)
            {
                var (width, height, seed) = (random.Next(1, 70), random.Next(1, 50), (uint)random.Next());
                double[] own = [Between(0.3, 2), Between(-1, 1), Between(-40, 40), Between(-0.5, 0.5), Between(0.3, 2), Between(-40, 40)];
                var det = own[0] * own[4] - own[3] * own[1];
                double[] back =
                [
                    own[4] / det,
                    -own[1] / det,
                    (own[1] * own[5] - own[4] * own[2]) / det,
                    -own[3] / det,
                    own[0] / det,
                    (own[3] * own[2] - own[0] * own[5]) / det,
                ];
                double[] numbers = kernel switch
                {
                    "grain" => [Between(0, 1), Between(0.01, 5), random.Next(10_000), n % 2],
                    "bend" =>
                    [
                        Between(-20, 60),
                        Between(-20, 60),
                        Between(-1, 1),
                        Between(-1, 1),
                        Between(0.01, 40),
                        Between(-30, 30),
                        Between(-3, 3),
                        n % 3 == 0 ? 0 : Between(1, 80),
                        n % 2,
                    ],
                    _ => [Between(-20, 20), Between(-20, 20), n == 0 ? 0.01 : Between(0.2, 30), Between(0.2, 30)],
                };
                var pixels = Pixels(width, height, seed);
                Work(kernel, pixels, width, height, own, back, numbers);
                yield return new(kernel, width, height, seed, own, back, numbers, Convert.ToHexStringLower(SHA256.HashData(pixels)));
            }
        }
    }

    private static void Work(string kernel, byte[] pixels, int width, int height, double[] own, double[] back, double[] v)
    {
        switch (kernel)
        {
            case "grain":
                Grain.Work(pixels, width, 0, 0, width, height, back, v[0], v[1], (int)v[2], v[3] != 0);
                break;
            case "bend":
                byte[] from = [.. pixels];
                Bend.Work(pixels, from, width, height, 0, 0, width, height, own, back, v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8] != 0);
                break;
            default:
                var table = new int[Blocks.Row * Blocks.Room(width, height, back, v[2], v[3])];
                Blocks.Work(pixels, width, height, back, v[0], v[1], v[2], v[3], table, new int[width * height]);
                break;
        }
    }

    /// <summary>Premultiplied pixels of a seed, by a congruential generator (Numerical Recipes, "ranqd1"; the numbers from memory).</summary>
    private static byte[] Pixels(int width, int height, uint seed)
    {
        var pixels = new byte[width * height * 4];
        var x = seed;
        for (var i = 0; i < pixels.Length; i += 4)
        {
            for (var channel = 3; channel >= 0; channel--)
            {
                x = unchecked(x * 1664525 + 1013904223);
                var value = (byte)(x >> 24);
                pixels[i + channel] = channel == 3 ? value : Math.Min(value, pixels[i + 3]);
            }
        }
        return pixels;
    }
}
