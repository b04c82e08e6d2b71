import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { expect, test } from 'vitest'
import { bendWork, blocksRoom, blocksRow, blocksWork, grainWork } from './kernels.gen'

// What is printed from the kernels does what they do, to the bit: their results on random input are printed by their own tests (KernelTests.cs).

interface Case {
  kernel: string
  width: number
  height: number
  seed: number
  own: number[]
  back: number[]
  numbers: number[]
  sha256: string
}

const cases = JSON.parse(readFileSync(resolve(import.meta.dirname, '../../../tests/examples/kernels.json'), 'utf8')) as Case[]

function worked({ kernel, width, height, seed, own, back, numbers: v }: Case): Uint8Array {
  const pixels = pixelsOf(width, height, seed)
  if (kernel === 'grain') grainWork(pixels, width, 0, 0, width, height, back, v[0]!, v[1]!, v[2]!, v[3] !== 0)
  else if (kernel === 'bend') {
    const [x0, y0, dx, dy, length, tall, phase, fades] = v as [number, number, number, number, number, number, number, number]
    bendWork(pixels, pixels.slice(), width, height, 0, 0, width, height, own, back, x0, y0, dx, dy, length, tall, phase, fades, v[8] !== 0)
  } else {
    const table = new Int32Array(blocksRow * blocksRoom(width, height, back, v[2]!, v[3]!))
    blocksWork(pixels, width, height, back, v[0]!, v[1]!, v[2]!, v[3]!, table, new Int32Array(width * height))
  }
  return pixels
}

function pixelsOf(width: number, height: number, seed: number): Uint8Array {
  const pixels = new Uint8Array(width * height * 4)
  let x = seed
  for (let i = 0; i < pixels.length; i += 4)
    for (let channel = 3; channel >= 0; channel--) {
      x = (Math.imul(x, 1664525) + 1013904223) >>> 0
      pixels[i + channel] = channel === 3 ? x >>> 24 : Math.min(x >>> 24, pixels[i + 3]!)
    }
  return pixels
}

test.each(cases.map((c, i) => [`${c.kernel} ${i}`, c] as const))('%s comes to the same bits', (_, c) => {
  expect(createHash('sha256').update(worked(c)).digest('hex')).toBe(c.sha256)
})
