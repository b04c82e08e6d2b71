using Hang.Scene;

namespace Hang.Server.Safety;

/// <summary>Files that come as the body of a request.</summary>
public static class Uploads
{
    private const int PieceBytes = 81920;

    /// <summary>Reads a file that may not be larger than it may be, however large it says it is.</summary>
    /// <param name="name">File name it came with.</param>
    /// <param name="most">Largest that is taken, in bytes.</param>
    /// <param name="what">What it is, in a word.</param>
    /// <exception cref="ProblemException">It is too large.</exception>
    public static async Task<byte[]> ReadAsync(HttpRequest request, string name, int most, string what, CancellationToken cancel)
    {
        using var body = new MemoryStream();
        var buffer = new byte[PieceBytes];
        for (int read; (read = await request.Body.ReadAsync(buffer, cancel)) > 0; )
        {
            body.Write(buffer, 0, read);
            if (body.Length > most)
            {
                throw new ProblemException($"{Quoted.Short(name)} is too large.", $"Use a {new Term(what)} of {most / 1_000_000} MB or less.", field: what);
            }
        }
        return body.ToArray();
    }
}
