/** x1, y1, x2, y2 of a cubic Bezier's handles, in shares of time and value. */
export type Handles = [number, number, number, number]

/** The handles of CSS easing text: its own when it is a cubic-bezier(), else those of even speed, which dragging then bends. */
export function bezierOf(css: string): Handles {
  const n = css.startsWith('cubic-bezier') ? (css.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number) : []
  return n.length === 4 ? (n as Handles) : [1 / 3, 1 / 3, 2 / 3, 2 / 3]
}

export const cssOf = (handles: Handles) => `cubic-bezier(${handles.map((n) => Number(n.toFixed(3))).join(', ')})`
