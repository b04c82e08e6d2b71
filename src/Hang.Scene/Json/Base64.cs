namespace Hang.Scene.Json;

/// <summary>Files inside documents (RFC 4648).</summary>
public static class Base64
{
    /// <param name="name">Name of the file, for the message.</param>
    /// <param name="pointer">JSON pointer of the place.</param>
    /// <exception cref="ProblemException">The text is not base64.</exception>
    public static byte[] Read(string name, string data, string pointer)
    {
        try
        {
            return Convert.FromBase64String(data);
        }
        catch (FormatException)
        {
            throw new ProblemException($"What the document has of {Quoted.Short(name)} is not base64.", $"Save the document again.", field: pointer);
        }
    }
}
