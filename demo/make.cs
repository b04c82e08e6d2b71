#:package SkiaSharp@4.155.0
#:package SkiaSharp.NativeAssets.Linux.NoDependencies@4.155.0
#:property ManagePackageVersionsCentrally=false
#:property GenerateDocumentationFile=false
#:property EnforceCodeStyleInBuild=false
// Makes what the demo ships with: the mark of the invented Fernhollow Apiary, a stand-in for footage, and two short sounds.
// Run from the project's folder: dotnet run demo/make.cs
using System.Diagnostics;
using SkiaSharp;

const int Side = 512;
using var surface = SKSurface.Create(new SKImageInfo(Side, Side, SKColorType.Rgba8888, SKAlphaType.Premul));
var canvas = surface.Canvas;
canvas.Translate(Side / 2f, Side / 2f);
using var fill = new SKPaint { IsAntialias = true, Color = SKColor.Parse("#F2A51E") };
using var cut = new SKPaint { IsAntialias = true, BlendMode = SKBlendMode.DstOut };

// A cell of the comb, standing on its point, with a drop of honey cut out and a smaller drop inside.
SKPath Cell(float radius)
{
    using var b = new SKPathBuilder();
    for (var i = 0; i < 6; i++)
    {
        var (s, c) = MathF.SinCos(MathF.PI / 3 * i);
        if (i == 0) b.MoveTo(radius * s, -radius * c); else b.LineTo(radius * s, -radius * c);
    }
    b.Close();
    return b.Detach();
}
SKPath Drop(float size, float y)
{
    using var b = new SKPathBuilder();
    b.MoveTo(0, y - 1.5f * size);
    b.CubicTo(0.25f * size, y - 0.9f * size, size, y - 0.35f * size, size, y + 0.3f * size);
    b.CubicTo(size, y + 1.25f * size, -size, y + 1.25f * size, -size, y + 0.3f * size);
    b.CubicTo(-size, y - 0.35f * size, -0.25f * size, y - 0.9f * size, 0, y - 1.5f * size);
    b.Close();
    return b.Detach();
}
using var round = new SKPaint { IsAntialias = true, Color = fill.Color, Style = SKPaintStyle.StrokeAndFill, StrokeWidth = 44, StrokeJoin = SKStrokeJoin.Round };
canvas.DrawPath(Cell(200), round);
canvas.DrawPath(Drop(108, 22), cut);
fill.Color = SKColor.Parse("#FFE2A0");
canvas.DrawPath(Drop(72, 30), fill);
using (var image = surface.Snapshot())
using (var png = image.Encode(SKEncodedImageFormat.Png, 100))
{
    File.WriteAllBytes("demo/fernhollow-mark.png", png.ToArray());
}

// A slow meadow: drifting bands of green and gold under a pale sky; 8 s, so that it loops with the demo's graphics.
var meadow = "geq=r='96+60*(1-Y/H)+18*sin(X/97+2*PI*T/8)+14*sin(Y/23-X/211)+20*lt(Y,H*0.42)':"
    + "g='122+48*(1-Y/H)+16*sin(X/131-2*PI*T/8+Y/57)+10*sin(Y/17)':b='58+96*(1-Y/H)*(1-Y/H)+12*cos(X/89+2*PI*T/8)'";
Run("-f", "lavfi", "-i", $"color=c=gray:s=640x360:r=30:d=8,format=gbrp,{meadow},gblur=sigma=3,format=yuv420p",
    "-c:v", "libvpx-vp9", "-b:v", "0", "-crf", "44", "-row-mt", "1", "-map_metadata", "-1", "-fflags", "+bitexact", "demo/meadow.webm");
// A soft chime to come on, a short breath to go off.
Run("-f", "lavfi", "-i", "aevalsrc='0.25*exp(-4*t)*(sin(2*PI*660*t)+0.5*sin(2*PI*990*t))':d=1.2:s=48000", "-fflags", "+bitexact", "-map_metadata", "-1", "demo/chime.wav");
Run("-f", "lavfi", "-i", "anoisesrc=d=0.6:c=pink:a=0.2:seed=7,afade=t=in:d=0.2,afade=t=out:st=0.2:d=0.4", "-fflags", "+bitexact", "-map_metadata", "-1", "demo/breath.wav");

static void Run(params string[] words)
{
    using var ffmpeg = Process.Start(new ProcessStartInfo("ffmpeg", ["-hide_banner", "-loglevel", "error", "-y", .. words]))!;
    ffmpeg.WaitForExit();
    if (ffmpeg.ExitCode != 0) throw new InvalidOperationException("ffmpeg failed");
}
