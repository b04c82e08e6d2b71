import type { BlendMode, Canvas, CanvasKit, Paint } from 'canvaskit-wasm'
import type { Program } from '../program/program'
import type { Place } from './groupName'
import type { KeptGroups } from './keptGroups'
import { Made } from './made'
import type { OpenGroup } from './openGroup'
import { Coverage, type Memory } from './memory'
import { PathShelf } from './pathShelf'
import { Pictures } from './pictures'

/** A level of the paint list that is open. */
interface Level {
  /** The group that it is; undefined for a place. */
  layer: OpenGroup | undefined
  /** What holds outside of it. */
  alpha: number
  canvas: Canvas
  memory: Memory | undefined
}

/** What is being painted on and how: the state that operations change, and draw with. The core's PaintContext.cs is the same. */
export class PaintContext {
  readonly paths: PathShelf
  readonly pictures: Pictures
  /** What is made for one drawing. */
  readonly made = new Made()
  /** The strip that is being painted. */
  place!: Place
  canvas!: Canvas
  /** The pixels of what is being painted on while things move, where they are at hand and nothing cuts what is laid on them. */
  memory: Memory | undefined
  /** What the alpha of everything painted in this level is multiplied by. */
  alpha = 1
  /** Levels that are passed over because nothing of them shows. */
  skipping = 0
  private readonly ink: Paint
  private covered: Coverage | undefined
  private readonly levels: Level[] = []
  private mixed!: BlendMode
  /** Pictures of their own that the strip has opened. Within one, nothing is mixed with what lies behind the strip. */
  private within = 0

  constructor(
    readonly ck: CanvasKit,
    onPicture: () => void,
    /** Pictures of groups; undefined where a GPU paints. */
    readonly kept: KeptGroups | undefined,
  ) {
    this.ink = new ck.Paint()
    this.ink.setAntiAlias(true)
    this.paths = new PathShelf(ck)
    this.pictures = new Pictures(ck, onPicture)
  }

  /** Begins a picture. @param blurred false: every strip is painted sharp, whatever its motion. */
  begin(program: Program, canvas: Canvas, frame: number, blurred: boolean, memory?: Memory) {
    this.place = { program, frame, at: 0, blurred }
    this.canvas = canvas
    this.memory = this.kept?.moves ? memory : undefined
    this.alpha = 1
    this.skipping = 0
  }

  get program(): Program {
    return this.place.program
  }

  /** Begins a strip. @param mode how what it paints is mixed in, where it does not say otherwise. */
  beginStrip(mode: BlendMode) {
    this.mixed = mode
    this.within = 0
  }

  /** How what is painted now is mixed in, where nothing says otherwise. */
  get mode(): BlendMode {
    return this.within > 0 ? this.ck.BlendMode.SrcOver : this.mixed
  }

  /** The paint for a drawing in the mode of now; its colour is the drawing's to set. */
  paint(): Paint {
    this.ink.setBlendMode(this.mode)
    return this.ink
  }

  /** How much of each pixel of what is painted on a drawing covers. */
  coverage({ width, height }: Memory, draw: () => void): Uint8Array {
    if (this.covered?.width !== width || this.covered.height !== height) {
      this.covered?.delete()
      this.covered = new Coverage(this.ck, width, height)
    }
    const { canvas } = this
    const own = this.covered.surface.getCanvas()
    own.save()
    own.clear(this.ck.TRANSPARENT)
    own.concat(canvas.getTotalMatrix())
    this.canvas = own
    draw()
    this.canvas = canvas
    own.restore()
    this.covered.surface.flush()
    return this.covered.pixels
  }

  /** Lets go of what was made for one drawing. */
  finish() {
    this.ink.setShader(null)
    this.made.delete()
  }

  /** Opens a level whose matrix and alpha change. @param alpha what holds within it. */
  open(alpha: number) {
    this.levels.push({ layer: undefined, alpha: this.alpha, canvas: this.canvas, memory: this.memory })
    this.canvas.save()
    this.alpha = alpha
  }

  /** Opens a level that is a picture of its own. */
  openPicture(layer: OpenGroup) {
    this.levels.push({ layer, alpha: this.alpha, canvas: this.canvas, memory: this.memory })
    this.canvas = layer.canvas
    this.memory = undefined
    this.alpha = 1
    this.within++
  }

  /** Closes the innermost level. */
  close() {
    const level = this.levels.pop()!
    this.alpha = level.alpha
    this.canvas = level.canvas
    this.memory = level.memory
    if (level.layer) {
      level.layer.close(this.canvas)
      this.within--
    } else this.canvas.restore()
  }

  /** Ends a picture: levels that nobody closed are closed, and what it did not use is let go of. */
  end() {
    while (this.levels.length > 0) this.close()
    this.paths.next()
    this.pictures.next()
    this.kept?.next()
  }

  dispose() {
    this.ink.delete()
    this.covered?.delete()
    this.paths.clear()
    this.pictures.clear()
    this.kept?.clear()
  }
}
