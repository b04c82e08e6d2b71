import type { CanvasKit, ImageFilter } from 'canvaskit-wasm'
import type { Made } from './made'

/*
 * Copies of a picture along a vector, each time twice as many: as many as there are pixels along it after as many steps as its length has bits.
 * The core's Streaks.cs does the same.
 */

type Vector = readonly [x: number, y: number]

/** The even mean of all copies, half of the vector to either side. */
export function streakMean(ck: CanvasKit, made: Made, along: Vector, input: ImageFilter | null): ImageFilter {
  const steps = doublings(along)
  const count = 2 ** steps
  const half = (on: ImageFilter | null) =>
    made.keep(
      ck.ImageFilter.MakeColorFilter(
        made.keep(ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0.5, 0])),
        on,
      ),
    )
  let all = input
  for (let i = 0; i < steps; i++) {
    // Copies lie along/count apart; each doubling sets as many again beside those that are there.
    const by = 2 ** i / count
    all = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.Plus, half(all), half(moved(ck, made, [along[0] * by, along[1] * by], all))))
  }
  const back = (-0.5 * (count - 1)) / count
  return moved(ck, made, [along[0] * back, along[1] * back], all)
}

/** All copies over each other, from the picture to the vector's end. */
export function streakUnion(ck: CanvasKit, made: Made, along: Vector, input: ImageFilter): ImageFilter {
  const steps = doublings(along)
  const count = 2 ** steps
  let all = input
  for (let i = 0; i < steps; i++) {
    const by = 2 ** i / (count - 1)
    all = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, all, moved(ck, made, [along[0] * by, along[1] * by], all)))
  }
  // What was moved again and again is soft; the end is the picture itself, moved once.
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, all, moved(ck, made, along, input)))
}

const doublings = ([x, y]: Vector) => Math.max(1, Math.min(12, Math.ceil(Math.log2(Math.max(Math.hypot(x, y), 1)))))

const moved = (ck: CanvasKit, made: Made, [x, y]: Vector, input: ImageFilter | null) =>
  made.keep(
    ck.ImageFilter.MakeMatrixTransform([1, 0, x, 0, 1, y, 0, 0, 1], { filter: ck.FilterMode.Linear, mipmap: ck.MipmapMode.None }, input),
  )
