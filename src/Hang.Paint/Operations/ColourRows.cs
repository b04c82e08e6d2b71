namespace Hang.Paint.Operations;

/// <summary>Premultiplied colours of the pixels of a sheet, row by row.</summary>
internal abstract unsafe class ColourRows : IDisposable
{
    /// <summary>The colours of so many pixels from one on.</summary>
    public abstract uint* Row(int left, int top, int count);

    /// <summary>Writes the colours where they are to be, where none of them lets anything through; false where that cannot be told.</summary>
    public virtual bool Write(int left, int top, int count, uint* to) => false;

    public abstract void Dispose();
}
