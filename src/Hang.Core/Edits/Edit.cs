using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>
/// A small change to a graphic. Edits are values: they are sent by the bench, applied here, and kept with the revision they made.
/// </summary>
[OneOf("do")]
public abstract record Edit
{
    /// <summary>The graphic after this edit, all rules kept.</summary>
    /// <param name="shaper">Measures type, for edits that depend on how large a layer is.</param>
    /// <exception cref="ProblemException">The edit cannot be applied, or would break a rule.</exception>
    public Graphic ApplyTo(Graphic graphic, ITypeShaper shaper) => GraphicRules.Settled(Change(graphic, shaper));

    /// <summary>Reads an edit as the bench sends it.</summary>
    /// <exception cref="ProblemException">This is no edit; the field is the JSON pointer of the place.</exception>
    public static Edit Read(string json) =>
        json.Length > MostCharacters
            ? throw new ProblemException($"An edit of {json.Length} characters is too long.", $"Do it in smaller parts.")
            : Codecs.Read<Edit>(json);

    /// <summary>The edit as JSON on one line.</summary>
    public string Write() => Codecs.Write(this);

    /// <summary>Longest edit as JSON.</summary>
    public const int MostCharacters = 8 * 1024 * 1024;

    /// <summary>What a person should know after the edit, beyond what is plain to see; null when there is nothing.</summary>
    public virtual Sentence? Note(Graphic before) => null;

    /// <summary>What the edit does, for the list of revisions: a few words.</summary>
    public abstract Sentence Describe(Graphic graphic);

    private protected abstract Graphic Change(Graphic graphic, ITypeShaper shaper);

    /// <summary>A part of <see cref="Several"/>, before the rules are demanded of the whole.</summary>
    internal Graphic Within(Graphic graphic, ITypeShaper shaper) => Change(graphic, shaper);

    private protected static string NameOf(Graphic graphic, string layer) => graphic.Layers.FirstOrDefault(l => l.Id == layer)?.Name ?? "a layer";
}

/// <summary>Edits that are applied and undone as one.</summary>
public sealed record Several(ImmutableArray<Edit> Edits) : Edit
{
    private const int Most = 2000;
    private const int Deepest = 4;

    public override Sentence Describe(Graphic graphic) => Edits.IsEmpty ? $"Nothing" : Edits[^1].Describe(graphic);

    private int Depth => 1 + Edits.OfType<Several>().Select(e => e.Depth).DefaultIfEmpty().Max();

    private int Count => Edits.Sum(e => e is Several several ? several.Count : 1);

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        Count > Most || Depth > Deepest
            ? throw new ProblemException($"{Count} edits at once, {Depth} deep, are too many.", $"Send {Most} or fewer.")
            : Edits.Aggregate(graphic, (g, e) => e.Within(g, shaper));
}
