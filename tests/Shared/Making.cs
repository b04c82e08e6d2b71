using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Tests.Shared;

/// <summary>Layers and their values, made and read in a few words.</summary>
internal static class Making
{
    public static Layer Layer<T>(string id, string? name = null)
        where T : ContentKind =>
        new()
        {
            Id = id,
            Name = name ?? id,
            Content = Content.Of<T>(),
        };

    public static Layer Hook(string id = "h") => Layer<Hook>(id, "Hook");

    public static Layer TypeOf(string id, string text, string? name = null) => Layer<TypeContent>(id, name ?? text).With("text", text);

    /// <summary>A value over time with these keyframes.</summary>
    public static Channel Over(params Keyframe[] keys) => Scene.Motion.Channel.Of(NumbersKind.Point, keys);

    /// <summary>A value that stands.</summary>
    public static Channel Const(double x, double y = 0, double z = 0, double w = 0) => Scene.Motion.Channel.Of(NumbersKind.Point, new Value(x, y, z, w));

    public static Address At(string address) => new(address);

    /// <summary>The value at an address.</summary>
    public static Channel Channel(this Layer layer, string address) => layer.At(new Address(address)).Channel;

    /// <summary>The layer with one more effect, as it is when nothing is said of it.</summary>
    public static Layer WithEffect<T>(this Layer layer, string id)
        where T : EffectKind => layer with { Effects = layer.Effects.Add(new(id, Modules<EffectKind>.Of<T>(), Modules<EffectKind>.Of<T>().Blank)) };

    public static Layer With(this Layer layer, string address, Channel channel)
    {
        var words = address.Split('/');
        if (words[0] == "effects" && layer.Effects.All(e => e.Id != words[1]))
        {
            layer = layer.WithEffect<Blur>(words[1]);
        }
        var place = layer.At(new Address(address));
        return place.Put(channel.IsKeyed ? Scene.Motion.Channel.Of(place.Spec.Kind, channel.Keys) : Scene.Motion.Channel.Of(place.Spec.Kind, channel.Constant));
    }

    public static Layer With(this Layer layer, string address, Value value) => layer.With(address, Scene.Motion.Channel.Of(NumbersKind.Point, value));

    /// <summary>The layer with a number, or with a choice by its place.</summary>
    public static Layer With(this Layer layer, string address, double number) =>
        layer.With(address, Scene.Motion.Channel.Of(NumbersKind.Number, new Value(number)));

    public static Layer With(this Layer layer, string address, string words)
    {
        var spec = layer.At(new Address(address)).Spec;
        return layer.With(address, spec.Kind is ChoiceKind choice ? choice.Of(words) : Value.Of(words));
    }
}
