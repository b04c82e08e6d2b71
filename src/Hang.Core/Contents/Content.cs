using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>What a layer shows.</summary>
public sealed record Content(ContentKind Kind, ValueSet Values)
{
    public static Content Of<T>()
        where T : ContentKind => new(Modules<ContentKind>.Of<T>(), Modules<ContentKind>.Of<T>().Blank);

    /// <summary>Key of the graphic that it places among those that the document has; null for one that places none.</summary>
    public string? Placed => Kind.Places?.KeyOf(Values);

    /// <summary>This content with a constant value.</summary>
    public Content With(ValueSpec spec, Value value) => this with { Values = Values.With(spec, value) };
}
