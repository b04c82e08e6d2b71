using System.Buffers.Binary;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Probing;
using Hang.Media.Processes;

namespace Hang.Media.Movies;

/// <summary>What a codec that is given packet by packet needs to have said of it.</summary>
/// <param name="Arguments">How ffmpeg codes raw frames.</param>
/// <param name="Atom">Name of the atom in which a QuickTime file has what must be known before the first packet.</param>
/// <param name="Head">What comes before the packets in Matroska, from that.</param>
/// <param name="Grid">Frames from one that stands by itself to the next.</param>
/// <param name="Block">Frames that are repeated together, a multiple of the grid.</param>
/// <param name="Output">How the second process makes the file.</param>
/// <param name="Prepare">Makes of a painted frame what the encoder takes, on a painting thread; null when it takes the pixels as they are.</param>
internal sealed record PacketCoding(
    string Pixels,
    string[] Arguments,
    string Atom,
    Func<byte[], byte[]> Head,
    int Grid,
    int Block,
    string[] Output,
    Action<PaintedFrame>? Prepare = null
);

/// <summary>
/// Writes a file whose long stretches of equal frames go through the encoder only as far as is needed, into a file that passes; then its packets, those of such
/// stretches as often as they are shown, go to a second process, which codes nothing and makes the file.
/// </summary>
internal sealed class RepeatedPackets : IFrameWriter
{
    // A stretch of fewer blocks is not worth it.
    private const int LeastCopies = 2,
        AtomHeader = 8;
    private readonly Delivery delivery;
    private readonly PacketCoding coding;
    private readonly string passing;
    private readonly FramePipe encoder;
    private readonly List<(int From, int Count, int Copies)> order = [];
    private int given;

    public RepeatedPackets(Delivery delivery, PacketCoding coding)
    {
        (this.delivery, this.coding) = (delivery, coding);
        passing = delivery.Path + ".packets.mov";
        File.Delete(passing);
        encoder = new(
            FfmpegProcess.Start(
                "ffmpeg",
                [
                    .. FfmpegArguments.Quiet,
                    .. FfmpegArguments.RawInput(coding.Pixels, delivery.Width, delivery.Height, delivery.Rate),
                    .. coding.Arguments,
                    "-f",
                    "mov",
                    passing,
                ]
            )
        );
    }

    public void Prepare(PaintedFrame frame) => coding.Prepare?.Invoke(frame);

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        // A block begins with a frame that stands by itself.
        var lead = (coding.Grid - given % coding.Grid) % coding.Grid;
        var copies = (times - lead) / coding.Block;
        if (copies < LeastCopies)
        {
            await GiveAsync(frame, times, 1, cancel);
            return;
        }
        await GiveAsync(frame, lead, 1, cancel);
        await GiveAsync(frame, coding.Block, copies, cancel);
        await GiveAsync(frame, times - lead - copies * coding.Block, 1, cancel);
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await encoder.FinishAsync(cancel);
        var places = await SamplePlace.ReadAsync(passing, cancel);
        if (places.Count != given)
        {
            throw encoder.Died();
        }
        using var packets = File.OpenHandle(passing);
        var shown = order.SelectMany(o => Enumerable.Repeat(Enumerable.Range(o.From, o.Count), o.Copies).SelectMany(p => p));
        await WriteAsync(
            delivery,
            coding,
            await KnownBeforeAsync(passing, places, coding.Atom, cancel),
            shown.Select(p => (SampleReader.Read(packets, places[p]), p % coding.Grid == 0)),
            cancel
        );
    }

    /// <summary>Joins parts that were written by this with the same coding.</summary>
    /// <exception cref="Scene.ProblemException">A part cannot be read, or was coded otherwise than the first.</exception>
    public static async Task JoinAsync(Delivery delivery, PacketCoding coding, IReadOnlyList<string> parts, CancellationToken cancel)
    {
        var all = new List<(string Path, IReadOnlyList<SamplePlace> Places)>();
        byte[]? known = null;
        foreach (var part in parts)
        {
            var places = await SamplePlace.ReadAsync(part, cancel);
            var own = await KnownBeforeAsync(part, places, coding.Atom, cancel);
            if (known is not null && !known.AsSpan().SequenceEqual(own))
            {
                throw new Scene.ProblemException(
                    $"The parts of this file were coded in different ways.",
                    $"See that all workers have the same version of ffmpeg, and run it again.",
                    field: "file"
                );
            }
            known = own;
            all.Add((part, places));
        }
        await WriteAsync(delivery, coding, known!, all.SelectMany(Packets), cancel);

        IEnumerable<(byte[], bool)> Packets((string Path, IReadOnlyList<SamplePlace> Places) part)
        {
            using var source = File.OpenHandle(part.Path);
            for (var i = 0; i < part.Places.Count; i++)
            {
                yield return (SampleReader.Read(source, part.Places[i]), i % coding.Grid == 0);
            }
        }
    }

    private static async Task WriteAsync(
        Delivery delivery,
        PacketCoding coding,
        byte[] known,
        IEnumerable<(byte[] Bytes, bool StandsAlone)> packets,
        CancellationToken cancel
    )
    {
        await using var file = new FramePipe(
            FfmpegProcess.Start(
                "ffmpeg",
                [
                    .. FfmpegArguments.Quiet,
                    "-f",
                    "matroska",
                    "-i",
                    "pipe:0",
                    .. delivery.IsPart ? (string[])["-f", "mov"] : [.. FfmpegArguments.SoundInput(delivery.Sound), .. coding.Output],
                    "-c:v",
                    "copy",
                    .. FfmpegArguments.Words(delivery.Card, !delivery.IsPart),
                    delivery.Path,
                ]
            )
        );
        var at = 0;
        foreach (var (bytes, standsAlone) in packets)
        {
            var before = TimedFrames.Before(TimedFrames.Milliseconds(delivery, at), bytes.Length, standsAlone);
            byte[] begin = at++ == 0 ? [.. coding.Head(known), .. before] : before;
            await file.WriteAsync(
                input =>
                {
                    input.Write(begin);
                    input.Write(bytes);
                },
                1,
                cancel
            );
        }
        await file.FinishAsync(cancel);
    }

    public async ValueTask DisposeAsync()
    {
        await encoder.DisposeAsync();
        File.Delete(passing);
    }

    private async Task GiveAsync(PaintedFrame frame, int count, int copies, CancellationToken cancel)
    {
        if (count == 0)
        {
            return;
        }
        order.Add((given, count, copies));
        given += count;
        await encoder.WriteAsync(input => input.Write(coding.Prepare is null ? frame.Pixels : frame.Encoded), count, cancel);
    }

    /// <summary>What must be known before the first packet: in the file's description, which follows its packets, in an atom of its own.</summary>
    private static async Task<byte[]> KnownBeforeAsync(string path, IReadOnlyList<SamplePlace> places, string atom, CancellationToken cancel)
    {
        await using var file = File.OpenRead(path);
        file.Position = places.Max(p => p.At + p.Size);
        var tail = new byte[file.Length - file.Position];
        await file.ReadExactlyAsync(tail, cancel);
        var at = tail.AsSpan().IndexOf(System.Text.Encoding.ASCII.GetBytes(atom));
        if (at < 4)
        {
            throw new Scene.ProblemException($"The encoder's frames could not be put into a file.", $"Choose another kind of file.", field: "file");
        }
        var length = BinaryPrimitives.ReadInt32BigEndian(tail.AsSpan(at - 4)) - AtomHeader;
        return tail.AsSpan(at + 4, length).ToArray();
    }
}
