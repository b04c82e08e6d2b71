using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Hang.Core.Documents;
using Hang.Core.Typesetting;

namespace Hang.Core.Edits;

/// <summary>
/// A small change to a graphic. Edits are values: they are sent by the bench, applied here, and kept with the revision they made.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "do")]
[JsonDerivedType(typeof(Several), "several")]
[JsonDerivedType(typeof(AddLayer), "addLayer")]
[JsonDerivedType(typeof(RemoveLayers), "removeLayers")]
[JsonDerivedType(typeof(DuplicateLayers), "duplicateLayers")]
[JsonDerivedType(typeof(OrderLayer), "orderLayer")]
[JsonDerivedType(typeof(ChangeLayer), "changeLayer")]
[JsonDerivedType(typeof(AddAsset), "addAsset")]
[JsonDerivedType(typeof(SetValue), "setValue")]
[JsonDerivedType(typeof(Nudge), "nudge")]
[JsonDerivedType(typeof(AddKey), "addKey")]
[JsonDerivedType(typeof(RemoveKeys), "removeKeys")]
[JsonDerivedType(typeof(MoveKeys), "moveKeys")]
[JsonDerivedType(typeof(SetFeel), "setFeel")]
[JsonDerivedType(typeof(ClearKeys), "clearKeys")]
[JsonDerivedType(typeof(SetPhases), "setPhases")]
[JsonDerivedType(typeof(ChangeGraphic), "changeGraphic")]
[JsonDerivedType(typeof(PasteKeys), "pasteKeys")]
[JsonDerivedType(typeof(ReverseKeys), "reverseKeys")]
[JsonDerivedType(typeof(StretchKeys), "stretchKeys")]
[JsonDerivedType(typeof(AlignKeys), "alignKeys")]
[JsonDerivedType(typeof(StaggerKeys), "staggerKeys")]
[JsonDerivedType(typeof(SetSpan), "setSpan")]
[JsonDerivedType(typeof(SlideLayers), "slideLayers")]
[JsonDerivedType(typeof(SplitLayers), "splitLayers")]
[JsonDerivedType(typeof(SetBend), "setBend")]
[JsonDerivedType(typeof(BendPath), "bendPath")]
[JsonDerivedType(typeof(ApplyArrival), "applyArrival")]
[JsonDerivedType(typeof(SetIdles), "setIdles")]
[JsonDerivedType(typeof(SetPieces), "setPieces")]
[JsonDerivedType(typeof(SetMotionBlur), "setMotionBlur")]
public abstract record Edit
{
    /// <summary>The graphic after this edit, all rules kept.</summary>
    /// <param name="shaper">Measures type, for edits that depend on how large a layer is.</param>
    /// <exception cref="ProblemException">The edit cannot be applied, or would break a rule.</exception>
    public Graphic ApplyTo(Graphic graphic, ITypeShaper shaper) => GraphicRules.Demand(Change(graphic, shaper));

    /// <summary>What a person should know after the edit, beyond what is plain to see; null when there is nothing.</summary>
    public virtual string? Note(Graphic before) => null;

    /// <summary>What the edit does, for the list of revisions: a few words.</summary>
    public abstract string Describe(Graphic graphic);

    private protected abstract Graphic Change(Graphic graphic, ITypeShaper shaper);

    /// <summary>A part of <see cref="Several"/>, before the rules are demanded of the whole.</summary>
    internal Graphic Within(Graphic graphic, ITypeShaper shaper) => Change(graphic, shaper);

    private protected static string NameOf(Graphic graphic, string layer) => graphic.Layers.FirstOrDefault(l => l.Id == layer)?.Name ?? "a layer";
}

/// <summary>Edits that are applied and undone as one.</summary>
public sealed record Several(ImmutableArray<Edit> Edits) : Edit
{
    private const int Most = 2000;

    public override string Describe(Graphic graphic) => Edits.IsEmpty ? "Nothing" : Edits[^1].Describe(graphic);

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Edits.Length > Most
        ? throw new ProblemException($"{Edits.Length} edits at once are too many.", $"Send {Most} or fewer.")
        : Edits.Aggregate(graphic, (g, e) => e.Within(g, shaper));
}
