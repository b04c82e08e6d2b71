using System.Text;
using Hang.Core.Documents.Upgrades;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Core.Documents;

/// <summary>Documents as text: JSON (RFC 8259) in UTF-8. What is written is read back equal; every version that ever was is read.</summary>
public static class GraphicJson
{
    /// <summary>The largest document that is read, in bytes. Embedded pictures are part of it.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    public static string Write(Graphic graphic) => Codecs.Write(graphic, indented: true) + "\n";

    /// <summary>Reads a whole document, brings it to this version, and demands every rule of it.</summary>
    /// <exception cref="ProblemException">The text is no document; the field is the JSON pointer (RFC 6901) of the place.</exception>
    public static Graphic Read(string text) => GraphicRules.Demand(Documents.Roles.Resolve(JsonPlace.Read(text, place =>
                {
                    var version = VersionOf(place);
                    if (version == Graphic.FormatVersion)
                    {
                        return (Graphic)Codecs.Of(typeof(Graphic)).Read(place);
                    }
                    var upgraded = Upgrade.ToThisVersion(place, version);
                    try
                    {
                        return Codecs.Read<Graphic>(upgraded);
                    }
                    catch (ProblemException e)
                    {
                        throw new ProblemException(
                            e.Problem with
                            {
                                Message = $"In a document of version {version}, read as version {Graphic.FormatVersion}: {e.Problem.Message}",
                            }
                        );
                    }
                })));

    /// <summary>As <see cref="Read(string)"/>, from UTF-8 bytes with or without a byte order mark.</summary>
    public static Graphic Read(ReadOnlySpan<byte> utf8)
    {
        if (utf8.Length > MostBytes)
        {
            throw new ProblemException($"The document is larger than {MostBytes / (1024 * 1024)} MB.", $"Keep its pictures beside it instead of inside it.");
        }
        string text;
        try
        {
            text = new UTF8Encoding(false, true).GetString(utf8).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            throw new ProblemException($"The file is not UTF-8 text, so it is no Hang document.", $"Choose a .hang file.");
        }
        return Read(text);
    }

    private static int VersionOf(JsonPlace place)
    {
        foreach (var (name, at) in place.Members())
        {
            if (name == "hang")
            {
                return at.Whole() is var version && version is >= 1 and <= Graphic.FormatVersion
                    ? version
                    : throw at.Refused(
                        $"The document has format version {version}; this Hang reads versions 1 to {Graphic.FormatVersion}.",
                        $"Open it with a newer Hang."
                    );
            }
        }
        throw place.Refused($"\"hang\", the format's version, is missing, so this is no Hang document.", $"Choose a .hang file.");
    }
}
