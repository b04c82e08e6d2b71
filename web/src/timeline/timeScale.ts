/** Width of the names at the left of the timeline. */
export const NAMES_WIDTH = 236

/** How near a dragged thing must come to be drawn to a frame. */
export const SNAP_PX = 7

/** Turns frames into pixels of the timeline. */
export interface TimeScale {
  total: number
  /** Pixels of the strip that is seen. */
  width: number
  /** Pixels of one frame. */
  perFrame: number
  x: (frame: number) => number
  frame: (x: number) => number
  /** The same, between frames. */
  moment: (x: number) => number
}
