using System.Security.Cryptography;

namespace Hang.Scene.Geometry;

/// <summary>
/// A shape as drawing commands in one flat list, verb then coordinates: 0 move (x y), 1 line (x y), 2 quadratic (x1 y1 x y),
/// 4 cubic (x1 y1 x2 y2 x y), 5 close. Glyph outlines are in thousandths of an em, origin on the baseline, y downwards, filled non-zero.
/// </summary>
public sealed class Outline
{
    public const int Move = 0;
    public const int Line = 1;
    public const int Quadratic = 2;
    public const int Cubic = 4;
    public const int Close = 5;

    public Outline(float[] commands, Box bounds)
    {
        Commands = commands;
        Bounds = bounds;
        Hash = Convert.ToHexStringLower(SHA256.HashData(Bytes)[..12]);
    }

    /// <summary>Verbs and coordinates. Not to be changed.</summary>
    public float[] Commands { get; }

    /// <summary>Box around all points; empty for a space.</summary>
    public Box Bounds { get; }

    /// <summary>Content hash: the first 96 bits of SHA-256 of the commands, in hexadecimal digits.</summary>
    public string Hash { get; }

    /// <summary>Adds the commands to a list, moved.</summary>
    public void CopyTo(List<float> to, float x, float y)
    {
        for (var i = 0; i < Commands.Length; )
        {
            var verb = (int)Commands[i++];
            to.Add(verb);
            for (var end = i + Count(verb); i < end; i += 2)
            {
                to.Add(Commands[i] + x);
                to.Add(Commands[i + 1] + y);
            }
        }
    }

    /// <summary>Coordinates that follow a verb.</summary>
    public static int Count(int verb) =>
        verb switch
        {
            Move or Line => 2,
            Quadratic => 4,
            Cubic => 6,
            _ => 0,
        };

    /// <summary>The commands as little-endian 32-bit floats.</summary>
    public byte[] Bytes => System.Runtime.InteropServices.MemoryMarshal.AsBytes(Commands.AsSpan()).ToArray();
}
