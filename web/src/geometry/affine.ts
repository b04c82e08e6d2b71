export interface Point {
  x: number
  y: number
}

/** a b c d e f as in SVG: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [number, number, number, number, number, number]

export const identity: Affine = [1, 0, 0, 1, 0, 0]

export const map = (m: Affine, p: Point): Point => ({ x: m[0] * p.x + m[2] * p.y + m[4], y: m[1] * p.x + m[3] * p.y + m[5] })

export function multiply(o: Affine, i: Affine): Affine {
  return [
    o[0] * i[0] + o[2] * i[1],
    o[1] * i[0] + o[3] * i[1],
    o[0] * i[2] + o[2] * i[3],
    o[1] * i[2] + o[3] * i[3],
    o[0] * i[4] + o[2] * i[5] + o[4],
    o[1] * i[4] + o[3] * i[5] + o[5],
  ]
}

/** The inverse; the identity for a matrix that flattens everything. */
export function invert(m: Affine): Affine {
  const det = m[0] * m[3] - m[1] * m[2]
  if (det === 0) return identity
  const [a, b, c, d] = [m[3] / det, -m[1] / det, -m[2] / det, m[0] / det]
  return [a, b, c, d, -(a * m[4] + c * m[5]), -(b * m[4] + d * m[5])]
}

/** A vector without the matrix's translation. */
export const mapVector = (m: Affine, p: Point): Point => ({ x: m[0] * p.x + m[2] * p.y, y: m[1] * p.x + m[3] * p.y })
