using Hang.Paint.Pictures;
using Hang.Scene;
using SkiaSharp;

namespace Hang.Paint.Tests;

public class PictureTests
{
    private static byte[] Encoded(SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(64, 48);
        bitmap.Erase(SKColors.Goldenrod);
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Png, "image/png")]
    [InlineData(SKEncodedImageFormat.Jpeg, "image/jpeg")]
    [InlineData(SKEncodedImageFormat.Webp, "image/webp")]
    public void PicturesAreKnownByTheirContent(SKEncodedImageFormat format, string type)
    {
        var picture = PictureFile.Read("../x/whatever.txt", Encoded(format));
        Assert.Equal((type, 64, 48, "whatever.txt"), (picture.Asset.Type, picture.Asset.Width, picture.Asset.Height, picture.Asset.Name));
        Assert.Matches("^sha256-[0-9a-f]{64}$", picture.Hash);
    }

    [Fact]
    public void TextACutOffFileAndAHugePictureAreRefusedByName()
    {
        var png = Encoded(SKEncodedImageFormat.Png);
        Assert.Contains(
            "logo.png is no PNG",
            Assert.Throws<ProblemException>(() => PictureFile.Read("logo.png", "not a picture"u8.ToArray())).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cut short",
            Assert.Throws<ProblemException>(() => PictureFile.Read("logo.png", png[..(png.Length / 2)])).Message,
            StringComparison.Ordinal
        );
        Assert.Contains("30000 x 30000", Assert.Throws<ProblemException>(() => PictureFile.Read("huge.png", HugePng())).Message, StringComparison.Ordinal);
        Assert.Throws<ProblemException>(() => PictureFile.Read("empty.png", []));
    }

    /// <summary>As many as there is room for, those used last: the shelf never grows beyond that, whatever is asked of it.</summary>
    [Fact]
    public void TheShelfHoldsWhatWasUsedLast()
    {
        const int Each = 64 * 48 * 4;
        var png = Encoded(SKEncodedImageFormat.Png);
        var read = new List<string>();
        using var shelf = new PictureShelf(
            hash =>
            {
                read.Add(hash);
                return png;
            },
            most: 3 * Each
        );
        foreach (var hash in new[] { "a", "b", "c", "a", "d", "e" })
        {
            _ = shelf.Get(hash);
            Assert.InRange(shelf.Held, Each, 3 * Each);
        }
        Assert.Equal(["a", "b", "c", "d", "e"], read);
        _ = shelf.Get("a");
        Assert.Equal(5, read.Count);
        // One that is larger than the whole room is held while it is the only one.
        using var small = new PictureShelf(_ => png, most: 1);
        Assert.Equal(64, small.Get("a").Width);
        _ = small.Get("b");
        Assert.Equal(Each, small.Held);
    }

    /// <summary>A PNG that only says how large it is: signature and IHDR (ISO/IEC 15948, clauses 5.2 and 11.2.2), then an empty IDAT.</summary>
    private static byte[] HugePng()
    {
        static byte[] Chunk(string name, byte[] data)
        {
            var body = System.Text.Encoding.ASCII.GetBytes(name).Concat(data).ToArray();
            var crc = 0xFFFFFFFFu;
            foreach (var b in body)
            {
                crc ^= b;
                for (var k = 0; k < 8; k++)
                {
                    crc = (crc & 1) != 0 ? 0xEDB88320u ^ (crc >> 1) : crc >> 1;
                }
            }
            return [.. BigEndian((uint)data.Length), .. body, .. BigEndian(~crc)];
        }
        static byte[] BigEndian(uint n) => [(byte)(n >> 24), (byte)(n >> 16), (byte)(n >> 8), (byte)n];
        return
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            13,
            10,
            26,
            10,
            .. Chunk("IHDR", [.. BigEndian(30000), .. BigEndian(30000), 8, 6, 0, 0, 0]),
            .. Chunk("IDAT", [0x78, 0x9C, 3, 0, 0, 0, 0, 1]),
            .. Chunk("IEND", []),
        ];
    }
}
