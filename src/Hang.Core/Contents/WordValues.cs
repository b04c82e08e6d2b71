using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>Values of a content that is set in type.</summary>
public sealed record WordValues(
    ValueSpec Text,
    ValueSpec Family,
    ValueSpec Weight,
    ValueSpec Size,
    ValueSpec Features,
    ValueSpec Along,
    ValueSpec Fit,
    ValueSpec FitWidth
)
{
    /// <summary>All wordings that a content shows over time, each once.</summary>
    public IEnumerable<string> Wordings(ValueSet values) =>
        values[Text] is { IsKeyed: true } text ? text.Keys.Select(k => k.Value.Text).Distinct() : [values[Text].Constant.Text];
}
