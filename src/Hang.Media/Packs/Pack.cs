using System.Collections.Immutable;
using Hang.Core.Documents;

namespace Hang.Media.Packs;

/// <summary>A feel that a package keeps.</summary>
/// <param name="Css">CSS easing text.</param>
public sealed record PackFeel(string Name, string Css);

/// <summary>A package as it is carried from one place to another.</summary>
/// <param name="Graphics">Each with its pictures, sounds and fonts inside it.</param>
public sealed record Pack(string Name, ImmutableArray<Graphic> Graphics, ImmutableArray<PackFeel> Feels);
