import type { CanvasKit, Surface } from 'canvaskit-wasm'

/** Pixels in memory, premultiplied. */
export const infoOf = (ck: CanvasKit, width: number, height: number) => ({
  width,
  height,
  colorType: ck.ColorType.RGBA_8888,
  alphaType: ck.AlphaType.Premul,
  colorSpace: ck.ColorSpace.SRGB,
})

/** A surface in memory whose pixels are premultiplied: those that the library makes by itself are not, and filters are drawn wrongly on them. */
export function plainSurface(ck: CanvasKit, width: number, height: number): Surface {
  const seed = ck.MakeSurface(1, 1)!
  const surface = seed.makeSurface(infoOf(ck, width, height))
  seed.delete()
  return surface
}
