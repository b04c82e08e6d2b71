using System.Security.Cryptography;
using System.Text;

namespace Hang.Server.SignIn;

/// <summary>Keys and codes that nobody can guess. Hang keeps their hashes only.</summary>
internal static class Secrets
{
    private const int KeyBytes = 32;
    private const int CodeLength = 20,
        GroupLength = 5;

    // Without those that are mistaken for one another when they are read out.
    private const string CodeAlphabet = "ABCDEFGHJKMNPQRSTVWXYZ23456789";

    /// <summary>A key of 256 random bits, for machines to keep.</summary>
    public static string Key() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(KeyBytes));

    /// <summary>A code of 98 random bits, for people to type, in groups of five.</summary>
    public static string Code() => string.Join('-', RandomNumberGenerator.GetString(CodeAlphabet, CodeLength).Chunk(GroupLength).Select(g => new string(g)));

    /// <summary>SHA-256; enough for secrets that are random throughout.</summary>
    public static byte[] Hash(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));

    /// <summary>The hash of a code, however it was typed.</summary>
    public static byte[] CodeHash(string code)
    {
        var plain = new string([.. code.ToUpperInvariant().Where(char.IsAsciiLetterOrDigit)]);
        return Hash(string.Join('-', plain.Chunk(GroupLength).Select(g => new string(g))));
    }
}
