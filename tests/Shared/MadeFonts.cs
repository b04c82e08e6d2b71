using System.Buffers.Binary;
using System.Text;

namespace Hang.Tests.Shared;

/// <summary>Fonts for the tests: one that ships, by another name and with other permissions of its maker.</summary>
internal static class MadeFonts
{
    public static byte[] Quicksand => File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "fonts", "quicksand", "Quicksand-Regular.ttf"));

    /// <summary>Quicksand as a family of another name, as long as its own.</summary>
    public static byte[] Named(string family, ushort fsType = 0)
    {
        var font = Quicksand;
        foreach (var encoding in new[] { Encoding.BigEndianUnicode, Encoding.Latin1 })
        {
            var (from, to) = (encoding.GetBytes("Quicksand"), encoding.GetBytes(family));
            if (from.Length != to.Length)
            {
                throw new ArgumentException("The name must have nine letters.", nameof(family));
            }
            for (var at = 0; (at = Find(font, from, at)) >= 0; at += to.Length)
            {
                to.CopyTo(font, at);
            }
        }
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(Table(font, "OS/2") + 8), fsType);
        return font;
    }

    private static int Find(byte[] font, byte[] what, int from) => font.AsSpan(from).IndexOf(what) is >= 0 and var at ? from + at : -1;

    private static int Table(byte[] font, string tag)
    {
        for (var i = 0; i < BinaryPrimitives.ReadUInt16BigEndian(font.AsSpan(4)); i++)
        {
            if (Encoding.Latin1.GetString(font, 12 + 16 * i, 4) == tag)
            {
                return (int)BinaryPrimitives.ReadUInt32BigEndian(font.AsSpan(20 + 16 * i));
            }
        }
        throw new InvalidDataException($"There is no table {tag}.");
    }
}
