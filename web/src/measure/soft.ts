import { loadCanvasKit } from '../painter/canvaskit'
import { StageSurface } from '../painter/stageSurface'
import { fetchProgram } from './fetched'

const [WIDTH, HEIGHT] = [960, 540]

/**
 * How long the stage takes for a frame without a GPU at half size, in milliseconds: as it plays, one frame after the other; and where all of a frame's groups
 * that can be kept were painted before, so that the frame is drawn of their pictures.
 */
export async function measureSoft(graphic: string, most: number) {
  const ck = await loadCanvasKit()
  const program = await fetchProgram(graphic)
  const canvasOf = (id: string) => document.querySelector<HTMLCanvasElement>(id)!
  const [playing, known] = ['#ours', '#bare'].map((id) => new StageSurface(ck, canvasOf(id), 'moving', () => undefined))
  const took = (surface: StageSurface, frame: number) => {
    const begun = performance.now()
    surface.paint(program, frame, WIDTH, HEIGHT, WIDTH / 1920)
    return performance.now() - begun
  }
  // Pictures come, and code is compiled.
  for (const surface of [playing!, known!]) took(surface, program.frames >> 1)
  await new Promise((done) => setTimeout(done, 1500))
  const step = Math.max(1, Math.ceil(program.frames / most))
  const [ours, kept]: [number[], number[]] = [[], []]
  for (let frame = 0; frame < program.frames; frame += step) {
    ours.push(took(playing!, frame))
    // The first time a group is remembered, the second time kept.
    for (let again = 0; again < 2; again++) took(known!, frame)
    kept.push(took(known!, frame))
    await new Promise((done) => requestAnimationFrame(done))
  }
  return { ours, kept }
}
