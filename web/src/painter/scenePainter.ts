import type { Canvas, CanvasKit, Image, Paint, Path } from 'canvaskit-wasm'
import type { NodeContent, Program } from '../live/program'
import { Slot } from './slots'

interface LinePath {
  content: NodeContent
  tracking: number
  leading: number
  path: Path
}

/** Numbers that follow each verb of an outline: move, line, quadratic, (conic), cubic, close. */
const COORDINATES = [2, 2, 4, 5, 6, 0]

/** Paints a program's nodes. It makes the same calls in the same order as the painter of files, ScenePainter.cs, so that both agree. */
export class ScenePainter {
  private readonly ck: CanvasKit
  private readonly paint: Paint
  private readonly lines = new Map<string, LinePath>()
  private readonly images = new Map<string, Image | 'loading'>()
  private readonly onPicture: () => void

  /** @param onPicture called when a picture has arrived and the stage is to be painted again. */
  constructor(ck: CanvasKit, onPicture: () => void) {
    this.ck = ck
    this.onPicture = onPicture
    this.paint = new ck.Paint()
    this.paint.setAntiAlias(true)
  }

  paintFrame(canvas: Canvas, program: Program, frame: number) {
    for (const layer of program.nodes) {
      const values = program.values(layer, frame)
      const content = program.contents.get(layer)
      if (values && content && values[Slot.opacity]! > 0) this.paintNode(canvas, content, values)
    }
  }

  dispose() {
    this.paint.delete()
    for (const line of this.lines.values()) line.path.delete()
    for (const image of this.images.values()) if (image !== 'loading') image.delete()
  }

  private paintNode(canvas: Canvas, content: NodeContent, v: Float32Array) {
    canvas.save()
    canvas.concat([v[0]!, v[2]!, v[4]!, v[1]!, v[3]!, v[5]!, 0, 0, 1])
    if (v[Slot.masked] !== 0) canvas.clipRect(v.slice(Slot.mask, Slot.mask + 4), this.ck.ClipOp.Intersect, true)
    if (content.kind === 'plate') {
      this.setColour(v, Slot.plateFill)
      const [a, b, c, d] = v.slice(Slot.corners, Slot.corners + 4) as unknown as [number, number, number, number]
      canvas.drawRRect(Float32Array.of(0, 0, v[Slot.size]!, v[Slot.size + 1]!, a, a, b, b, c, c, d, d), this.paint)
    } else if (content.kind === 'glyphs') {
      this.setColour(v, Slot.glyphsFill)
      canvas.scale(v[Slot.unit]!, v[Slot.unit]!)
      canvas.drawPath(this.line(content, v[Slot.tracking]!, v[Slot.leading]!), this.paint)
    } else {
      const image = this.image(content.asset!)
      if (image) {
        this.paint.setColorComponents(0, 0, 0, v[Slot.opacity]!)
        const { FilterMode, MipmapMode } = this.ck
        const source = [0, 0, image.width(), image.height()]
        canvas.drawImageRectOptions(
          image,
          source,
          [0, 0, v[Slot.size]!, v[Slot.size + 1]!],
          FilterMode.Linear,
          MipmapMode.Linear,
          this.paint,
        )
      }
    }
    canvas.restore()
  }

  private setColour(v: Float32Array, slot: number) {
    this.paint.setColorComponents(v[slot]!, v[slot + 1]!, v[slot + 2]!, Math.fround(v[slot + 3]! * v[Slot.opacity]!))
  }

  /** All glyphs of a node as one path, so that fading type shows no seam where letters overlap. */
  private line(content: NodeContent, tracking: number, leading: number): Path {
    const kept = this.lines.get(content.layer)
    if (kept && kept.content === content && kept.tracking === tracking && kept.leading === leading) return kept.path
    kept?.path.delete()
    const commands: number[] = []
    content.glyphs.forEach((outline, g) => {
      const [x, y, spread, row] = content.places.subarray(g * 4, g * 4 + 4) as unknown as [number, number, number, number]
      const dx = Math.fround(x + Math.fround(spread * tracking))
      const dy = Math.fround(y + Math.fround(row * leading))
      for (let i = 0; i < outline.length;) {
        const verb = outline[i++]!
        commands.push(verb)
        for (let n = COORDINATES[verb]!; n > 0; n -= 2) commands.push(outline[i++]! + dx, outline[i++]! + dy)
      }
    })
    const path = this.ck.Path.MakeFromCmds(commands) ?? new this.ck.PathBuilder().detach()
    this.lines.set(content.layer, { content, tracking, leading, path })
    return path
  }

  private image(asset: string): Image | undefined {
    const known = this.images.get(asset)
    if (known) return known === 'loading' ? undefined : known
    this.images.set(asset, 'loading')
    void fetch(`/api/pictures/${asset}`)
      .then((response) => response.arrayBuffer())
      .then((bytes) => {
        const image = this.ck.MakeImageFromEncoded(bytes)
        if (!image) return
        this.images.set(asset, image.makeCopyWithDefaultMipmaps())
        image.delete()
        this.onPicture()
      })
    return undefined
  }
}
