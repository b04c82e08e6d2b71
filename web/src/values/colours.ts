/** Straight sRGB components 0..1 as #RRGGBB, with alpha only when there is some. */
export function hexOf(c: number[]): string {
  const byte = (v: number) =>
    Math.round(Math.max(0, Math.min(1, v)) * 255)
      .toString(16)
      .padStart(2, '0')
  return `#${byte(c[0]!)}${byte(c[1]!)}${byte(c[2]!)}${c[3]! < 1 ? byte(c[3]!) : ''}`
}

/** Straight sRGB components 0..1 of #RRGGBB or #RRGGBBAA. */
export function partsOf(hex: string): number[] {
  const whole = hex.length < 9 ? `${hex}ff` : hex
  return [1, 3, 5, 7].map((i) => parseInt(whole.slice(i, i + 2), 16) / 255)
}
