/** 255 / a for each alpha, in units of 2^-22, rounded up so that halves are too; what is rounded to is the nearest. */
const SHARES = new Uint32Array(256)
for (let a = 1; a < 256; a++) SHARES[a] = Math.ceil((255 * 2 ** 22) / a)

const part = (c: number, share: number) => Math.min(255, (c * share + 2 ** 21) >>> 22)

/** Colours not multiplied by their alpha, as a canvas takes them, from those that are; a pixel is a number, red in its lowest byte. */
export function straighten(from: Uint32Array, to: Uint32Array) {
  for (let i = 0; i < from.length; i++) {
    const pixel = from[i]!
    const alpha = pixel >>> 24
    if (alpha === 255 || alpha === 0) {
      to[i] = pixel
      continue
    }
    const share = SHARES[alpha]!
    to[i] = part(pixel & 255, share) | (part((pixel >>> 8) & 255, share) << 8) | (part((pixel >>> 16) & 255, share) << 16) | (alpha << 24)
  }
}
