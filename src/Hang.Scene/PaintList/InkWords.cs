namespace Hang.Scene.PaintList;

/// <summary>What something is painted in.</summary>
public enum PaintType
{
    Solid,
    Linear,
    Radial,
    Sweep,
}

/// <summary>The words of an operation that is painted in a colour or a gradient.</summary>
/// <param name="Stops">Of the gradient; 0 for one colour.</param>
public sealed record InkWords(PaintType Type, int Stops);
