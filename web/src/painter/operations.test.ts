import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, resolve } from 'node:path'
import type { CanvasKit } from 'canvaskit-wasm'
import CanvasKitInit from 'canvaskit-wasm'
import { beforeAll, expect, test, vi } from 'vitest'
import { bytes, patch } from '../program/madePatches'
import type { NodePart, StripHead } from '../program/messages.gen'
import { Program } from '../program/program'
import { lastCovering } from './covering'
import { KeptGroups } from './keptGroups'
import { Memory } from './memory'
import { ScenePainter } from './scenePainter'

// Every operation and step as the painter of files paints it: the lists and pictures are printed by its own tests (OperationsTests.cs).

interface Listed {
  width: number
  height: number
  outlines: Record<string, number[]>
  runs: Record<string, { glyphs: string[]; places: number[] }>
  cases: { name: string; strips: { head: StripHead; values: number[]; moments: number[][]; box: number[] }[] }[]
}

const examples = resolve(import.meta.dirname, '../../../tests/examples')
const listed = JSON.parse(readFileSync(join(examples, 'operations.json'), 'utf8')) as Listed
const mark = readFileSync(resolve(import.meta.dirname, '../../../demo/fernhollow-mark.png'))

/** Most that a pixel's component may be off, premultiplied, of 255. */
const MOST = 8

let ck: CanvasKit
beforeAll(async () => {
  const folder = dirname(createRequire(import.meta.url).resolve('canvaskit-wasm'))
  ck = await CanvasKitInit({ locateFile: (file) => join(folder, file) })
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(mark)))
})

function nodeOf({ head, values, moments, box }: Listed['cases'][number]['strips'][number]): NodePart {
  if (moments.length === 0) return { node: head.node, values: bytes(...values), changing: [], columns: bytes() }
  const changing = values.map((_, i) => i).filter((i) => moments.some((row) => row[i] !== values[i]))
  return {
    node: head.node,
    values: bytes(...values),
    changing,
    columns: bytes(...changing.map((i) => values[i]!)),
    momentCounts: [moments.length],
    moments: bytes(...moments.flatMap((row) => changing.map((i) => row[i]!))),
    boxes: bytes(...box),
  }
}

function programOf(strips: Listed['cases'][number]['strips']): Program {
  const program = new Program(1)
  const all = patch({
    nodes: strips.map((s) => s.head.node),
    heads: strips.map((s) => s.head),
    windows: [{ index: 0, nodes: strips.map(nodeOf) }],
    outlines: Object.fromEntries(Object.entries(listed.outlines).map(([hash, numbers]) => [hash, bytes(...numbers)])),
    runs: Object.fromEntries(
      Object.entries(listed.runs).map(([hash, run]) => [hash, { glyphs: run.glyphs, places: bytes(...run.places) }]),
    ),
  })
  program.apply(all, 1)
  return program
}

const { width, height } = listed
const info = () => ({
  width,
  height,
  colorType: ck.ColorType.RGBA_8888,
  alphaType: ck.AlphaType.Premul,
  colorSpace: ck.ColorSpace.SRGB,
})

/** Premultiplied pixels of a program's picture. @param times how often it is painted by the same painter. */
async function painted(program: Program, kept: KeptGroups | null = new KeptGroups(false), times = 1): Promise<Uint8Array> {
  const memory = new Memory(ck, width, height)
  const { surface } = memory
  let arrived = () => undefined as void
  const painter = new ScenePainter(ck, () => arrived(), kept ?? undefined)
  const paint = () => {
    const canvas = surface.getCanvas()
    canvas.save()
    canvas.clear(ck.TRANSPARENT)
    painter.paintFrame(surface, program, 0, true, memory)
    canvas.restore()
    surface.flush()
  }
  const waits = program.strips.some((s) => s.ops.some((op) => op.takes.includes('mark')))
  const here = new Promise<void>((done) => (arrived = done))
  paint()
  if (waits) {
    await here
    paint()
  }
  for (let again = 1; again < times; again++) paint()
  const pixels = surface.getCanvas().readPixels(0, 0, info()) as Uint8Array
  painter.dispose()
  memory.delete()
  return pixels
}

function keptPixels(name: string): Uint8Array {
  const image = ck.MakeImageFromEncoded(readFileSync(join(examples, 'operations', `${name}.png`)))!
  const pixels = image.readPixels(0, 0, info()) as Uint8Array
  image.delete()
  return pixels
}

const both = listed.cases.flatMap((c) =>
  [true, false].map((software) => [c.name, software ? 'without' : 'with', c.strips, software] as const),
)

test.each(both)('%s %s a GPU is the picture of the painter of files', async (name, _, strips, software) => {
  const found = await painted(programOf(strips), software ? new KeptGroups(false) : null)
  const kept = keptPixels(name)
  let worst = 0
  let touched = 0
  for (let i = 0; i < kept.length; i++) {
    worst = Math.max(worst, Math.abs(kept[i]! - found[i]!))
    if (kept[i]! > 0) touched++
  }
  expect(touched).toBeGreaterThan(100)
  expect(worst).toBeLessThanOrEqual(MOST)
})

test.each(listed.cases)('$name is the same when it is painted again', async ({ strips }) => {
  const program = programOf(strips)
  expect(await painted(program, new KeptGroups(false), 4)).toEqual(await painted(program))
})

/** Most while things move: edges in pictures of another size, and pictures from the nearer one of two smaller copies. */
const MOST_MOVING = 20

test.each(listed.cases)('$name is nearly the same while things move', async ({ strips }) => {
  const program = programOf(strips)
  const [moving, exact] = [await painted(program, new KeptGroups(true), 4), await painted(program)]
  expect(moving.reduce((most, n, i) => Math.max(most, Math.abs(n - exact[i]!)), 0)).toBeLessThanOrEqual(MOST_MOVING)
})

test('what is wholly covered is not painted', () => {
  const surface = ck.MakeSurface(width, height)!
  const last = (corners: number[], colour = [0, 0.5, 0, 1]) => {
    const { strips } = listed.cases.find((c) => c.name === 'hiddenPlace')!
    const front = listed.cases.find((c) => c.name === 'mark')!.strips[0]!
    const values = [...front.values]
    const shape = front.head.ops[2]!.at
    values.splice(shape, 4, ...colour)
    values.splice(shape + 16, 8, ...corners)
    const head = { ...front.head, node: 'front' }
    return lastCovering(programOf([strips[0]!, { ...front, head, values }]), 0, surface.getCanvas(), true)
  }
  expect(last([-9, -9, 190, -9, 260, 150, -20, 150])).toBe(1)
  // Short by a pixel; letting something through.
  expect(last([0, 0, 160, 0, 160, 120, 0, 120])).toBe(1)
  expect(last([-9, -9, 159.5, -9, 159.5, 150, -9, 150])).toBe(0)
  expect(last([-9, -9, 190, -9, 260, 150, -20, 150], [0, 0.5, 0, 0.99])).toBe(0)
  surface.delete()
})

// W3C Filter Effects Module Level 1, feGaussianBlur.
test('every tenth of a pixel of blur is the Gaussian', async () => {
  const { strips } = listed.cases.find((c) => c.name === 'soften')!
  const [strip] = strips
  const [groupOp, fillOp] = strip!.head.ops
  const pictures = new Set<string>()
  const truths = new Set<string>()
  for (let i = 0; i <= 60; i++) {
    const values = [...strip!.values]
    values[groupOp!.steps[0]!.at + 1] = i / 10
    values[groupOp!.steps[0]!.at + 2] = i / 10
    const shape = fillOp!.at + 16
    values.splice(shape, 8, 50, -80, 70, -80, 70, 200, 50, 200)
    values.splice(groupOp!.at + 1, 4, 50, -80, 70, 200)
    values.splice(fillOp!.at, 4, 1, 1, 1, 1)
    const pixels = await painted(programOf([{ ...strip!, values }]))
    const row = Array.from({ length: width }, (_, x) => pixels[(60 * width + x) * 4 + 3]!)
    const truth = gaussian(i / 10)
    row.forEach((alpha, x) => expect(Math.abs(alpha - truth[x]!), `sigma ${i / 10} at ${x}`).toBeLessThanOrEqual(5))
    pictures.add(row.join())
    truths.add(truth.map(Math.round).join())
  }
  expect(pictures.size).toBe(truths.size)
})

// Three boxes are within 3 % of the Gaussian (Filter Effects, feGaussianBlur).
test('a large blur, made at half the size, is the Gaussian and grows without a step', async () => {
  const { strips } = listed.cases.find((c) => c.name === 'soften')!
  const [strip] = strips
  const [groupOp, fillOp] = strip!.head.ops
  let before: number[] | undefined
  for (let sigma = 6; sigma < 15; sigma += 0.25) {
    const values = [...strip!.values]
    values.splice(groupOp!.steps[0]!.at + 1, 2, sigma, sigma)
    values.splice(fillOp!.at + 16, 8, 50, -80, 70, -80, 70, 200, 50, 200)
    const reach = 3 * sigma + 1
    values.splice(groupOp!.at + 1, 8, 50, -80, 70, 200, reach, reach, reach, reach)
    values.splice(fillOp!.at, 4, 1, 1, 1, 1)
    const pixels = await painted(programOf([{ ...strip!, values }]))
    const row = Array.from({ length: width }, (_, x) => pixels[(60 * width + x) * 4 + 3]!)
    const truth = gaussian(sigma)
    row.forEach((alpha, x) => expect(Math.abs(alpha - truth[x]!), `sigma ${sigma} at ${x}`).toBeLessThanOrEqual(6))
    before?.forEach((alpha, x) => expect(Math.abs(alpha - row[x]!), `a step at ${sigma}`).toBeLessThanOrEqual(5))
    before = row
  }
})

/** A row that is white from 50 to before 70, convolved with the kernel: the mean over each whole pixel, by Simpson's rule over 40 parts of it. */
function gaussian(sigma: number): number[] {
  const at = (u: number) => (sigma === 0 ? (u >= 50 && u < 70 ? 1 : 0) : normal((u - 50) / sigma) - normal((u - 70) / sigma))
  return Array.from({ length: width }, (_, x) => {
    if (sigma === 0) return 255 * at(x + 0.5)
    let sum = 0
    for (let i = 0; i < 40; i++) sum += (at(x + i / 40) + 4 * at(x + (i + 0.5) / 40) + at(x + (i + 1) / 40)) / 240
    return 255 * sum
  })
}

/** The normal distribution, within 1e-7 (Abramowitz and Stegun, 7.1.26; constants from memory). */
function normal(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * z)
  const erf = 1 - ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t * Math.exp(-z * z)
  return x < 0 ? (1 - erf) / 2 : (1 + erf) / 2
}
