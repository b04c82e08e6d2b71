namespace Hang.Scene.PaintList;

/// <summary>The words of an operation that has a shape.</summary>
/// <param name="Verbs">The pieces of the shape where it is given by numbers.</param>
/// <param name="IsEvenOdd">True: filled by the even-odd rule; false: by the winding number.</param>
/// <param name="IsInverse">True for a clip that leaves what is outside.</param>
public sealed record ShapeWords(string Verbs, bool IsEvenOdd, bool IsInverse);
