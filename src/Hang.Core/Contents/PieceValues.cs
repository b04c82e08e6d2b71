using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>The values that say how pieces follow each other.</summary>
/// <param name="first">The choice of <paramref name="by"/> that is the first kind of piece; those before it have none.</param>
internal sealed class PieceValues(ValueSpec by, ValueSpec every, ValueSpec order, ValueSpec seed, int first)
{
    /// <summary>Null where no pieces follow each other.</summary>
    public PieceStagger? Of(ValueSet values) =>
        (int)values[by].Constant.X - first is >= 0 and var kind
            ? new((PieceKind)kind, (int)values[every].Constant.X, (PieceOrder)(int)values[order].Constant.X, (int)values[seed].Constant.X)
            : null;

    public ValueSet With(ValueSet values, PieceStagger stagger) =>
        values
            .With(by, new Value((int)stagger.By + first))
            .With(every, new Value(stagger.Every))
            .With(order, new Value((int)stagger.Order))
            .With(seed, new Value(stagger.Seed));
}
