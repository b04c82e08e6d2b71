export type Edges = [left: number, top: number, right: number, bottom: number]

/** Whole pixels around a box, and one more for smooth edges. */
export const around = (b: ArrayLike<number>): Edges => [
  Math.floor(b[0]!) - 1,
  Math.floor(b[1]!) - 1,
  Math.ceil(b[2]!) + 1,
  Math.ceil(b[3]!) + 1,
]

/** The box around a mapped box. */
export function mapped(m: ArrayLike<number>, b: ArrayLike<number>): Edges {
  const xs: number[] = []
  const ys: number[] = []
  for (const [x, y] of [
    [b[0]!, b[1]!],
    [b[2]!, b[1]!],
    [b[0]!, b[3]!],
    [b[2]!, b[3]!],
  ] as const) {
    xs.push(m[0]! * x + m[1]! * y + m[2]!)
    ys.push(m[3]! * x + m[4]! * y + m[5]!)
  }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** A box that reaches farther on all sides. */
export const grown = (b: ArrayLike<number>, by: number): Edges => [b[0]! - by, b[1]! - by, b[2]! + by, b[3]! + by]
