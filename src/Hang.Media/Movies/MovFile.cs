using System.Globalization;
using Hang.Media.Frames;
using Hang.Scene.Time;
using static Hang.Media.Movies.Atom;

namespace Hang.Media.Movies;

/// <summary>
/// A QuickTime file with one track of pictures, each as long as the others, a timecode track, and one of sound where there is any (Apple, QuickTime File
/// Format). Samples are written as they come; what the file is made of is told at its end.
/// </summary>
internal sealed class MovFile : IDisposable
{
    private const int Buffer = 1 << 20;
    private const int AfterHeaders = 36;
    private static readonly DateTimeOffset Epoch = new(1904, 1, 1, 0, 0, 0, TimeSpan.Zero);
    private readonly FileStream file;
    private readonly Delivery delivery;
    private readonly MovLook look;
    private readonly MovTrack pictures;
    private readonly MovSound? sound;

    public MovFile(Delivery delivery, MovLook look)
    {
        (this.delivery, this.look) = (delivery, look);
        var (scale, step) = Clock(delivery.Rate);
        pictures = new(scale, step);
        sound = delivery.Sound is { } track ? new(track) : null;
        file = new(delivery.Path, FileMode.CreateNew, FileAccess.Write, FileShare.None, Buffer);
        file.Write([.. U32(20), .. Latin("ftypqt  "), .. U32(0x200), .. Latin("qt  ")]);
        // The length of what follows takes 64 bits and is filled in at the end.
        file.Write([.. U32(1), .. Latin("mdat"), .. U64(0)]);
        file.Write(U32((uint)delivery.FirstTimecode));
    }

    /// <summary>ffmpeg's packets at the times that their numbers say by the <see cref="Clock"/>, whatever times they came with.</summary>
    /// <param name="rate">Frames a second.</param>
    /// <returns>A filter of packets.</returns>
    public static string TimesByNumber(FrameRate rate)
    {
        var (scale, step) = Clock(rate);
        return string.Create(CultureInfo.InvariantCulture, $"setts=time_base=1/{scale}:ts=N*{step}:duration={step}");
    }

    /// <summary>Units of time in a second and in a frame: exact at every rate.</summary>
    public static (uint Scale, uint Step) Clock(FrameRate rate) =>
        rate.Denominator % 1001 == 0 ? ((uint)rate.Numerator, (uint)rate.Denominator) : ((uint)rate.Numerator * 1000, (uint)rate.Denominator * 1000);

    /// <summary>Writes a sample, once or several times in a row. It is written each time: not every suite reads one that is only pointed to.</summary>
    public void Add(ReadOnlySpan<byte> sample, int times)
    {
        for (var i = 0; i < times; i++)
        {
            sound?.WriteUpTo(file, SampleClock.StartOf(delivery.Rate, pictures.Count) + 1);
            var at = (ulong)file.Position;
            file.Write(sample);
            pictures.Add(at, sample.Length);
        }
    }

    /// <summary>Tells what the file is made of. Without it there is no file.</summary>
    public void Finish()
    {
        sound?.WriteUpTo(file, long.MaxValue);
        var end = file.Position;
        file.Write(Movie());
        file.Position = 28;
        file.Write(U64((ulong)(end - 20)));
        file.Flush();
    }

    public void Dispose()
    {
        file.Dispose();
        sound?.Dispose();
    }

    private byte[] Movie()
    {
        var card = delivery.Card;
        var made = U32(card.Made is { } m ? (uint)(m - Epoch).TotalSeconds : 0);
        var duration = pictures.Duration;
        var header = Of(
            "mvhd",
            U32(0),
            made,
            made,
            U32(pictures.Scale),
            U32(duration),
            U32(0x10000),
            U16(0x100),
            new byte[10],
            Identity,
            new byte[24],
            U32(sound is null ? 3u : 4u)
        );
        var words = Of(
            "udta",
            Words("\u00a9nam", card.Title),
            Words("\u00a9cmt", card.Comment),
            Words("\u00a9day", card.Made?.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture) ?? "")
        );
        return Of("moov", header, PictureTrack(made, duration), TimecodeTrack(made, duration), sound is null ? [] : SoundTrack(sound, made, duration), words);
    }

    private byte[] PictureTrack(byte[] made, uint duration)
    {
        var compressor = new byte[32];
        var name = Latin(look.Compressor);
        compressor[0] = (byte)name.Length;
        name.CopyTo(compressor, 1);
        var description = Of(
            look.Code,
            new byte[6],
            U16(1),
            U16(0),
            U16(0),
            Latin("HANG"),
            U32(512),
            U32(512),
            U16(delivery.Width),
            U16(delivery.Height),
            U32(0x480000),
            U32(0x480000),
            U32(0),
            U16(1),
            compressor,
            U16(look.Depth),
            U16(0xFFFF),
            // One field; primaries BT.709, the transfer, matrix BT.709; square pixels.
            Of("fiel", [1, 0]),
            Of("colr", Latin("nclc"), U16(1), U16(look.Transfer), U16(1)),
            Of("pasp", U32(1), U32(1))
        );
        var media = Of(
            "minf",
            Of("vmhd", U32(1), U16((int)look.Mode), U16(0x8000), U16(0x8000), U16(0x8000)),
            DataHandler,
            DataPlace,
            pictures.Table(description)
        );
        return Of(
            "trak",
            TrackHeader(1, made, duration, delivery.Width, delivery.Height, 3),
            WholeEdit(duration),
            Of("tref", Of("tmcd", U32(2))),
            Media("vide", "VideoHandler", made, pictures.Scale, duration, media)
        );
    }

    private byte[] TimecodeTrack(byte[] made, uint duration)
    {
        var track = new MovTrack(pictures.Scale, Math.Max(1, duration));
        track.Add(AfterHeaders, 4);
        var description = Of(
            "tmcd",
            new byte[6],
            U16(1),
            U32(0),
            U32(delivery.Rate.IsDropFrame ? 1u : 0u),
            U32(pictures.Scale),
            U32(pictures.Step),
            [(byte)delivery.Rate.Nominal, 0]
        );
        // The face in which a player would show it: its own.
        var face = Of("tmcd", Of("tcmi", U32(0), U16(0), U16(0), U16(12), U16(0), new byte[6], new byte[6], [0]));
        var general = Of("gmhd", Of("gmin", U32(0), U16(0x40), U16(0x8000), U16(0x8000), U16(0x8000), U32(0)), face);
        return Of(
            "trak",
            TrackHeader(2, made, duration, 0, 0, 2),
            WholeEdit(duration),
            Media("tmcd", "TimeCodeHandler", made, pictures.Scale, duration, Of("minf", general, DataHandler, DataPlace, track.Table(description)))
        );
    }

    private static byte[] SoundTrack(MovSound sound, byte[] made, uint duration) =>
        Of(
            "trak",
            TrackHeader(3, made, duration, 0, 0, 3, 0x100),
            WholeEdit(duration),
            Media("soun", "SoundHandler", made, SampleClock.Rate, sound.Count, Of("minf", Of("smhd", U32(0), U32(0)), DataHandler, DataPlace, sound.Table()))
        );

    private static byte[] Media(string type, string name, byte[] made, uint scale, uint duration, byte[] information) =>
        Of("mdia", Of("mdhd", U32(0), made, made, U32(scale), U32(duration), U16(0x7FFF), U16(0)), Handler("mhlr", type, name), information);

    private static byte[] DataHandler => Handler("dhlr", "url ", "DataHandler");

    private static byte[] DataPlace => Of("dinf", Of("dref", U32(0), U32(1), Of("url ", U32(1))));

    private static byte[] WholeEdit(uint duration) => Of("edts", Of("elst", U32(0), U32(1), U32(duration), U32(0), U32(0x10000)));

    private static byte[] TrackHeader(uint id, byte[] made, uint duration, int width, int height, byte flags, int volume = 0) =>
        Of(
            "tkhd",
            [0, 0, 0, flags],
            made,
            made,
            U32(id),
            U32(0),
            U32(duration),
            new byte[8],
            U16(0),
            U16(0),
            U16(volume),
            U16(0),
            Identity,
            U32((uint)width << 16),
            U32((uint)height << 16)
        );

    private static byte[] Handler(string type, string sub, string name) =>
        Of("hdlr", U32(0), Latin(type), Latin(sub), new byte[12], [(byte)name.Length], Latin(name));
}
