/** Where a node's numbers lie. The core's Slots.cs says what each means; the order here is the same. */
export const Slot = {
  matrix: 0,
  opacity: 6,
  masked: 7,
  mask: 8,
  box: 12,
  size: 16,
  corners: 18,
  plateFill: 22,
  unit: 16,
  tracking: 17,
  leading: 18,
  glyphsFill: 19,
} as const
