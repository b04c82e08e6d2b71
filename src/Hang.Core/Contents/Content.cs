using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>What a layer shows.</summary>
public sealed record Content(ContentKind Kind, ValueSet Values)
{
    public static Content Of<T>() where T : ContentKind => new(Modules<ContentKind>.Of<T>(), Modules<ContentKind>.Of<T>().Blank);

    /// <summary>This content with a constant value.</summary>
    public Content With(ValueSpec spec, Value value) => this with { Values = Values.With(spec, value) };
}
