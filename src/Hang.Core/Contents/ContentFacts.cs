using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>Where a layer stands on the stage.</summary>
public enum Stands
{
    /// <summary>It has a box.</summary>
    Box,

    /// <summary>It is a point that others hang from or are lit from.</summary>
    Point,

    /// <summary>It is not seen there.</summary>
    Nowhere,
}

/// <summary>What is drawn in the strip of a layer on the timeline.</summary>
public enum StripLook
{
    Plain,

    /// <summary>The outline of a sound.</summary>
    Wave,

    /// <summary>The phases of a graphic.</summary>
    Phases,
}

/// <summary>Who can be put to a layer by adding them while it is selected.</summary>
public enum Gathers
{
    Nobody,

    /// <summary>They hang from it.</summary>
    Hung,

    /// <summary>They become its members.</summary>
    Members,
}

/// <summary>Values of a content that is set in type.</summary>
public sealed record WordValues(ValueSpec Text, ValueSpec Family, ValueSpec Weight, ValueSpec Size, ValueSpec Features, ValueSpec Along, ValueSpec Fit, ValueSpec FitWidth)
{
    /// <summary>All wordings that a content shows over time, each once.</summary>
    public IEnumerable<string> Wordings(ValueSet values) =>
        values[Text] is { IsKeyed: true } text ? text.Keys.Select(k => k.Value.Text).Distinct() : [values[Text].Constant.Text];
}

/// <summary>Values of a content that is heard.</summary>
public sealed record HeardValues(ValueSpec Sound, ValueSpec Gain, ValueSpec Slip, ValueSpec FadeIn, ValueSpec FadeOut)
{
    /// <summary>Gains in decibels: at the lowest nothing is heard, above the highest it is no louder.</summary>
    public const double Silence = SoundContent.Silence, Loudest = SoundContent.Loudest;

    /// <summary>Content hash of what is heard.</summary>
    public string HashOf(ValueSet values) => values[Sound].Constant.Text;
}

/// <summary>Values of a content that shows another graphic.</summary>
public sealed record PlacedValues(ValueSpec Of, ValueSpec Filled, ValueSpec Colourway, ValueSpec Length, ValueSpec Hold, ValueSpec Skip, ValueSpec Cut, ValueSpec Shape)
{
    /// <summary>The key of the graphic among those that the document has placed.</summary>
    public string KeyOf(ValueSet values) => values[Of].Constant.Text;

    /// <summary>True where its Hold is as long as the layer leaves room for.</summary>
    public bool IsAsLongAsTheLayer(ValueSet values) => values[Length].Constant.X == PlacedGraphic.Lengths.Of("asTheLayer").X;

    public bool IsRefitted(ValueSet values) => values[Shape].Constant.X == PlacedGraphic.Shapes.Of("refitted").X;
}

/// <summary>What the rest of the program may ask of a kind of content, so that nobody names one; printed for the front end.</summary>
/// <param name="Words">Null for what is not set in type.</param>
/// <param name="Heard">Null for what is not heard.</param>
/// <param name="Places">Null for what shows no other graphic.</param>
/// <param name="Dotted">The value whose points are dragged on the stage; null for none.</param>
/// <param name="IsLight">True for what shadows fall away from.</param>
public sealed record ContentFacts(
    WordValues? Words, HeardValues? Heard, PlacedValues? Places, ValueSpec? Dotted, bool IsGroup, bool IsLight, Stands Stands, StripLook Strip, Gathers Gathers);
