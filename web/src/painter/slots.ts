/** Where a node's numbers lie. The core's Slots.cs says what each means; the order here is the same. */
export const Slot = {
  matrix: 0,
  opacity: 6,
  masked: 7,
  mask: 8,
  box: 12,
  blur: 16,
  size: 17,
  corners: 19,
  plateFill: 23,
  unit: 17,
  tracking: 18,
  leading: 19,
  glyphsFill: 20,
} as const
