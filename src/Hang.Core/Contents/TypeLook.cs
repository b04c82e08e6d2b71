using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// How words look, for contents that make their words themselves: the values of type that are about font, size and colour, each content's own.
/// </summary>
internal sealed class TypeLook
{
    private readonly ValueSpec[] look;

    /// <param name="numerals">How numerals are set where nothing is said.</param>
    /// <param name="align">To which side lines are set where nothing is said.</param>
    public TypeLook(int numerals, int align)
    {
        look =
        [
            TypeContent.Family with
            { },
            TypeContent.Weight with
            { },
            TypeContent.Align with
            {
                Default = new(align),
            },
            TypeContent.TypeSize with
            { },
            TypeContent.Tracking with
            { },
            TypeContent.Colour with
            { },
            TypeContent.Case with
            { },
            TypeContent.Numerals with
            {
                Default = new(numerals),
            },
            TypeContent.Features with
            { },
            .. new Stroke().Specs,
        ];
    }

    public ValueSpec[] Specs => look;

    /// <summary>The size of the type.</summary>
    public ValueSpec Size => look[3];

    /// <summary>The values of a type layer that looks so and says some words.</summary>
    public ValueSet Saying(ValueSet values, string words)
    {
        var type = Modules<ContentKind>.Of<TypeContent>().Blank;
        foreach (var spec in look)
        {
            type = type.With(type.Find(spec.Name)!, values[spec]);
        }
        return type.With(TypeContent.Text, Value.Of(words));
    }

    /// <summary>What draws those words.</summary>
    public Drawing Draw(ValueSet values, string words, ITypeShaper shaper) =>
        Modules<ContentKind>.Of<TypeContent>().Draw(Saying(values, words), DrawContext.Alone(shaper));
}
