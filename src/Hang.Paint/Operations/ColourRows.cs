namespace Hang.Paint.Operations;

/// <summary>Premultiplied colours of the pixels of a sheet, row by row.</summary>
internal abstract unsafe class ColourRows : IDisposable
{
    /// <summary>The colours of so many pixels from one on.</summary>
    public abstract uint* Row(int left, int top, int count);

    public abstract void Dispose();
}
