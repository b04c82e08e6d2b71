using System.Text.Json;

namespace Hang.Scene.Json;

/// <summary>How names are written in documents: camel case.</summary>
public static class JsonName
{
    public static string Of<T>(T name)
        where T : struct, Enum => JsonNamingPolicy.CamelCase.ConvertName(name.ToString());

    public static bool TryRead<T>(string text, out T name)
        where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
        {
            if (Of(value) == text)
            {
                name = value;
                return true;
            }
        }
        name = default;
        return false;
    }
}
