using System.Diagnostics;
using Hang.Scene;

namespace Hang.Media.Unpacking;

/// <summary>
/// What reading one file, and all that is read from it, may cost: bytes after unpacking, and time. What a file says of its own lengths is not believed.
/// </summary>
/// <param name="name">File name, for messages.</param>
/// <param name="most">Most bytes that are unpacked.</param>
/// <param name="cancel">Nobody waits for it any more.</param>
public sealed class Budget(string name, long most, CancellationToken cancel = default)
{
    /// <summary>How long reading a file may take.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromSeconds(20);

    private readonly Stopwatch watch = Stopwatch.StartNew();
    private readonly long bytes = most;
    private long left = most;

    /// <summary>The file, as messages quote it.</summary>
    public string Shown => Quoted.Short(name);

    /// <summary>Takes bytes from what is left.</summary>
    /// <exception cref="ProblemException">There are not so many left, or it has taken too long.</exception>
    public void Spend(long count)
    {
        cancel.ThrowIfCancellationRequested();
        if ((left -= count) < 0)
        {
            throw new ProblemException($"{Shown} unfolds to more than {bytes / 1_000_000} MB.", $"Take something out of it, or divide it.", field: "file");
        }
        if (watch.Elapsed > Longest)
        {
            throw new ProblemException(
                $"{Shown} takes longer than {Longest.TotalSeconds:0} seconds to read.",
                $"Take something out of it, or divide it.",
                field: "file"
            );
        }
    }

    /// <summary>A stream whose bytes are taken from what is left as they are read.</summary>
    public Stream Of(Stream stream) => new Spending(stream, this);

    private sealed class Spending(Stream inner, Budget budget) : Stream
    {
        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count)
        {
            var read = inner.Read(buffer, offset, count);
            budget.Spend(read);
            return read;
        }

        public override void Flush() => throw new NotSupportedException();

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
            {
                inner.Dispose();
            }
            base.Dispose(disposing);
        }
    }
}
