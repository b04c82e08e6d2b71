using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Gives the graphic roles and colourways; colours of roles that are gone become literal. Absent: none at all.</summary>
/// <param name="Palette">All of it. The server gives it to the other graphics of the package, too.</param>
public sealed record SetPalette(Palette? Palette = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Change the colours of the package";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        Palette?.Demand();
        var gone = (graphic.Palette?.Roles ?? []).Except(Palette?.Roles ?? []);
        return gone.Aggregate(graphic, (g, role) => Roles.Renamed(g, role, null)) with { Palette = Palette };
    }
}

/// <summary>Takes over the roles and colourways of the package, and goes on showing the colourway that is shown where that still is one.</summary>
public sealed record TakePalette(Palette? Palette = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Take over the colours of the package";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        new SetPalette(Palette is null ? null : Palette.Taken(Palette, graphic.Palette)).Within(graphic, shaper);
}

/// <summary>Shows another colourway.</summary>
public sealed record SwitchColourway(string Name) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Colourway {Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Roles.Showing(graphic, Name);
}

/// <summary>Gives a role another name; the colours that stand for it follow.</summary>
public sealed record RenameRole(string Role, string Name) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Rename the role {Role}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (graphic.Palette is not { } palette || !palette.Roles.Contains(Role))
        {
            throw new ProblemException($"There is no role \"{Quoted.Short(Role)}\".", $"It may have been taken away; choose another.");
        }
        var renamed = palette with
        {
            Roles = [.. palette.Roles.Select(r => r == Role ? Name : r)],
            Colourways = [.. palette.Colourways.Select(w => w with { Colours = w.Colours.Remove(Role).SetItem(Name, w.Colours[Role]) })],
        };
        renamed.Demand();
        return Roles.Renamed(graphic, Role, Name) with { Palette = renamed };
    }
}

/// <summary>
/// Makes a role of each colour that the graphic has and no role yet. A colour that lets something through becomes a shade of the same colour opaque.
/// </summary>
public sealed record MakeRoles : Edit
{
    private const string FirstColourway = "First";

    public override Sentence Describe(Graphic graphic) => $"Make roles from the colours";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var palette = graphic.Palette
            ?? new([], [new(FirstColourway, ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal))], FirstColourway);
        var roles = palette.Roles.ToDictionary(r => r, r => palette.ColourOf(r)!.Value, StringComparer.Ordinal);
        var made = new List<string>();
        static Rgba Opaque(Rgba c) => new(Math.Round(c.R * 255) / 255, Math.Round(c.G * 255) / 255, Math.Round(c.B * 255) / 255);
        string? RoleOf(Rgba colour)
        {
            if (roles.FirstOrDefault(r => r.Value == colour).Key is { } there)
            {
                return there;
            }
            if (palette.Roles.Length + made.Count == Palette.MostRoles)
            {
                return null;
            }
            var (name, free) = (ColourNames.Of(colour), ColourNames.Of(colour));
            for (var i = 2; roles.ContainsKey(free); i++)
            {
                free = $"{name}-{i}";
            }
            roles[free] = colour;
            made.Add(free);
            return free;
        }
        // What nobody sees, such as the fill of a shape that is only a line, needs no role.
        var next = Roles.EachLayer(graphic, c =>
            c.Role is null && c.Colour.A > 0 && RoleOf(Opaque(c.Colour)) is { } role ? new(c.Colour, new(role, 0, Math.Round(c.Colour.A, 4))) : c
        );
        if (made.Count == 0)
        {
            throw new ProblemException($"There is no colour left that has no role.", $"Change a colour first, or add a role by hand.");
        }
        return next with
        {
            Palette = palette with
            {
                Roles = [.. palette.Roles, .. made],
                Colourways =
                [
                    .. palette.Colourways.Select(w => w with { Colours = w.Colours.SetItems(made.Select(m => KeyValuePair.Create(m, roles[m].ToString()))) }),
                ],
            },
        };
    }
}

/// <summary>Adds a colourway, as it is shown now, and shows it: from there its colours are changed.</summary>
/// <param name="Name">Absent: "Second" and so on.</param>
public sealed record AddColourway(string? Name = null) : Edit
{
    private static readonly ImmutableArray<string> Ordinals = ["First", "Second", "Third", "Fourth", "Fifth", "Sixth"];

    public override Sentence Describe(Graphic graphic) => $"Add a colourway";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var palette = graphic.Palette ?? throw new ProblemException($"This graphic has no roles yet.", $"Make some from its colours first.");
        var taken = palette.Colourways.Select(c => c.Name).ToArray();
        var name = Name ?? LayerNames.Free(Ordinals[Math.Min(taken.Length, Ordinals.Length - 1)], taken);
        var next = palette with { Colourways = palette.Colourways.Add(palette.Shown with { Name = name }), Current = name };
        next.Demand();
        return graphic with { Palette = next };
    }
}
