namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// Opens a level: the matrix a b c d e f applies to all inside, and the opacity to what is painted directly inside. At opacity 0 all inside is left out.
/// </summary>
public sealed class PlaceOp : OpKind
{
    public Slot Matrix { get; }

    public Slot Opacity { get; }

    internal PlaceOp()
        : base("place", Does.Opens | Does.Moves, [], []) => (Matrix, Opacity) = (Numbers("matrix", 6), Number("opacity"));
}
