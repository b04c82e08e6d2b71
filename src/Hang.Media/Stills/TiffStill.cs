using BitMiracle.LibTiff.Classic;
using Hang.Media.Frames;
using Hang.Scene;

namespace Hang.Media.Stills;

/// <summary>TIFF stills (TIFF 6.0) of 8 bits a component, without loss, whose extra sample says whether colour is multiplied by alpha.</summary>
internal static class TiffStill
{
    private const int RowsPerStrip = 64;

    // Deflate by its registered number: the library names it after a company.
    private const Compression Deflate = (Compression)8;

    public static byte[] Encode(PaintedFrame frame, bool isPremultiplied)
    {
        var components = frame.HasAlpha ? 4 : 3;
        using var bytes = new MemoryStream();
        using (var tiff = Tiff.ClientOpen("still", "w", bytes, new Stay()))
        {
            tiff.SetField(TiffTag.IMAGEWIDTH, frame.Width);
            tiff.SetField(TiffTag.IMAGELENGTH, frame.Height);
            tiff.SetField(TiffTag.BITSPERSAMPLE, 8);
            tiff.SetField(TiffTag.SAMPLESPERPIXEL, components);
            tiff.SetField(TiffTag.PHOTOMETRIC, Photometric.RGB);
            tiff.SetField(TiffTag.PLANARCONFIG, PlanarConfig.CONTIG);
            tiff.SetField(TiffTag.ORIENTATION, Orientation.TOPLEFT);
            tiff.SetField(TiffTag.COMPRESSION, Deflate);
            tiff.SetField(TiffTag.PREDICTOR, Predictor.HORIZONTAL);
            tiff.SetField(TiffTag.ROWSPERSTRIP, RowsPerStrip);
            tiff.SetField(TiffTag.SOFTWARE, "Hang");
            if (frame.HasAlpha)
            {
                tiff.SetField(TiffTag.EXTRASAMPLES, 1, new short[] { (short)(isPremultiplied ? ExtraSample.ASSOCALPHA : ExtraSample.UNASSALPHA) });
            }
            for (var (strip, y) = (0, 0); y < frame.Height; strip++, y += RowsPerStrip)
            {
                var rows = Math.Min(RowsPerStrip, frame.Height - y);
                // The library's own compression takes several times as long.
                var packed = DeflatedRows.Pack(frame.Pixels.Slice(y * frame.Width * 4, rows * frame.Width * 4), frame.Width, rows, frame.HasAlpha, null);
                if (tiff.WriteRawStrip(strip, packed, packed.Length) != packed.Length)
                {
                    throw new InvalidOperationException("The still could not be encoded.");
                }
            }
        }
        return bytes.ToArray();
    }

    /// <returns>RGBA as it stands in the file, rows from the top.</returns>
    /// <exception cref="ProblemException">It is no picture, or a damaged one.</exception>
    public static byte[] Decode(byte[] still, string name)
    {
        using var bytes = new MemoryStream(still);
        using var tiff = Tiff.ClientOpen(name, "r", bytes, new Stay())
            ?? throw new ProblemException($"{name} is no picture.", $"Hand it off again.", field: "file");
        int Number(TiffTag tag) => tiff.GetField(tag) is [var value, ..] ? value.ToInt() : 0;
        var (width, height, components) = (Number(TiffTag.IMAGEWIDTH), Number(TiffTag.IMAGELENGTH), Number(TiffTag.SAMPLESPERPIXEL));
        var rgba = new byte[width * height * 4];
        var row = new byte[tiff.ScanlineSize()];
        for (var y = 0; y < height; y++)
        {
            if (components is not (3 or 4) || !tiff.ReadScanline(row, y))
            {
                throw new ProblemException($"{name} is damaged.", $"Hand it off again.", field: "file");
            }
            for (var x = 0; x < width; x++)
            {
                var pixel = rgba.AsSpan((y * width + x) * 4, 4);
                row.AsSpan(x * components, components).CopyTo(pixel);
                pixel[3] = components == 4 ? pixel[3] : (byte)255;
            }
        }
        return rgba;
    }

    /// <summary>A stream of the library that leaves ours open.</summary>
    private sealed class Stay : TiffStream
    {
        public override void Close(object clientData) { }
    }
}
