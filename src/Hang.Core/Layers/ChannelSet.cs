using System.Collections.Immutable;
using Hang.Core.Motion;

namespace Hang.Core.Layers;

/// <summary>The channels that a layer mentions; all others have their default.</summary>
public sealed class ChannelSet : IEquatable<ChannelSet>
{
    public static ChannelSet Empty { get; } = new(ImmutableSortedDictionary<ChannelName, Channel>.Empty);

    private readonly Channel[] byName = new Channel[ChannelSpec.All.Length];

    public ChannelSet(ImmutableSortedDictionary<ChannelName, Channel> channels)
    {
        Mentioned = channels;
        foreach (var spec in ChannelSpec.All)
        {
            byName[(int)spec.Name] = channels.GetValueOrDefault(spec.Name) ?? Channel.Of(spec.Default);
        }
    }

    public ImmutableSortedDictionary<ChannelName, Channel> Mentioned { get; }

    /// <summary>The channel of that name, or its default.</summary>
    public Channel this[ChannelName name] => byName[(int)name];

    public ChannelSet With(ChannelName name, Channel channel) => new(Mentioned.SetItem(name, channel));

    public ChannelSet With(ChannelName name, ChannelValue constant) => With(name, Channel.Of(constant));

    /// <summary>Every keyed channel with each of its keyframes replaced.</summary>
    public ChannelSet MapKeys(Func<ChannelName, Keyframe, Keyframe> change) =>
        new(Mentioned.ToImmutableSortedDictionary(p => p.Key, p => p.Value.Map(k => change(p.Key, k))));

    public bool Equals(ChannelSet? other) => other is not null && Mentioned.Count == other.Mentioned.Count
        && Mentioned.All(p => other.Mentioned.TryGetValue(p.Key, out var channel) && channel.Equals(p.Value));

    public override bool Equals(object? obj) => Equals(obj as ChannelSet);

    public override int GetHashCode() => Mentioned.Aggregate(17, (h, p) => HashCode.Combine(h, p.Key, p.Value));
}
