using Hang.Scene;

namespace Hang.Server.SignIn;

/// <summary>Who looks at a graphic, as they call themselves in their browser.</summary>
/// <param name="Colour">#RRGGBB, by which they are told apart.</param>
public sealed record Person(string Name, string Colour)
{
    private const int MostName = 40;

    /// <summary>What somebody may be called.</summary>
    /// <exception cref="ProblemException">The name is empty or too long.</exception>
    public static string Named(string name) =>
        name.Trim() is { Length: > 0 and <= MostName } plain && !plain.Any(char.IsControl)
            ? plain
            : throw new ProblemException($"The name is empty, too long or has control characters.", $"Use 1 to {MostName} ordinary characters.", field: "name");

    /// <exception cref="ProblemException">The name is empty or too long, or the colour is none.</exception>
    public static Person Of(string name, string colour)
    {
        name = Named(name);
        return colour.Length == 7 && colour[0] == '#' && colour.Skip(1).All(char.IsAsciiHexDigit)
            ? new(name, colour)
            : throw new ProblemException($"The colour is none.", $"Write #RRGGBB.", field: "colour");
    }
}

/// <summary>Somebody else who has the graphic open, and the layers that they have selected.</summary>
/// <param name="Id">Tells two of the same name apart.</param>
public sealed record PersonHere(string Id, string Name, string Colour, string[] Layers);
