import type { BlendMode, Canvas, CanvasKit, Image, Paint, Surface } from 'canvaskit-wasm'
import type { OpHead, StripHead } from '../program/messages.gen'
import type { Program } from '../program/program'
import { blendOf } from './blends'
import { around } from '../geometry/boxes'
import { openGroup, type OpenGroup } from './openGroup'
import { Made } from './made'
import { clip, clipWords, Code, glyphs, group, levels, paints, picture, warp, warpWords } from '../program/ops.gen'
import { setFill, setStroke, trimmed, unsetStroke } from './paints'
import { PathShelf } from './pathShelf'
import { Pictures } from './pictures'
import { smear } from './smear'
import { uprightBox } from './uprightBox'

/** A level of the paint list that is open. */
interface Level {
  /** The group that it is; undefined for a place. */
  layer: OpenGroup | undefined
  /** What holds outside of it. */
  alpha: number
  canvas: Canvas
}

/**
 * Paints a program: a loop over operations, knowing nothing else. It makes the same calls in the same order as the painter of files,
 * ScenePainter.cs, so that both give the same picture.
 */
export class ScenePainter {
  private readonly paint: Paint
  private readonly paths: PathShelf
  private readonly pictures: Pictures
  private readonly made = new Made()
  private readonly levels: Level[] = []
  private program!: Program
  private canvas!: Canvas
  /** What the alpha of everything painted in this level is multiplied by. */
  private alpha = 1
  /** Levels that are passed over because nothing of them shows. */
  private skipping = 0

  /** @param onPicture called when a picture has arrived and the stage is to be painted again. */
  constructor(
    private readonly ck: CanvasKit,
    onPicture: () => void,
  ) {
    this.paint = new ck.Paint()
    this.paint.setAntiAlias(true)
    this.paths = new PathShelf(ck)
    this.pictures = new Pictures(ck, onPicture)
  }

  /** @param blurred false: paint every strip sharp, whatever its motion. */
  paintFrame(surface: Surface, program: Program, frame: number, blurred = true) {
    this.program = program
    this.canvas = surface.getCanvas()
    this.alpha = 1
    this.skipping = 0
    for (const strip of program.strips) {
      const values = program.values(strip.node, frame)
      if (!values) continue
      const moments = blurred && this.skipping === 0 ? program.moments(strip.node, frame) : undefined
      if (moments) this.paintMean(surface, strip, moments.rows, moments.box)
      else this.run(strip.ops, values, this.ck.BlendMode.SrcOver)
    }
    while (this.levels.length > 0) this.end()
    this.paths.next()
    this.pictures.next()
  }

  /** How many pictures are not painted yet because they are on their way. */
  get coming(): number {
    return this.pictures.coming
  }

  dispose() {
    this.paint.delete()
    this.paths.clear()
    this.pictures.clear()
  }

  /** @param mode how what the strip paints is mixed in, where the strip does not say otherwise. */
  private run(ops: OpHead[], v: Float32Array, mode: BlendMode) {
    // Within a group of the strip's own, nothing is mixed with what lies behind the strip.
    let within = 0
    for (const op of ops) {
      const { code } = op
      if (this.skipping > 0) this.skipping += levels[code]!
      else if (code === Code.place) this.place(op, v)
      else if (code === Code.clip) this.clip(op, v)
      else if (code === Code.group) within += this.openGroup(op, v, within > 0 ? this.ck.BlendMode.SrcOver : mode) ? 1 : 0
      else if (levels[code]! < 0) within -= this.end() ? 1 : 0
      else if (paints[code] === 1) {
        this.paint.setBlendMode(within > 0 ? this.ck.BlendMode.SrcOver : mode)
        this.draw(op, v)
      }
    }
  }

  private place(op: OpHead, v: Float32Array) {
    const a = op.at
    if (v[a + 6]! <= 0) {
      this.skipping = 1
      return
    }
    this.levels.push({ layer: undefined, alpha: this.alpha, canvas: this.canvas })
    this.canvas.save()
    this.canvas.concat([v[a]!, v[a + 2]!, v[a + 4]!, v[a + 1]!, v[a + 3]!, v[a + 5]!, 0, 0, 1])
    this.alpha = Math.fround(this.alpha * v[a + 6]!)
  }

  private clip(op: OpHead, v: Float32Array) {
    if (v[op.at + clip.on] === 0) return
    const { Difference, Intersect } = this.ck.ClipOp
    const side = op.words[clipWords.inverse] === 'yes' ? Difference : Intersect
    const box = uprightBox(op, v)
    if (box) this.canvas.clipRect(box, side, true)
    else this.canvas.clipPath(this.paths.of(this.program, op, v), side, true)
  }

  /** True when a picture of its own was begun. */
  private openGroup(op: OpHead, v: Float32Array, mode: BlendMode): boolean {
    const opacity = Math.fround(v[op.at + group.opacity]! * this.alpha)
    if (opacity <= 0) {
      this.skipping = 1
      return false
    }
    const isPicture = v[op.at + group.on] !== 0
    if (!isPicture) this.canvas.save()
    const layer = isPicture ? openGroup(this.ck, this.canvas, op, v, opacity, mode) : undefined
    this.levels.push({ layer, alpha: this.alpha, canvas: this.canvas })
    if (layer) this.canvas = layer.canvas
    this.alpha = isPicture ? 1 : opacity
    return isPicture
  }

  /** True when it was the end of a picture of its own. */
  private end(): boolean {
    const level = this.levels.pop()!
    this.alpha = level.alpha
    this.canvas = level.canvas
    if (level.layer) level.layer.close(this.canvas)
    else this.canvas.restore()
    return level.layer !== undefined
  }

  private draw(op: OpHead, v: Float32Array) {
    const { canvas, paint } = this
    if (op.code === Code.picture) return this.drawPicture(op, v)
    if (op.code === Code.warp) return this.drawWarp(op, v)
    setFill(this.ck, this.made, paint, op, v, this.alpha)
    if (op.code === Code.glyphs) {
      const unit = v[op.at + glyphs.unit]!
      canvas.save()
      canvas.scale(unit, unit)
      canvas.drawPath(this.paths.of(this.program, op, v), paint)
      canvas.restore()
    } else if (op.code === Code.stroke) {
      const path = trimmed(this.made, this.paths.of(this.program, op, v), op, v)
      if (path) {
        setStroke(this.ck, this.made, paint, op, v)
        canvas.drawPath(path, paint)
        unsetStroke(this.ck, paint)
      }
    } else {
      const box = uprightBox(op, v)
      if (box) canvas.drawRect(box, paint)
      else canvas.drawPath(this.paths.of(this.program, op, v), paint)
    }
    this.finish()
  }

  private drawPicture(op: OpHead, v: Float32Array) {
    const image = this.pictures.get(op.takes[0]!)
    if (!image) return
    const [from, to] = [op.at + picture.source, op.at + picture.target]
    const part = v[from + 2]! > v[from]! ? v.slice(from, from + 4) : [0, 0, image.width(), image.height()]
    this.paint.setColorComponents(0, 0, 0, this.alpha)
    const { FilterMode, MipmapMode } = this.ck
    this.canvas.drawImageRectOptions(image, part, v.slice(to, to + 4), FilterMode.Linear, MipmapMode.Linear, this.paint)
  }

  private drawWarp(op: OpHead, v: Float32Array) {
    const image = this.pictures.get(op.takes[0]!)
    if (!image) return
    const { ck, paint } = this
    paint.setColorComponents(1, 1, 1, this.alpha)
    paint.setShader(
      this.made.keep(image.makeShaderOptions(ck.TileMode.Clamp, ck.TileMode.Clamp, ck.FilterMode.Linear, ck.MipmapMode.Linear)),
    )
    const net = this.made.keep(netOf(ck, op, v, image))
    this.canvas.drawVertices(net, ck.BlendMode.Modulate, paint)
    this.finish()
  }

  /** Lets go of what was made for one drawing. */
  private finish() {
    this.paint.setShader(null)
    this.made.delete()
  }

  /** The mean of moments. */
  private paintMean(surface: Surface, strip: StripHead, moments: Float32Array[], box: Float32Array) {
    if (!(box[2]! > box[0]! && box[3]! > box[1]!)) return
    const { ck, canvas, alpha } = this
    const blend = blendOf(ck, strip.ops)
    const still = smear(ck, surface, canvas, moments, isShape(strip.ops), box, alpha, blend)
    if (still) {
      // It only moves: its picture is painted once and spread along the way.
      this.canvas = still.surface.getCanvas()
      this.alpha = 1
      this.run(strip.ops, still.row, ck.BlendMode.SrcOver)
      this.canvas = canvas
      this.alpha = alpha
      still.end()
      return
    }
    // Each moment adds its share to a layer of half-precision numbers, so that small shares are not rounded away.
    const whole = new ck.Paint()
    whole.setBlendMode(blend)
    canvas.save()
    canvas.clipRect(around(box), ck.ClipOp.Intersect, false)
    canvas.saveLayer(whole, null, null, ck.SaveLayerF16ColorType)
    for (const row of moments) {
      this.alpha = Math.fround(alpha / moments.length)
      this.run(strip.ops, row, ck.BlendMode.Plus)
    }
    this.alpha = alpha
    canvas.restore()
    canvas.restore()
    whole.delete()
  }
}

const SHAPES = new Set<number>([Code.place, Code.mark, Code.clip, Code.fill, Code.end])

/** Whether a strip is marked and only fills shapes. */
const isShape = (ops: OpHead[]) => ops[1]?.code === Code.mark && ops.every((op) => SHAPES.has(op.code))

/** A picture's net of triangles. */
function netOf(ck: CanvasKit, op: OpHead, v: Float32Array, image: Image) {
  const [columns, rows] = [Number(op.words[warpWords.columns]), Number(op.words[warpWords.rows])]
  const from = op.at + warp.more
  const points = v.slice(from, from + 2 * (columns + 1) * (rows + 1))
  const places: number[] = []
  for (let i = 0; i < points.length / 2; i++)
    places.push(((i % (columns + 1)) / columns) * image.width(), (Math.floor(i / (columns + 1)) / rows) * image.height())
  const corners: number[] = []
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = row * (columns + 1) + column
      corners.push(at, at + 1, at + columns + 2, at, at + columns + 2, at + columns + 1)
    }
  }
  return ck.MakeVertices(ck.VertexMode.Triangles, points, places, null, corners)
}
