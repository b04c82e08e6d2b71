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

  /** @param blurred false: paint every node sharp, whatever its motion. */
  paintFrame(canvas: Canvas, program: Program, frame: number, blurred = true) {
    for (const node of program.nodes) {
      const content = program.contents.get(node)
      if (!content || content.kind === 'place') continue
      const samples = blurred ? program.samples(node, frame) : undefined
      const values = program.values(node, frame)
      if (samples) this.paintMean(canvas, content, samples)
      else if (values && values[Slot.opacity]! > 0) this.paintNode(canvas, content, values, 1)
    }
  }

  dispose() {
    this.paint.delete()
    for (const line of this.lines.values()) line.path.delete()
    for (const image of this.images.values()) if (image !== 'loading') image.delete()
  }

  /** The mean of moments: each adds its share to a layer of half-precision numbers, so that small shares are not rounded away. */
  private paintMean(canvas: Canvas, content: NodeContent, samples: Float32Array[]) {
    const b = boundsOf(samples)
    if (!b) return
    canvas.save()
    canvas.clipRect([Math.floor(b[0]) - 1, Math.floor(b[1]) - 1, Math.ceil(b[2]) + 1, Math.ceil(b[3]) + 1], this.ck.ClipOp.Intersect, false)
    canvas.saveLayer(undefined, null, null, this.ck.SaveLayerF16ColorType)
    this.paint.setBlendMode(this.ck.BlendMode.Plus)
    for (const v of samples) if (v[Slot.opacity]! > 0) this.paintNode(canvas, content, v, Math.fround(1 / samples.length))
    this.paint.setBlendMode(this.ck.BlendMode.SrcOver)
    canvas.restore()
    canvas.restore()
  }

  private paintNode(canvas: Canvas, content: NodeContent, v: Float32Array, share: number) {
    canvas.save()
    canvas.concat([v[0]!, v[2]!, v[4]!, v[1]!, v[3]!, v[5]!, 0, 0, 1])
    if (v[Slot.masked] !== 0) canvas.clipRect(v.slice(Slot.mask, Slot.mask + 4), this.ck.ClipOp.Intersect, true)
    const sigma = v[Slot.blur]!
    if (sigma > 0) {
      const r = 3 * sigma + 1
      const filter = this.ck.ImageFilter.MakeBlur(sigma, sigma, this.ck.TileMode.Decal, null)
      const soft = new this.ck.Paint()
      soft.setImageFilter(filter)
      if (share !== 1) soft.setBlendMode(this.ck.BlendMode.Plus)
      canvas.saveLayer(soft, [v[Slot.box]! - r, v[Slot.box + 1]! - r, v[Slot.box + 2]! + r, v[Slot.box + 3]! + r])
      this.draw(canvas, content, v, share)
      canvas.restore()
      soft.delete()
      filter.delete()
    } else this.draw(canvas, content, v, share)
    canvas.restore()
  }

  private draw(canvas: Canvas, content: NodeContent, v: Float32Array, share: number) {
    if (content.kind === 'plate') {
      this.setColour(v, Slot.plateFill, share)
      const [a, b, c, d] = v.slice(Slot.corners, Slot.corners + 4) as unknown as [number, number, number, number]
      canvas.drawRRect(Float32Array.of(0, 0, v[Slot.size]!, v[Slot.size + 1]!, a, a, b, b, c, c, d, d), this.paint)
    } else if (content.kind === 'glyphs') {
      this.setColour(v, Slot.glyphsFill, share)
      canvas.scale(v[Slot.unit]!, v[Slot.unit]!)
      canvas.drawPath(this.line(content, v[Slot.tracking]!, v[Slot.leading]!), this.paint)
    } else {
      const image = this.image(content.asset!)
      if (image) {
        this.paint.setColorComponents(0, 0, 0, Math.fround(v[Slot.opacity]! * share))
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
  }

  private setColour(v: Float32Array, slot: number, share: number) {
    const alpha = Math.fround(Math.fround(v[slot + 3]! * v[Slot.opacity]!) * share)
    this.paint.setColorComponents(v[slot]!, v[slot + 1]!, v[slot + 2]!, alpha)
  }

  /** All glyphs of a node as one path, so that fading type shows no seam where letters overlap. */
  private line(content: NodeContent, tracking: number, leading: number): Path {
    const kept = this.lines.get(content.node)
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
    this.lines.set(content.node, { content, tracking, leading, path })
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

/** What rows of a node's numbers can touch, by its edges; undefined when nothing. The core's DrawNode.BoundsOf does the same. */
function boundsOf(rows: Float32Array[]): [number, number, number, number] | undefined {
  const xs: number[] = []
  const ys: number[] = []
  for (const v of rows) {
    if (v[Slot.opacity]! <= 0) continue
    const r = v[Slot.blur]! > 0 ? 3 * v[Slot.blur]! + 1 : 0
    let [left, top, right, bottom] = [v[Slot.box]! - r, v[Slot.box + 1]! - r, v[Slot.box + 2]! + r, v[Slot.box + 3]! + r]
    if (v[Slot.masked] !== 0) {
      left = Math.max(left, v[Slot.mask]!)
      top = Math.max(top, v[Slot.mask + 1]!)
      right = Math.min(right, v[Slot.mask + 2]!)
      bottom = Math.min(bottom, v[Slot.mask + 3]!)
    }
    if (!(right > left && bottom > top)) continue
    for (const [x, y] of [
      [left, top],
      [right, top],
      [left, bottom],
      [right, bottom],
    ] as const) {
      xs.push(v[0]! * x + v[2]! * y + v[4]!)
      ys.push(v[1]! * x + v[3]! * y + v[5]!)
    }
  }
  return xs.length > 0 ? [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] : undefined
}
