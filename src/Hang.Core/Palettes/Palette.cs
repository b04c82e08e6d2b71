using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Json;

namespace Hang.Core.Palettes;

/// <summary>A value for each role of a package.</summary>
/// <param name="Name">As people name it; no two of a palette have the same.</param>
/// <param name="Colours">#RRGGBB or #RRGGBBAA by role.</param>
public sealed record Colourway(string Name, ImmutableSortedDictionary<string, string> Colours)
{
    public bool Equals(Colourway? other) =>
        other is not null && Name == other.Name && Colours.Count == other.Colours.Count && Colours.All(c => other.Colours.GetValueOrDefault(c.Key) == c.Value);

    public override int GetHashCode() => HashCode.Combine(Name, Colours.Count);
}

/// <summary>
/// The roles of a package and its colourways. Every graphic of the package carries all of it, so that a document is whole; which colourway it
/// shows is the graphic's own.
/// </summary>
/// <param name="Roles">Names of the roles, in the order in which they are shown.</param>
/// <param name="Colourways">One or more.</param>
/// <param name="Current">Name of the colourway that is shown.</param>
public sealed record Palette(
    [property: Most(Palette.MostRoles)] ImmutableArray<string> Roles,
    [property: Most(Palette.MostColourways)] ImmutableArray<Colourway> Colourways,
    string Current
)
{
    public const int MostRoles = 60;

    public const int MostColourways = 40;

    private const int MostName = 60;

    /// <summary>The colourway that is shown.</summary>
    public Colourway Shown => Colourways.First(c => c.Name == Current);

    /// <summary>What a role is in the colourway that is shown; null for a role that there is not.</summary>
    public Rgba? ColourOf(string role) => Shown.Colours.TryGetValue(role, out var text) && Rgba.TryParse(text, out var colour) ? colour : null;

    public bool Equals(Palette? other) => other is not null && Current == other.Current && DefinesTheSame(other);

    public override int GetHashCode() => HashCode.Combine(Current, Roles.Length, Colourways.Length);

    /// <summary>True when roles and colourways are equal, whichever is shown.</summary>
    public bool DefinesTheSame(Palette? other) => other is not null && Roles.SequenceEqual(other.Roles) && Colourways.SequenceEqual(other.Colourways);

    /// <summary>Another's roles and colourways, showing what is shown here where that still is one.</summary>
    public static Palette Taken(Palette other, Palette? now) =>
        now is not null && other.Colourways.Any(c => c.Name == now.Current) ? other with { Current = now.Current } : other;

    /// <summary>These roles and colourways, and those roles of another that are not among them, in every colourway as the other shows them.</summary>
    public Palette With(Palette other)
    {
        var more = other.Roles.Except(Roles).Take(MostRoles - Roles.Length).ToArray();
        return more.Length == 0
            ? this
            : this with
            {
                Roles = [.. Roles, .. more],
                Colourways =
                [
                    .. Colourways.Select(w => w with { Colours = w.Colours.SetItems(more.Select(m => KeyValuePair.Create(m, other.Shown.Colours[m]))) }),
                ],
            };
    }

    /// <exception cref="ProblemException">A rule is broken.</exception>
    public void Demand()
    {
        static ProblemException Broken(Sentence message, Sentence remedy, string at) => new(message, remedy, field: $"/palette/{at}");
        if (Roles.Length > MostRoles || Colourways.Length is 0 or > MostColourways)
        {
            throw Broken(
                $"The palette has {Roles.Length} roles and {Colourways.Length} colourways.",
                $"Use up to {MostRoles} roles, and 1 to {MostColourways} colourways.",
                "roles"
            );
        }
        for (var i = 0; i < Roles.Length; i++)
        {
            if (!RoleShade.IsName(Roles[i]) || Roles.AsSpan(0, i).Contains(Roles[i]))
            {
                throw Broken(
                    $"The role \"{Quoted.Short(Roles[i])}\" has a name that cannot be used, or is there twice.",
                    $"Give each role a name of its own: 1 to {RoleShade.MostCharacters} letters, digits and hyphens.",
                    $"roles/{i}"
                );
            }
        }
        for (var i = 0; i < Colourways.Length; i++)
        {
            var (name, colours) = (Colourways[i].Name, Colourways[i].Colours);
            if (string.IsNullOrWhiteSpace(name) || name.Length > MostName || name.Any(char.IsControl) || Colourways.Take(i).Any(c => c.Name == name))
            {
                throw Broken(
                    $"The colourway \"{Quoted.Short(name)}\" has a name that cannot be used, or is there twice.",
                    $"Give each colourway a name of its own: 1 to {MostName} characters.",
                    $"colourways/{i}/name"
                );
            }
            if (colours.Keys.FirstOrDefault(k => !Roles.Contains(k)) is { } unknown)
            {
                throw Broken(
                    $"The colourway {name} has a colour for {Quoted.Short(unknown)}, which is no role.",
                    $"Add the role, or take the colour away.",
                    $"colourways/{i}/colours"
                );
            }
            foreach (var role in Roles)
            {
                if (!colours.TryGetValue(role, out var text) || !Rgba.TryParse(text, out _))
                {
                    throw Broken(
                        $"The colourway {name} has no colour for the role {role}.",
                        $"Write it as #RRGGBB, such as #4A2C12.",
                        $"colourways/{i}/colours/{role}"
                    );
                }
            }
        }
        if (Colourways.All(c => c.Name != Current))
        {
            throw Broken($"There is no colourway \"{Quoted.Short(Current)}\".", $"Use one of {string.Join(", ", Colourways.Select(c => c.Name))}.", "current");
        }
    }
}
