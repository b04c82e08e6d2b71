import type { CanvasKit, Image, Path } from 'canvaskit-wasm'
import { LiveConnection } from '../live/connection'
import type { Graphic } from '../live/document'
import { totalFrames } from '../live/document'
import { Program } from '../live/program'
import { loadCanvasKit } from '../painter/canvaskit'
import { Slot } from '../painter/slots'
import { StageSurface } from '../painter/stageSurface'

// For ./hang bench: how many frames a second the stage paints, against bare CanvasKit calls that draw the same nodes.

const [WIDTH, HEIGHT, ROUNDS] = [960, 540, 3]
const SCALE = WIDTH / 1920
const COORDINATES = [2, 2, 4, 5, 6, 0]

async function measure() {
  const id = new URLSearchParams(location.search).get('graphic')!
  const ck = await loadCanvasKit()
  const program = await fetchProgram(id)
  const image = await fetchImage(ck, program)
  const stage = new StageSurface(ck, document.querySelector<HTMLCanvasElement>('#ours')!, 'gpu', () => undefined)
  stage.paint(program, program.frames >> 1, WIDTH, HEIGHT, SCALE)
  await new Promise((done) => setTimeout(done, 1500))
  const draw = bareDrawing(ck, program, image)
  const canvas = document.querySelector<HTMLCanvasElement>('#bare')!
  canvas.width = WIDTH
  canvas.height = HEIGHT
  const surface = ck.MakeWebGLCanvasSurface(canvas, undefined, { antialias: 0 })!
  const ours: number[] = []
  const bare: number[] = []
  for (let round = 0; round <= ROUNDS; round++) {
    const a = await framesPerSecond(program.frames, (frame) => void stage.paint(program, frame, WIDTH, HEIGHT, SCALE))
    const b = await framesPerSecond(program.frames, (frame) => {
      draw(surface.getCanvas(), frame)
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
        program.apply(patch, totalFrames((JSON.parse(patch.graphic!) as Graphic).phases))
        ready(line)
      },
      onLine: () => undefined,
      onNote: () => undefined,
      onRefusal: (refusal) => {
        throw new Error(refusal.message)
      },
    })
    void line.open()
  })
  await new Promise((joined) => setTimeout(joined, 300))
  program.add(await connection.want(program.missing(0)))
  connection.close()
  return program
}

async function fetchImage(ck: CanvasKit, program: Program): Promise<Image> {
  const asset = [...program.contents.values()].find((c) => c.asset)!.asset
  const plain = ck.MakeImageFromEncoded(await (await fetch(`/api/pictures/${asset}`)).arrayBuffer())!
  return plain.makeCopyWithDefaultMipmaps()
}

/** The least that anyone could do: every number and path made beforehand, nothing looked up while drawing. */
function bareDrawing(ck: CanvasKit, program: Program, image: Image) {
  const paint = new ck.Paint()
  paint.setAntiAlias(true)
  const nodes = program.nodes.map((layer) => {
    const content = program.contents.get(layer)!
    const values = Array.from({ length: program.frames }, (_, f) => program.values(layer, f)!.slice())
    let path: Path | undefined
    if (content.kind === 'glyphs') {
      const commands: number[] = []
      content.glyphs.forEach((outline, g) => {
        const [x, y, spread, row] = content.places.subarray(g * 4, g * 4 + 4)
        const dx = x! + spread! * values[0]![Slot.tracking]!
        const dy = y! + row! * values[0]![Slot.leading]!
        for (let i = 0; i < outline.length;) {
          const verb = outline[i++]!
          commands.push(verb)
          for (let n = COORDINATES[verb]!; n > 0; n -= 2) commands.push(outline[i++]! + dx, outline[i++]! + dy)
        }
      })
      path = ck.Path.MakeFromCmds(commands)!
    }
    return values.map((v) => ({
      kind: content.kind,
      path,
      opacity: v[Slot.opacity]!,
      matrix: [v[0]!, v[2]!, v[4]!, v[1]!, v[3]!, v[5]!, 0, 0, 1],
      mask: v[Slot.masked] !== 0 ? v.slice(Slot.mask, Slot.mask + 4) : undefined,
      colour: v.slice(
        content.kind === 'plate' ? Slot.plateFill : Slot.glyphsFill,
        (content.kind === 'plate' ? Slot.plateFill : Slot.glyphsFill) + 4,
      ),
      unit: v[Slot.unit]!,
      size: [v[Slot.size]!, v[Slot.size + 1]!],
      shape: Float32Array.of(0, 0, v[Slot.size]!, v[Slot.size + 1]!, ...[0, 0, 1, 1, 2, 2, 3, 3].map((c) => v[Slot.corners + c]!)),
    }))
  })
  const source = [0, 0, image.width(), image.height()]
  return (canvas: ReturnType<import('canvaskit-wasm').Surface['getCanvas']>, frame: number) => {
    canvas.save()
    canvas.clear(ck.TRANSPARENT)
    canvas.scale(SCALE, SCALE)
    for (const node of nodes) {
      const n = node[frame]!
      if (n.opacity === 0) continue
      canvas.save()
      canvas.concat(n.matrix)
      if (n.mask) canvas.clipRect(n.mask, ck.ClipOp.Intersect, true)
      if (n.kind === 'picture') {
        paint.setColorComponents(0, 0, 0, n.opacity)
        canvas.drawImageRectOptions(image, source, [0, 0, n.size[0]!, n.size[1]!], ck.FilterMode.Linear, ck.MipmapMode.Linear, paint)
      } else {
        paint.setColorComponents(n.colour[0]!, n.colour[1]!, n.colour[2]!, n.colour[3]! * n.opacity)
        if (n.path) {
          canvas.scale(n.unit, n.unit)
          canvas.drawPath(n.path, paint)
        } else canvas.drawRRect(n.shape, paint)
      }
      canvas.restore()
    }
    canvas.restore()
  }
}

measure().then(
  (result) => (document.title = JSON.stringify(result)),
  (error: unknown) => (document.title = `failed: ${String(error)}`),
)
