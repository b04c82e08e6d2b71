import { loadCanvasKit } from '../painter/canvaskit'
import { StageSurface } from '../painter/stageSurface'
import { bareDrawing } from './bare'
import { fetchImages, fetchProgram } from './fetched'
import { measureSoft } from './soft'

// For ./hang bench: how many frames a second the stage paints, against bare CanvasKit calls that draw the same nodes; or what it takes without a GPU.

const [WIDTH, HEIGHT] = [960, 540]
const asked = new URLSearchParams(location.search)
// Where only that the measure can be taken is of interest, it is taken of a few frames, once.
const SMALLEST = asked.has('smallest')
const [ROUNDS, MOST] = SMALLEST ? [1, 16] : [3, Infinity]
const SCALE = WIDTH / 1920

async function measure(id: string) {
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

const graphic = asked.get('graphic')!
const measured = asked.has('soft') ? measureSoft(graphic, MOST) : measure(graphic)
measured.then(
  (result) => (document.title = JSON.stringify(result)),
  (error: unknown) => (document.title = `failed: ${String(error)}`),
)
