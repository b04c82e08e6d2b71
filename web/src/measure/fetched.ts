import type { CanvasKit, Image } from 'canvaskit-wasm'
import { LiveConnection } from '../live/connection'
import type { Graphic } from '../live/document'
import { totalFrames } from '../live/document'
import { mipmapped } from '../painter/pictures'
import { Code } from '../program/ops.gen'
import { Program } from '../program/program'

/** A graphic's program with all its windows. */
export async function fetchProgram(id: string): Promise<Program> {
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

/** The pictures that it draws. */
export async function fetchImages(ck: CanvasKit, program: Program): Promise<Map<string, Image>> {
  const assets = new Set(program.strips.flatMap((strip) => strip.ops.filter((op) => op.code === Code.picture).map((op) => op.takes[0]!)))
  const images = new Map<string, Image>()
  for (const asset of assets) {
    const plain = ck.MakeImageFromEncoded(await (await fetch(`/api/pictures/${asset}`)).arrayBuffer())!
    images.set(asset, mipmapped(ck, plain))
  }
  return images
}
