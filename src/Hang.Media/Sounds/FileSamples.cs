using System.Runtime.InteropServices;
using Hang.Core.Sounds;
using Microsoft.Win32.SafeHandles;

namespace Hang.Media.Sounds;

/// <summary>A decoded sound in a file of 32-bit floats, left and right in turn, in this machine's byte order. Only what is read is in memory.</summary>
internal sealed class FileSamples : ISamples, IDisposable
{
    private const int SampleBytes = ISamples.Channels * sizeof(float);
    private readonly SafeFileHandle file;

    public FileSamples(string path)
    {
        file = File.OpenHandle(path, options: FileOptions.RandomAccess);
        Count = RandomAccess.GetLength(file) / SampleBytes;
    }

    public long Count { get; }

    public void Read(long first, Span<float> to)
    {
        var bytes = MemoryMarshal.AsBytes(to);
        var at = first * SampleBytes;
        while (!bytes.IsEmpty)
        {
            var read = RandomAccess.Read(file, bytes, at);
            if (read == 0)
            {
                throw new EndOfStreamException("A decoded sound is shorter than it was.");
            }
            bytes = bytes[read..];
            at += read;
        }
    }

    public void Dispose() => file.Dispose();
}
