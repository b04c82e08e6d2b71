using System.Text.Json;
using CsCheck;
using Hang.Core.Arrivals;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Whatever comes in, the core answers with a sound document or with a problem, and never with half of either.</summary>
public class FuzzTests
{
    private static readonly string[] Ids = ["l1", "l2", "l3", "l4", "nobody"];

    private static readonly Gen<string> Layer = Gen.Int[0, Ids.Length - 1].Select(i => Ids[i]);

    private static readonly Address[] Addresses =
    [
        .. new[]
        {
            "position",
            "position/x",
            "scale",
            "turn",
            "pivot",
            "opacity",
            "mask",
            "mask/left",
            "size",
            "corners/topLeft",
            "fill",
            "text",
            "family",
            "weight",
            "pieces",
            "typeSize",
            "effects/e1/radius",
            "effects/e1/on",
            "effects/e9/x",
            "nothing",
        }.Select(At),
    ];

    private static readonly Gen<Address> Channel = Gen.Int[0, Addresses.Length - 1].Select(i => Addresses[i]);

    private static readonly Gen<int> Frame = Gen.Int[-5, 110];

    private static readonly Gen<JsonElement> Value = Gen.OneOf(
        Gen.Double[-10, 10].Select(v => JsonSerializer.SerializeToElement(v)),
        Gen.Double[-200, 200].Array[1, 4].Select(v => JsonSerializer.SerializeToElement(v)),
        Gen.Int[0, 0xFFFFFF].Select(v => JsonSerializer.SerializeToElement($"#{v:X6}")),
        Gen.Const(JsonSerializer.SerializeToElement(1e300)),
        Gen.Const(JsonSerializer.SerializeToElement("words"))
    );

    private static readonly Gen<KeyPlace> Key = Gen.Select(Layer, Channel, Frame).Select((l, c, f) => new KeyPlace(l, c, f));

    private static readonly Gen<Edit> AnyEdit = Gen.OneOf<Edit>(
        Gen.Select(Layer, Channel, Value, Frame).Select((l, c, v, f) => (Edit)new SetValue(l, c, v, f)),
        Gen.Select(Layer, Channel, Frame).Select((l, c, f) => (Edit)new AddKey(l, c, f)),
        Gen.Select(Layer, Channel, Frame).Select((l, c, f) => (Edit)new ClearKeys(l, c, f)),
        Key.Array[1, 3].Select(k => (Edit)new RemoveKeys([.. k])),
        Gen.Select(Key.Array[1, 3], Gen.Int[-300, 300]).Select((k, by) => (Edit)new MoveKeys([.. k], by)),
        Gen.Select(Key.Array[1, 2], Gen.Int[0, 3])
            .Select((k, f) => (Edit)new SetFeel([.. k], new[] { "linear", "steps(3)", "wobble", "cubic-bezier(0, 1, 1, 0)" }[f])),
        Layer.Select(l => (Edit)new RemoveLayers([l])),
        Layer.Select(l => (Edit)new DuplicateLayers([l])),
        Gen.Select(Layer, Gen.Int[-2, 9]).Select((l, to) => (Edit)new OrderLayer(l, to)),
        Gen.Select(Layer, Layer).Select((l, from) => (Edit)new ChangeLayer(l, HangsFrom: from)),
        Gen.Select(Layer, Gen.String[0, 5]).Select((l, name) => (Edit)new ChangeLayer(l, Name: name)),
        Gen.Select(Gen.Int[-1, 80], Gen.Int[-1, 80], Gen.Int[-1, 80]).Select((a, h, l) => (Edit)new SetPhases(new PhaseLengths(a, h, l))),
        Gen.Select(Layer.Array[1, 2], Gen.Double[-9, 9].Array[1, 3], Frame).Select((l, by, f) => (Edit)new Nudge([.. l], [.. by], f)),
        Gen.Select(Gen.Int[0, 9000], Gen.Int[0, FrameRate.All.Length - 1]).Select((w, r) => (Edit)new ChangeGraphic(Width: w, Rate: FrameRate.All[r])),
        Gen.Select(Layer, Channel, Value, Frame).Select((l, c, v, f) => (Edit)new SetValue(l, c, v, f, true)),
        Gen.Select(Key.Array[1, 3], Gen.Int[-300, 300]).Select((k, by) => (Edit)new MoveKeys([.. k], by, true)),
        Gen.Select(Key.Array[1, 3], Frame, Frame, Frame).Select((k, a, e, to) => (Edit)new StretchKeys([.. k], a, e, to)),
        Key.Array[1, 4].Select(k => (Edit)new ReverseKeys([.. k])),
        Gen.Select(Key.Array[1, 4], Frame).Select((k, f) => (Edit)new AlignKeys([.. k], f)),
        Gen.Select(Key.Array[1, 4], Gen.Int[-40, 40]).Select((k, n) => (Edit)new StaggerKeys([.. k], n)),
        Gen.Select(Layer, Frame, Frame).Select((l, a, b) => (Edit)new SetSpan(l, a, b)),
        Gen.Select(Layer.Array[1, 2], Frame).Select((l, by) => (Edit)new SlideLayers([.. l], by)),
        Gen.Select(Layer, Frame).Select((l, f) => (Edit)new SplitLayers([l], f)),
        Gen.Select(Layer, Frame, Gen.Double[-900, 900]).Select((l, f, d) => (Edit)new SetBend(l, f, [d, 10], [d, -d])),
        Gen.Select(Layer, Gen.Bool).Select((l, smooth) => (Edit)new BendPath(l, smooth)),
        Gen.Select(Layer.Array[1, 2], Gen.Int[0, 16], Gen.Bool, Gen.Int[0, 60])
            .Select((l, kind, leaving, n) => (Edit)new ApplyArrival([.. l], (ArrivalKind)kind, leaving, n == 0 ? null : n, Every: n % 5)),
        Gen.Select(Layer, Gen.Int[0, 5], Gen.Int[-1, 9], Gen.Double[-0.2, 1.2])
            .Select((l, kind, n, p) => (Edit)new SetIdles(l, [new((IdleKind)kind, 10, n, p)])),
        Gen.Select(Layer, Gen.Int[0, 2], Gen.Int[-1, 9], Gen.Int[0, 3])
            .Select((l, by, n, o) => (Edit)new SetValue(l, At("pieces"), JsonSerializer.SerializeToElement(new[] { "letter", "word", "line" }[by]), n)),
        Gen.Select(Gen.Bool, Gen.Double[-10, 800]).Select((on, angle) => (Edit)new ChangeGraphic(MotionBlur: new(on, angle))),
        Gen.Select(Layer, Gen.Int[0, 2]).Select((l, f) => (Edit)new ChangeLayer(l, Facing: (Facing)f)),
        Gen.Select(Layer, Gen.Int[0, 2]).Select((l, k) => (Edit)new InsertEffect([l], new[] { "blur", "shadow", "cloud" }[k])),
        Layer.Select(l => (Edit)new RemoveEffect(l, "e1")),
        Gen.Select(Layer, Gen.Int[-1, 3]).Select((l, to) => (Edit)new MoveEffect(l, "e2", to)),
        Gen.Select(Layer.Array[1, 3], Frame).Select((l, f) => (Edit)new GroupLayers([.. l], f)),
        Gen.Select(Layer, Frame).Select((l, f) => (Edit)new DissolveGroups([l], f)),
        Gen.Select(Layer, Layer, Frame).Select((l, g, f) => (Edit)new MoveIntoGroup([l], g, f)),
        Gen.Select(Layer, Gen.Int[0, 16]).Select((l, b) => (Edit)new ChangeLayer(l, Blend: (BlendMode)b)),
        Gen.Select(Layer, Layer, Gen.Bool).Select((l, m, i) => (Edit)new ChangeLayer(l, Matte: m, MatteBy: i ? MatteBy.Luma : MatteBy.Alpha, MatteInverted: i))
    );

    [Fact]
    public void AnySequenceOfEditsLeavesASoundDocument() =>
        AnyEdit
            .Array[1, 25]
            .Sample(
                edits =>
                {
                    var graphic = Graphic(
                        Plate("l1", ("opacity", Keyed((0, 0), (25, 1), (99, 0)))),
                        Type("l2", "Words") with
                        {
                            HangsFrom = "l1",
                        },
                        Plate("l3", ("turn", Keyed((10, 0), (20, 90))))
                    );
                    foreach (var edit in edits)
                    {
                        var before = GraphicJson.Write(graphic);
                        var unedited = graphic;
                        try
                        {
                            graphic = edit.ApplyTo(graphic, Samples.Shaper);
                        }
                        catch (ProblemException)
                        {
                            Assert.Equal(before, GraphicJson.Write(graphic));
                            continue;
                        }
                        var text = GraphicJson.Write(graphic);
                        Assert.Equal(text, GraphicJson.Write(GraphicJson.Read(text)));
                        Assert.NotEmpty(edit.Describe(graphic).ToString());
                        Assert.NotEqual("", edit.Note(unedited)?.ToString());
                    }
                    var evaluator = new Evaluator(graphic, new EvenShaper());
                    foreach (var frame in new[] { 0, graphic.Phases.Total / 2, graphic.Phases.Total - 1 })
                    {
                        Assert.All(evaluator.At(frame).Nodes, n =>
                            Assert.All(n.Moments.Append(n.Row.ToArray()), row => Assert.All(row, v => Assert.True(float.IsFinite(v))))
                        );
                    }
                },
                iter: 400
            );

    [Fact]
    public void ADocumentWithAnyByteChangedIsReadOrRefused()
    {
        var demo = File.ReadAllBytes(ProjectFolder.Demo);
        Gen.Select(Gen.Int[0, demo.Length - 1], Gen.Byte)
            .Sample(
                (at, value) =>
                {
                    var bytes = demo.ToArray();
                    bytes[at] = value;
                    ReadOrRefuse(bytes);
                },
                iter: 2000
            );
    }

    [Fact]
    public void ADocumentCutOffAnywhereIsRefused()
    {
        var demo = File.ReadAllBytes(ProjectFolder.Demo).AsSpan().TrimEnd((byte)'\n').ToArray();
        for (var length = 0; length < demo.Length; length += 37)
        {
            Assert.Throws<ProblemException>(() => GraphicJson.Read(demo.AsSpan(0, length)));
        }
    }

    [Fact]
    public void FeelTextOfAnyKindIsReadOrRefused() =>
        Gen.OneOf(
                Gen.String[0, 30],
                Gen.Int[0, 10_000].Select(i => $"cubic-bezier({i % 7 / 3.0}, {i % 11}, {i % 5 / 4.0}, -{i % 13})"),
                Gen.Int[-3, 9].Select(i => $"steps({i}, jump-none)")
            )
            .Sample(css =>
            {
                try
                {
                    var feel = FeelText.Parse(css);
                    return double.IsFinite(feel.At(0.3)) && FeelText.Parse(feel.Css).At(0.3) - feel.At(0.3) is > -1e-5 and < 1e-5;
                }
                catch (ProblemException)
                {
                    return true;
                }
            });

    private static void ReadOrRefuse(byte[] bytes)
    {
        try
        {
            GraphicRules.Demand(GraphicJson.Read(bytes));
        }
        catch (ProblemException e)
        {
            Assert.NotEmpty(e.Problem.Message.ToString());
            Assert.NotEmpty(e.Problem.Remedy.ToString());
        }
    }
}
