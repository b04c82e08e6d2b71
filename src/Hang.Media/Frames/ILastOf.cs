namespace Hang.Media.Frames;

/// <summary>Something that was learnt of the file that was finished last.</summary>
internal interface ILastOf
{
    void Forget();
}
