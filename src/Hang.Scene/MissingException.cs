namespace Hang.Scene;

/// <summary>Thrown when what an address names is not there. Everything else that cannot be accepted is a plain <see cref="ProblemException"/>.</summary>
public sealed class MissingException(Sentence message, Sentence remedy) : ProblemException(message, remedy);
