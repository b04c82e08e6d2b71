using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Makes a field, or changes one: all that it is becomes what is given. A new one comes last.</summary>
/// <param name="Was">The name of the field that is changed; absent: the one of the same name, or none.</param>
public sealed record SetField(Field Field, string? Was = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Field {Field.Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var fields = graphic.Fields ?? [];
        var field = Field with { Name = Field.Name.Trim(), Help = Kept(Field.Help), Group = Kept(Field.Group) };
        var at = fields.FindIndex(f => f.IsNamed(Was ?? field.Name));
        if (at < 0 && Was is not null)
        {
            throw FieldOrder.Missing(Was);
        }
        if (field.Fills.Length == 0 && at >= 0)
        {
            return FieldOrder.With(graphic, fields.RemoveAt(at));
        }
        return FieldOrder.With(graphic, at < 0 ? fields.Add(field) : fields.SetItem(at, field));
    }

    private static string? Kept(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}

/// <summary>Takes a field away; what it filled stays as it is.</summary>
public sealed record RemoveField(string Name) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"No field {Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) =>
        FieldOrder.With(graphic, (graphic.Fields ?? []).RemoveAt(FieldOrder.Place(graphic, Name)));
}

/// <summary>Moves a field among the others.</summary>
/// <param name="To">Its place afterwards, 0 for the first.</param>
public sealed record OrderField(string Name, int To) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Reorder the field {Name}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var at = FieldOrder.Place(graphic, Name);
        var rest = graphic.Fields!.RemoveAt(at);
        return FieldOrder.With(graphic, rest.Insert(Math.Clamp(To, 0, rest.Count), graphic.Fields[at]));
    }
}

/// <summary>Fills fields: on the desk it is only shown, on the bench it makes what is filled in the graphic's own.</summary>
public sealed record ApplyTake(Take Take) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Fill the fields";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => Take.Of(graphic, shaper);
}

file static class FieldOrder
{
    public static Graphic With(Graphic graphic, ImmutableList<Field> fields) => graphic with { Fields = fields.IsEmpty ? null : fields };

    /// <exception cref="ProblemException">There is no such field.</exception>
    public static int Place(Graphic graphic, string name) =>
        (graphic.Fields ?? []).FindIndex(f => f.IsNamed(name)) is >= 0 and var at ? at : throw Missing(name);

    public static ProblemException Missing(string name) =>
        new($"There is no field \"{Quoted.Short(name)}\" any more.", $"It may have been taken away; choose another.", field: "field");
}
