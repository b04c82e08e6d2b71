import type { Canvas, CanvasKit, Image, Paint, Path } from 'canvaskit-wasm'
import type { Program } from '../program/program'
import { clip, Code, fill, glyphs, group, picture } from '../program/ops.gen'
import { PathShelf } from '../painter/pathShelf'

/** One call of CanvasKit, with everything it needs made beforehand. */
type Call = (canvas: Canvas) => void

/**
 * The least that anyone could do to draw a program: the calls of every frame, written down beforehand, with nothing looked up or decided
 * while drawing. It knows operations only, and only those that stand still in shape; what it does not know it refuses.
 */
export function bareDrawing(ck: CanvasKit, program: Program, images: Map<string, Image>): (canvas: Canvas, frame: number) => void {
  const paint = new ck.Paint()
  paint.setAntiAlias(true)
  const frames = Array.from({ length: program.frames }, (_, frame) => callsOf(ck, program, frame, paint, images))
  return (canvas, frame) => {
    for (const call of frames[frame]!) call(canvas)
  }
}

function callsOf(ck: CanvasKit, program: Program, frame: number, paint: Paint, images: Map<string, Image>): Call[] {
  const calls: Call[] = []
  const alphas: number[] = []
  let alpha = 1
  let skipping = 0
  for (const strip of program.strips) {
    const v = program.values(strip.node, frame)!.slice()
    for (const op of strip.ops) {
      const a = op.at
      const opens = op.code === Code.place || op.code === Code.group
      if (skipping > 0) skipping += opens ? 1 : op.code === Code.end ? -1 : 0
      else if (opens) {
        const share = op.code === Code.place ? v[a + 6]! : v[a + group.opacity]!
        if (share <= 0) {
          skipping = 1
          continue
        }
        alphas.push(alpha)
        alpha *= share
        if (op.code === Code.place) {
          const matrix = [v[a]!, v[a + 2]!, v[a + 4]!, v[a + 1]!, v[a + 3]!, v[a + 5]!, 0, 0, 1]
          calls.push((c) => {
            c.save()
            c.concat(matrix)
          })
        } else if (v[a + group.on] === 0) calls.push((c) => c.save())
        else {
          if (op.steps.length > 0) throw new Error('the measured graphic has effects')
          const whole = new ck.Paint()
          whole.setColorComponents(0, 0, 0, alpha)
          alpha = 1
          calls.push((c) => c.saveLayer(whole))
        }
      } else if (op.code === Code.end) {
        alpha = alphas.pop()!
        calls.push((c) => c.restore())
      } else if (op.code === Code.clip) {
        if (v[a + clip.on] === 0) continue
        const path = pathOf(ck, program, op, v)
        calls.push((c) => c.clipPath(path, ck.ClipOp.Intersect, true))
      } else if (op.code === Code.picture) {
        const image = images.get(op.takes[0]!)!
        const source = [0, 0, image.width(), image.height()]
        const target = v.slice(a + picture.target, a + picture.target + 4)
        const share = alpha
        calls.push((c) => {
          paint.setColorComponents(0, 0, 0, share)
          c.drawImageRectOptions(image, source, target, ck.FilterMode.Linear, ck.MipmapMode.Linear, paint)
        })
      } else if (op.code === Code.fill || op.code === Code.glyphs) {
        const path = pathOf(ck, program, op, v)
        const at = a + (op.code === Code.fill ? fill.colour : glyphs.colour)
        const [r, g, b, share] = [v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]! * alpha]
        const unit = op.code === Code.glyphs ? v[a + glyphs.unit]! : 1
        calls.push((c) => {
          paint.setColorComponents(r, g, b, share)
          if (unit === 1) return c.drawPath(path, paint)
          c.save()
          c.scale(unit, unit)
          c.drawPath(path, paint)
          c.restore()
        })
      } else if (op.code !== Code.mark) throw new Error('the measured graphic draws what the bare drawing does not know')
    }
  }
  return calls
}

const shelves = new WeakMap<Program, Map<string, Path>>()

/** Paths with the same numbers are one. */
function pathOf(ck: CanvasKit, program: Program, op: Parameters<PathShelf['shapeOf']>[1], v: Float32Array): Path {
  let known = shelves.get(program)
  if (!known) shelves.set(program, (known = new Map<string, Path>()))
  const numbers =
    op.code === Code.glyphs
      ? v.slice(op.at + glyphs.tracking, op.at + glyphs.tracking + 2)
      : v.slice(op.at + (op.code === Code.clip ? clip.more : fill.more), op.at + (op.code === Code.clip ? clip.more : fill.more) + op.each)
  const key = `${op.takes.join()} ${op.words.join()} ${numbers.join()}`
  const found = known.get(key)
  if (found) return found
  // A shelf that is never cleared: the path stays.
  const shelf = new PathShelf(ck)
  const path = op.code === Code.glyphs ? shelf.runOf(program, op, v, op.at + glyphs.tracking) : shelf.shapeOf(program, op, v)
  known.set(key, path)
  return path
}
