using System.Net.Http.Headers;
using Hang.Scene;
using Microsoft.AspNetCore.Http.Features;

namespace Hang.Server.Safety;

/// <summary>How large the body of a request to an address may be, in bytes.</summary>
internal sealed record TakesUpTo(long Bytes);

/// <summary>
/// Every address takes as much as is meant for it and no more, from whomever it comes: 64 kB where nothing else is said. What is written there is UTF-8, as
/// JSON between systems is (RFC 8259, section 8.1).
/// </summary>
internal sealed class BodyLimits(RequestDelegate next)
{
    /// <summary>What an address takes where nothing else is said.</summary>
    public const long Usual = 64 * 1024;

    /// <summary>Texts that an editor fills a take with, lists among them.</summary>
    public const long Take = 4 * 1024 * 1024;

    /// <summary>A table of rows.</summary>
    public const long Roster = 64 * 1024 * 1024;

    /// <summary>What the live line takes where a browser has no WebSocket.</summary>
    public const long Live = 8 * 1024 * 1024;

    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        var most = context.GetEndpoint()?.Metadata.GetMetadata<TakesUpTo>()?.Bytes ?? (request.Path.StartsWithSegments("/live") ? Live : Usual);
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } feature)
        {
            feature.MaxRequestBodySize = most;
        }
        if (request.ContentLength > most)
        {
            await ProblemAnswers.WriteAsync(context, StatusCodes.Status413PayloadTooLarge, TooLarge(most), context.RequestAborted);
            return;
        }
        if (Foreign(request) is { } charset)
        {
            await ProblemAnswers.WriteAsync(
                context,
                StatusCodes.Status400BadRequest,
                new($"The body is said to be written in {Quoted.Short(charset)}.", $"Send it as UTF-8."),
                context.RequestAborted
            );
            return;
        }
        request.Body = new Measured(request.Body, most);
        await next(context);
    }

    /// <summary>The charset that JSON says it is written in, where that is another than UTF-8.</summary>
    private static string? Foreign(HttpRequest request)
    {
        if (
            request.ContentType is not { Length: > 0 } type
            || !MediaTypeHeaderValue.TryParse(type, out var media)
            || media.MediaType?.EndsWith("json", StringComparison.OrdinalIgnoreCase) != true
        )
        {
            return null;
        }
        var charset = media.CharSet?.Trim('"');
        return
            charset is null or { Length: 0 }
            || charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
            || charset.Equals("us-ascii", StringComparison.OrdinalIgnoreCase)
            ? null
            : charset;
    }

    private static Problem TooLarge(long most) =>
        new(
            $"The body of this request is larger than this address takes.",
            most < 1_000_000 ? (Sentence)$"Send {most / 1024} kB or less." : $"Send {most / 1_000_000} MB or less."
        );

    /// <summary>A body that breaks off where it is longer than it may be, however long it said it was.</summary>
    private sealed class Measured(Stream inner, long most) : Stream
    {
        private long read;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => read;
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count) => Counted(inner.Read(buffer, offset, count));

        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default) =>
            Counted(await inner.ReadAsync(buffer, cancellationToken));

        public override Task<int> ReadAsync(byte[] buffer, int offset, int count, CancellationToken cancellationToken) =>
            ReadAsync(buffer.AsMemory(offset, count), cancellationToken).AsTask();

        public override void Flush() => throw new NotSupportedException();

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        private int Counted(int count) => (read += count) <= most ? count : throw new TooLargeException(TooLarge(most));
    }
}

/// <summary>A body is larger than its address takes.</summary>
internal sealed class TooLargeException(Problem problem) : BadHttpRequestException(problem.ToString(), StatusCodes.Status413PayloadTooLarge)
{
    public Problem Problem => problem;
}
