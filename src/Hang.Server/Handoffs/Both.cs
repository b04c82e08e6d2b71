namespace Hang.Server.Handoffs;

/// <summary>Tells two of progress, where there is another.</summary>
internal sealed class Both(IProgress<int> one, IProgress<int>? other) : IProgress<int>
{
    public void Report(int value)
    {
        one.Report(value);
        other?.Report(value);
    }
}
