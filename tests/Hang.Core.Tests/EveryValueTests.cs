using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Json;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

/// <summary>What holds for every value of every kind of layer, effect and mask, of those that will be made later, too.</summary>
public sealed class EveryValueTests
{
    private static IEnumerable<(string Name, ValueSpec Spec)> Specs()
    {
        IEnumerable<(string, ValueSpec)> Of<T>()
            where T : Module => Modules<T>.All.SelectMany(m => m.Blank.Specs.Select(s => ($"{typeof(T).Name}/{m.Name}/{s.Name}", s)));
        return LayerValues.Module.Values.Select(s => ($"layer/{s.Name}", s)).Concat(Of<ContentKind>()).Concat(Of<EffectKind>()).Concat(Of<MaskKind>());
    }

    private static void Each(Action<ValueSpec> holds) => Assert.All(Specs(), s => holds(s.Spec));

    private static Value Read(ValueKind kind, string json) => JsonPlace.Read(json, kind.Read);

    private static Problem Refused(ValueKind kind, string json) => Assert.Throws<ProblemException>(() => Read(kind, json)).Problem;

    [Fact]
    public void ItsDefaultIsAllowedAndReadsBackAsItIsWritten() =>
        Each(spec =>
        {
            Assert.Null(spec.Kind.Fault(spec.Default, spec));
            // A picture that is not chosen yet has no hash.
            if (spec.Kind is not HashKind || spec.Default.Text.Length > 0)
            {
                Assert.Equal(spec.Default, Read(spec.Kind, spec.Kind.Write(spec.Default)));
            }
        });

    [Fact]
    public void ItSaysWhatItIs() =>
        Each(spec =>
        {
            Assert.NotEmpty(spec.Label);
            Assert.EndsWith(".", spec.Meaning, StringComparison.Ordinal);
            Assert.InRange(spec.Default.X, spec.Kind is NumbersKind ? spec.Least : double.MinValue, spec.Kind is NumbersKind ? spec.Most : double.MaxValue);
            Assert.True(spec.Factor > 0 && spec.Step > 0);
            Assert.NotEmpty(spec.Kind.TypeScript);
            Assert.NotEmpty(spec.Kind.Schema(spec));
        });

    /// <summary>The schema allows the default, by the few words of JSON Schema that it is made of.</summary>
    [Fact]
    public void ItsSchemaAllowsItsDefault() =>
        Each(spec =>
        {
            if (spec.Kind is not HashKind || spec.Default.Text.Length > 0)
            {
                Assert.True(
                    Allows(spec.Kind.Schema(spec), JsonNode.Parse(spec.Kind.Write(spec.Default))),
                    $"{spec.Kind.Write(spec.Default)} against {spec.Kind.Schema(spec)}"
                );
            }
        });

    /// <summary>On the way from itself to itself it stays itself.</summary>
    [Fact]
    public void BetweenTwoThatAreTheSameItIsTheSame() =>
        Each(spec =>
        {
            foreach (var t in new[] { 0, 0.25, 0.5, 1 })
            {
                Assert.Equal(spec.Kind.Write(spec.Default), spec.Kind.Write(spec.Kind.Mix(spec.Default, spec.Default, t)));
            }
        });

    /// <summary>Each of its parts, put back as it was, leaves it as it was.</summary>
    [Fact]
    public void ItsPartsPutBackLeaveItAsItWas() =>
        Each(spec =>
        {
            foreach (var component in spec.Kind.Components.Where(_ => spec.Kind.Components.Length > 1 && spec.Default.Held is not Gradient))
            {
                var part = spec.Kind.Part(spec.Default, [Camel(component)])!;
                Assert.Equal(spec.Kind.Write(spec.Default), spec.Kind.Write(part.Put(part.Value)));
            }
            Assert.Null(spec.Kind.Part(spec.Default, ["-"]));

            static string Camel(string words) => string.Concat(words.Split(' ').Select((w, i) => i == 0 ? w : char.ToUpperInvariant(w[0]) + w[1..]));
        });

    [Theory]
    [InlineData("\"#4A2C12\"")]
    [InlineData("\"#4A2C1280\"")]
    [InlineData(
        "{ \"gradient\": \"radial\", \"from\": [0.5, 0.5], \"to\": [1, 0.5], \"squeeze\": 0.25, \"stops\": [{ \"at\": 0, \"colour\": \"#FFBF33\" }, { \"at\": 1, \"colour\": \"#00000000\" }] }"
    )]
    [InlineData(
        "{ \"gradient\": \"sweep\", \"from\": [0.5, 0.5], \"to\": [0.5, 0], \"stops\": [{ \"at\": 0.5, \"colour\": \"@accent lighter 20% #FFBF33\" }] }"
    )]
    public void PaintsAreWrittenAsTheyWereRead(string json) => Assert.Equal(json, PaintKind.Paint.Write(Read(PaintKind.Paint, json)));

    [Theory]
    [InlineData("{ \"gradient\": \"bent\" }", "no gradient \"bent\"", "/gradient")]
    [InlineData("{ \"gradient\": \"linear\", \"form\": [0, 0] }", "\"form\" is no part of a gradient", "/form")]
    [InlineData("{ \"gradient\": \"linear\", \"from\": [0, 0], \"to\": [1, 0], \"stops\": [] }", "one stop or more", "/")]
    [InlineData("{ \"gradient\": \"linear\", \"from\": [0, 0], \"to\": [1, 0], \"stops\": [{ \"at\": 0 }] }", "\"at\" and \"colour\"", "/stops/0")]
    [InlineData(
        "{ \"gradient\": \"linear\", \"from\": [0, 0], \"to\": [1, 0], \"stops\": [{ \"at\": 0, \"color\": \"#FFFFFF\" }] }",
        "\"color\" is no part of a stop",
        "/stops/0/color"
    )]
    [InlineData("\"reddish\"", "colour", "/")]
    [InlineData("7", "", "/")]
    public void PaintsThatAreNoneAreRefusedByTheirPlace(string json, string says, string place)
    {
        var problem = Refused(PaintKind.Paint, json);
        Assert.Contains(says, problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Equal(place, problem.Field);
    }

    [Fact]
    public void PaintsOutOfRangeAreFound()
    {
        var spec = Specs().First(s => s.Spec.Kind is PaintKind).Spec;
        Gradient Of(double at, double squeeze = 1, double from = 0) => new(GradientType.Radial, from, 0, 1, 0, squeeze, [new(at, Rgba.White)]);
        Assert.Null(PaintKind.Paint.Fault(PaintKind.Of(Of(1)), spec));
        foreach (var bad in new[] { Of(1.5), Of(-0.1), Of(0, 0), Of(0, 200), Of(0, 1, 101), Of(double.NaN) })
        {
            Assert.Contains("out of range", PaintKind.Paint.Fault(PaintKind.Of(bad), spec)!.Value.Message.ToString(), StringComparison.Ordinal);
        }
        Assert.Contains(
            "101 stops",
            PaintKind
                .Paint.Fault(PaintKind.Of(Of(0) with { Stops = [.. Enumerable.Repeat(new GradientStop(0, Rgba.White), 101)] }), spec)!
                .Value.Message.ToString(),
            StringComparison.Ordinal
        );
    }

    /// <summary>Parts of a gradient by their addresses: each is read, and changes nothing else.</summary>
    [Theory]
    [InlineData("squeeze", 0.5)]
    [InlineData("from/x", 0.25)]
    [InlineData("to/y", 0.75)]
    [InlineData("stops/1/at", 0.9)]
    public void PartsOfAGradientAreNumbers(string address, double number)
    {
        var whole = Read(
            PaintKind.Paint,
            "{ \"gradient\": \"radial\", \"from\": [0.5, 0.5], \"to\": [1, 0.5], \"stops\": [{ \"at\": 0, \"colour\": \"#FFBF33\" }, { \"at\": 1, \"colour\": \"#000000\" }] }"
        );
        var part = PaintKind.Paint.Part(whole, address.Split('/'))!;
        var changed = part.Put(new(number));
        Assert.NotEqual(whole, changed);
        Assert.Equal(number, PaintKind.Paint.Part(changed, address.Split('/'))!.Value.X);
        Assert.Equal(whole, PaintKind.Paint.Part(changed, address.Split('/'))!.Put(part.Value));
    }

    [Theory]
    [InlineData("stops/2/at")]
    [InlineData("stops/-1/at")]
    [InlineData("stops/0")]
    [InlineData("stops/0/width")]
    [InlineData("from/z")]
    [InlineData("blue")]
    public void WhatIsNoPartOfAGradientIsNone(string address) =>
        Assert.Null(
            PaintKind.Paint.Part(
                Read(PaintKind.Paint, "{ \"gradient\": \"linear\", \"from\": [0, 0], \"to\": [1, 0], \"stops\": [{ \"at\": 0, \"colour\": \"#FFBF33\" }] }"),
                address.Split('/')
            )
        );

    /// <summary>Names of fields become words of addresses and come back, whatever they are called.</summary>
    [Theory]
    [InlineData("Name")]
    [InlineData("Zweite Zeile")]
    [InlineData("Größe/Höhe – 2-zeilig")]
    [InlineData("🐝")]
    public void FilledFieldsAreFoundByTheWordOfTheirName(string name)
    {
        var word = FilledKind.Word(name);
        Assert.All(word, c => Assert.True(char.IsAsciiLetterOrDigit(c) || c == '-'));
        var part = FilledKind.Filled.Part(Value.Of(""), [word])!;
        var filled = part.Put(Value.Of("Bea"));
        Assert.Equal([KeyValuePair.Create(name, "Bea")], FilledKind.Of(filled));
        Assert.Equal(filled, Read(FilledKind.Filled, FilledKind.Filled.Write(filled)));
        Assert.Equal("Bea", FilledKind.Filled.Part(filled, [word])!.Value.Text);
    }

    [Theory]
    [InlineData("[[\"Name\"]]", "A field and its text")]
    [InlineData("[[\"Name\", \"a\"], [\"Name\", \"b\"]]", "named twice")]
    [InlineData("[[\" \", \"a\"]]", "empty")]
    [InlineData("{}", "list in brackets")]
    public void FilledFieldsThatAreNoneAreRefused(string json, string says) =>
        Assert.Contains(says, Refused(FilledKind.Filled, json).ToString(), StringComparison.Ordinal);

    [Theory]
    [InlineData("-")]
    [InlineData("a-zz-")]
    [InlineData("a-20")]
    [InlineData("")]
    public void AWordThatStandsForNoNameIsNoPart(string word) => Assert.Null(FilledKind.Filled.Part(Value.Of(""), [word]));

    [Theory]
    [InlineData("sha256-0000000000000000000000000000000000000000000000000000000000000000", true)]
    [InlineData("sha256-000000000000000000000000000000000000000000000000000000000000000A", false)]
    [InlineData("sha256-00", false)]
    [InlineData("SHA256-0000000000000000000000000000000000000000000000000000000000000000", false)]
    public void AHashIsWrittenInOneWayOnly(string text, bool isOne) => Assert.Equal(isOne, HashKind.IsHash(text));

    /// <summary>Words, choices and flags stand until the next keyframe: they change when it is there and not before.</summary>
    [Fact]
    public void WhatDoesNotMixStands()
    {
        foreach (var spec in Specs().Select(s => s.Spec).Where(s => !s.Kind.Mixes))
        {
            var (a, b) = (Value.Of("a") with { X = 0 }, Value.Of("b") with { X = 1 });
            Assert.Equal(a, spec.Kind.Mix(a, b, 0.99));
            Assert.Equal(b, spec.Kind.Mix(a, b, 1));
        }
    }

    /// <summary>The words of JSON Schema that our own schemata use.</summary>
    private static bool Allows(JsonNode schema, JsonNode? value)
    {
        var kind = value?.GetValueKind();
        bool Type(string type) =>
            type switch
            {
                "number" => kind == JsonValueKind.Number,
                "integer" => kind == JsonValueKind.Number && (double)value! % 1 == 0,
                "string" => kind == JsonValueKind.String,
                "boolean" => kind is JsonValueKind.True or JsonValueKind.False,
                "array" => kind == JsonValueKind.Array,
                "object" => kind == JsonValueKind.Object,
                _ => throw new NotSupportedException(type),
            };
        foreach (var (word, at) in schema.AsObject())
        {
            var holds = word switch
            {
                "type" => Type((string)at!),
                "anyOf" => at!.AsArray().Any(s => Allows(s!, value)),
                "enum" => at!.AsArray().Any(s => JsonNode.DeepEquals(s, value)),
                "minimum" => (double)value! >= (double)at!,
                "maximum" => (double)value! <= (double)at!,
                "minItems" => value!.AsArray().Count >= (int)at!,
                "maxItems" => value!.AsArray().Count <= (int)at!,
                "prefixItems" => value!.AsArray().Index().All(i => i.Index >= at!.AsArray().Count || Allows(at[i.Index]!, i.Item)),
                "items" when at!.GetValueKind() == JsonValueKind.False => value!.AsArray().Count <= schema["prefixItems"]!.AsArray().Count,
                "items" => value!.AsArray().All(i => Allows(at!, i)),
                "maxLength" => ((string)value!).Length <= (int)at!,
                "minLength" => ((string)value!).Length >= (int)at!,
                "pattern" => System.Text.RegularExpressions.Regex.IsMatch(
                    (string)value!,
                    (string)at!,
                    System.Text.RegularExpressions.RegexOptions.None,
                    TimeSpan.FromSeconds(1)
                ),
                "required" => at!.AsArray().All(n => value!.AsObject().ContainsKey((string)n!)),
                "properties" => value!.AsObject().All(m => at![m.Key] is not { } own || Allows(own, m.Value)),
                "additionalProperties" => at!.GetValueKind() != JsonValueKind.False || value!.AsObject().All(m => schema["properties"]![m.Key] is not null),
                "description" or "default" or "title" => true,
                "uniqueItems" => value!.AsArray().Select(i => i!.ToJsonString()).Distinct().Count() == value.AsArray().Count,
                _ => throw new NotSupportedException(word),
            };
            if (!holds)
            {
                return false;
            }
        }
        return true;
    }
}
