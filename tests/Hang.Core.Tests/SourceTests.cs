using System.Text.Json;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Layers;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

/// <summary>What documents carry by content hash, whatever kind of file it is.</summary>
public class SourceTests
{
    private static readonly string A = "sha256-" + new string('a', 64),
        B = "sha256-" + new string('b', 64);
    private static readonly Asset Picture = new()
    {
        Name = "mark.png",
        Type = "image/png",
        Width = 10,
        Height = 12,
    };
    private static readonly SoundAsset Sound = new()
    {
        Name = "hum.wav",
        Type = "audio/wav",
        Samples = 480,
        Channels = 1,
    };
    private static readonly FontAsset Font = new()
    {
        Name = "meadow.ttf",
        Family = "Meadowand",
        Weight = 400,
    };

    private static readonly SourceSet All = SourceSet
        .Empty.With(PictureSources.Kind, A, Picture)
        .With(SoundSources.Kind, B, Sound)
        .With(FontSources.Kind, B, Font);

    /// <summary>A kind that is misplaced would be found by nobody, and say nothing.</summary>
    [Fact]
    public void EveryKindIsFound() =>
        Assert.Equal(["picture assets pictures", "sound sounds sounds", "font fonts fonts"], SourceKinds.All.Select(k => $"{k.Name} {k.Member} {k.Folder}"));

    /// <summary>Documents stay what they were: their members, and the order of them.</summary>
    [Fact]
    public void EachKindIsAMemberOfTheDocument()
    {
        var inner = Samples.Graphic();
        var graphic = Samples.Graphic() with
        {
            Sources = All,
            Placed = System.Collections.Immutable.ImmutableSortedDictionary<string, Graphic>.Empty.Add("g", PlacedRules.Carried(inner)),
        };
        var text = Codecs.Write(graphic);
        using var json = JsonDocument.Parse(text);
        Assert.Equal(["layers", "assets", "sounds", "placed", "fonts"], json.RootElement.EnumerateObject().Select(m => m.Name).SkipWhile(n => n != "layers"));
        Assert.Equal(All, Codecs.Read<Graphic>(text).Sources);
        // Only pictures have their member where there is none.
        using var bare = JsonDocument.Parse(Codecs.Write(inner));
        Assert.Equal(["layers", "assets"], bare.RootElement.EnumerateObject().Select(m => m.Name).SkipWhile(n => n != "layers"));
        Assert.Equal(SourceSet.Empty, Codecs.Read<Graphic>(Codecs.Write(inner)).Sources);
    }

    [Fact]
    public void ASetIsWhatIsInIt()
    {
        Assert.Equal(All, SourceSet.Empty.With(FontSources.Kind, B, Font).With(SoundSources.Kind, B, Sound).With(PictureSources.Kind, A, Picture));
        Assert.NotEqual(All, All.With(PictureSources.Kind, A, Picture with { Width = 11 }));
        Assert.Same(All, All.Select(s => s.Facts));
        Assert.Equal(SourceSet.Empty, All.Select(_ => null));
        Assert.Equal(All, All.Without(SoundSources.Kind, B).With(All));
        Assert.Same(All, All.With(SourceSet.Empty.With(PictureSources.Kind, A, Picture with { Name = "other" })));
        Assert.Equal(Sound, All.Find(SoundSources.Kind, B));
        Assert.Null(All.Find(SoundSources.Kind, A));
    }

    /// <summary>One edit for every kind; those of before, which revisions hold, do the same.</summary>
    [Fact]
    public void SourcesAreAddedByOneEdit()
    {
        var added = Codecs.Read<Edit>(
            $$$"""{"do":"addSources","assets":{"{{{A}}}":{"name":"mark.png","type":"image/png","width":10,"height":12}},"sounds":{"{{{B}}}":{"name":"hum.wav","type":"audio/wav","samples":480,"channels":1} } }"""
        );
        var before = new Several([
            Codecs.Read<Edit>($$$"""{"do":"addAsset","hash":"{{{A}}}","asset":{"name":"mark.png","type":"image/png","width":10,"height":12}}"""),
            Codecs.Read<Edit>($$$"""{"do":"addSound","hash":"{{{B}}}","sound":{"name":"hum.wav","type":"audio/wav","samples":480,"channels":1}}"""),
        ]);
        var graphic = Samples.Graphic();
        Assert.Equal(before.ApplyTo(graphic, Samples.Shaper).Sources, added.ApplyTo(graphic, Samples.Shaper).Sources);
        Assert.Equal("Add mark.png, hum.wav", added.Describe(graphic).ToString());
        var broken = Codecs.Read<Edit>($$$"""{"do":"addSources","assets":{"no hash":{"name":"mark.png","type":"image/png","width":10,"height":12} } }""");
        Assert.Equal("/assets/no hash", Assert.Throws<Scene.ProblemException>(() => broken.ApplyTo(graphic, Samples.Shaper)).Problem.Field);
    }

    /// <summary>Whatever names a source uses it: a value, words of credits, what a placed graphic is filled with, a font of any words.</summary>
    [Fact]
    public void WhatIsNamedIsUsed()
    {
        static Layer Of(string id, Content content) =>
            new()
            {
                Id = id,
                Name = id,
                Content = content,
            };
        static Content Named(Content content, string value, string text) => content.With(content.Values.Find(value)!, Value.Of(text));
        var graphic = Samples.Graphic(
            Of("p", Content.Of<PictureContent>().With(PictureContent.Asset, Value.Of(A))),
            Of("s", Content.Of<SoundContent>().With(SoundContent.Sound, Value.Of(B))),
            Of("n", Named(Content.Of<Counter>(), "family", "Meadowand"))
        );
        Assert.Equal(
            [(PictureSources.Kind, A), (SoundSources.Kind, B), ((SourceKind)FontSources.Kind, "Meadowand")],
            SourcesUsed.Of(graphic with { Sources = All })
        );
        var credits = Samples.Graphic(Of("r", Content.Of<Roll>().With(Roll.Lines, Value.Of("[mark.png]\n[else.png]")))) with { Sources = All };
        Assert.Contains((PictureSources.Kind, A), SourcesUsed.Of(credits));
    }
}
