using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>Values of a content that is heard.</summary>
public sealed record HeardValues(ValueSpec Sound, ValueSpec Gain, ValueSpec Slip, ValueSpec FadeIn, ValueSpec FadeOut)
{
    /// <summary>Content hash of what is heard.</summary>
    public string HashOf(ValueSet values) => values[Sound].Constant.Text;
}
