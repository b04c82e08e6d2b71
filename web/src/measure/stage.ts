import type { CanvasKit, Image } from 'canvaskit-wasm'
import { LiveConnection } from '../live/connection'
import type { Graphic } from '../live/document'
import { totalFrames } from '../live/document'
import { Program } from '../program/program'
import { loadCanvasKit } from '../painter/canvaskit'
import { Code } from '../program/ops.gen'
import { mipmapped } from '../painter/pictures'
import { StageSurface } from '../painter/stageSurface'
import { bareDrawing } from './bare'

// For ./hang bench: how many frames a second the stage paints, against bare CanvasKit calls that draw the same nodes.

const [WIDTH, HEIGHT] = [960, 540]
// Where only that the measure can be taken is of interest, it is taken of a few frames, once.
const SMALLEST = new URLSearchParams(location.search).has('smallest')
const [ROUNDS, MOST] = SMALLEST ? [1, 16] : [3, Infinity]
const SCALE = WIDTH / 1920

async function measure() {
  const id = new URLSearchParams(location.search).get('graphic')!
  const ck = await loadCanvasKit()
  const program = await fetchProgram(id)
  const images = await fetchImages(ck, program)
  const stage = new StageSurface(ck, document.querySelector<HTMLCanvasElement>('#ours')!, 'gpu', () => undefined)
  stage.paint(program, program.frames >> 1, WIDTH, HEIGHT, SCALE)
  await new Promise((done) => setTimeout(done, 1500))
  const draw = bareDrawing(ck, program, images)
  const canvas = document.querySelector<HTMLCanvasElement>('#bare')!
  canvas.width = WIDTH
  canvas.height = HEIGHT
  const surface = ck.MakeWebGLCanvasSurface(canvas, undefined, { antialias: 0 })!
  const frames = Math.min(program.frames, MOST)
  const ours: number[] = []
  const bare: number[] = []
  for (let round = 0; round <= ROUNDS; round++) {
    const a = await framesPerSecond(frames, (frame) => void stage.paint(program, frame, WIDTH, HEIGHT, SCALE))
    const b = await framesPerSecond(frames, (frame) => {
      const canvas = surface.getCanvas()
      canvas.save()
      canvas.clear(ck.TRANSPARENT)
      canvas.scale(SCALE, SCALE)
      draw(canvas, frame)
      canvas.restore()
      surface.flush()
    })
    if (round > 0) {
      ours.push(a)
      bare.push(b)
    }
  }
  const median = (n: number[]) => n.sort((x, y) => x - y)[n.length >> 1]!
  return { ours: median(ours), bare: median(bare) }
}

async function framesPerSecond(frames: number, paint: (frame: number) => void): Promise<number> {
  const begun = performance.now()
  for (let frame = 0; frame < frames; frame++) {
    paint(frame)
    // The GPU's queue is emptied now and then, as showing a frame would.
    if (frame % 8 === 7) await new Promise((done) => requestAnimationFrame(done))
  }
  return (frames * 1000) / (performance.now() - begun)
}

async function fetchProgram(id: string): Promise<Program> {
  const { windowLength } = (await (await fetch('/api/choices')).json()) as { windowLength: number }
  const program = new Program(windowLength)
  const connection: LiveConnection = await new Promise((ready) => {
    const line: LiveConnection = new LiveConnection(id, {
      onPatch: (patch) => {
        program.apply(patch, patch.graphic ? totalFrames((JSON.parse(patch.graphic) as Graphic).phases) : program.frames)
        const all = program.worth(0)
        line.hold(all)
        if (all.every((window) => program.has(window * windowLength))) ready(line)
      },
      onLine: () => undefined,
      onNote: () => undefined,
      onReading: () => undefined,
      onSounding: () => undefined,
      onPeople: () => undefined,
      onRemoved: () => undefined,
      onUnkept: () => undefined,
      onRefusal: (refusal) => {
        throw new Error(refusal.message)
      },
    })
    void line.open()
  })
  connection.close()
  return program
}

async function fetchImages(ck: CanvasKit, program: Program): Promise<Map<string, Image>> {
  const assets = new Set(program.strips.flatMap((strip) => strip.ops.filter((op) => op.code === Code.picture).map((op) => op.takes[0]!)))
  const images = new Map<string, Image>()
  for (const asset of assets) {
    const plain = ck.MakeImageFromEncoded(await (await fetch(`/api/pictures/${asset}`)).arrayBuffer())!
    images.set(asset, mipmapped(ck, plain))
  }
  return images
}

measure().then(
  (result) => (document.title = JSON.stringify(result)),
  (error: unknown) => (document.title = `failed: ${String(error)}`),
)
