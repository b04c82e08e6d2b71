import { expect, test } from 'vitest'
import { straighten } from './straight'

// W3C Compositing and Blending Level 1, 5.1: a premultiplied colour is the colour times its alpha.
test('every colour of every alpha is the nearest', () => {
  const all = Array.from({ length: 256 * 256 }, (_, i) => [i & 255, i >>> 8] as const).filter(([c, a]) => c <= a)
  const made = new Uint32Array(all.length)
  straighten(
    Uint32Array.from(all, ([c, a]) => c | ((a >> 1) << 8) | (a << 24)),
    made,
  )
  for (const [i, [c, a]] of all.entries()) {
    if (a === 0) expect(made[i]).toBe(0)
    else {
      expect(made[i]! & 255).toBe(Math.round((255 * c) / a))
      expect(made[i]! >>> 24).toBe(a)
      expect((made[i]! >>> 16) & 255).toBe(0)
    }
  }
})
