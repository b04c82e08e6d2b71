using System.Collections.Immutable;
using Hang.Scene.Motion;
using Hang.Scene.Values;

namespace Hang.Scene.Registry;

/// <summary>The values of one part of a layer over time: those that are mentioned, and for all others their defaults.</summary>
public sealed class ValueSet : IEquatable<ValueSet>
{
    private readonly Channel?[] mentioned;
    private readonly Channel[] all;

    private ValueSet(ImmutableArray<ValueSpec> specs, Channel?[] mentioned)
    {
        (Specs, this.mentioned) = (specs, mentioned);
        all = new Channel[specs.Length];
        for (var i = 0; i < all.Length; i++)
        {
            all[i] = mentioned[i] ?? Channel.Of(specs[i].Kind, specs[i].Default);
        }
    }

    /// <summary>A set that mentions nothing.</summary>
    /// <param name="specs">The values, each at the place of its index.</param>
    public static ValueSet Empty(ImmutableArray<ValueSpec> specs) => new(specs, new Channel?[specs.Length]);

    public ImmutableArray<ValueSpec> Specs { get; }

    public Channel this[ValueSpec spec] => all[spec.Index];

    /// <summary>What is mentioned, in the order of the specs.</summary>
    public IEnumerable<(ValueSpec Spec, Channel Channel)> Mentioned
    {
        get
        {
            for (var i = 0; i < mentioned.Length; i++)
            {
                if (mentioned[i] is { } channel)
                {
                    yield return (Specs[i], channel);
                }
            }
        }
    }

    public ValueSpec? Find(string name)
    {
        foreach (var spec in Specs)
        {
            if (spec.Name == name)
            {
                return spec;
            }
        }
        return null;
    }

    public ValueSet With(ValueSpec spec, Channel channel)
    {
        var next = (Channel?[])mentioned.Clone();
        next[spec.Index] = channel;
        return new(Specs, next);
    }

    public ValueSet With(ValueSpec spec, Value constant) => With(spec, Channel.Of(spec.Kind, constant));

    /// <summary>With each keyframe replaced; the very same set when none is.</summary>
    public ValueSet MapKeys(Func<ValueSpec, Keyframe, Keyframe> change)
    {
        Channel?[]? next = null;
        for (var i = 0; i < mentioned.Length; i++)
        {
            if (mentioned[i] is { IsKeyed: true } channel)
            {
                var spec = Specs[i];
                var changed = channel.Map(k => change(spec, k));
                if (!changed.Equals(channel))
                {
                    (next ??= (Channel?[])mentioned.Clone())[i] = changed;
                }
            }
        }
        return next is null ? this : new(Specs, next);
    }

    public bool Equals(ValueSet? other)
    {
        if (ReferenceEquals(this, other))
        {
            return true;
        }
        if (other is null || mentioned.Length != other.mentioned.Length || Specs != other.Specs)
        {
            return false;
        }
        for (var i = 0; i < mentioned.Length; i++)
        {
            if (!Equals(mentioned[i], other.mentioned[i]))
            {
                return false;
            }
        }
        return true;
    }

    public override bool Equals(object? obj) => Equals(obj as ValueSet);

    public override int GetHashCode() => Mentioned.Aggregate(17, (h, m) => HashCode.Combine(h, m.Spec.Name, m.Channel));
}
