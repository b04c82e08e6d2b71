import type { CanvasKit, Surface } from 'canvaskit-wasm'
import type { Program } from '../program/program'
import { KeptGroups } from './keptGroups'
import { ScenePainter } from './scenePainter'
import { SoftSurface } from './softSurface'

/**
 * How a stage is painted: by the GPU; without one while things move, where a group that only moves is its kept picture; or so that every pixel is right.
 */
export type StageKind = 'gpu' | 'moving' | 'exact'

/** A canvas that frames are painted on. */
export class StageSurface {
  readonly canvas: HTMLCanvasElement
  private readonly ck: CanvasKit
  private readonly kind: StageKind
  private readonly painter: ScenePainter
  private surface: Surface | SoftSurface | null = null

  constructor(ck: CanvasKit, canvas: HTMLCanvasElement, kind: StageKind, onPicture: () => void) {
    this.ck = ck
    this.canvas = canvas
    this.kind = kind
    this.painter = new ScenePainter(ck, onPicture, kind === 'gpu' ? undefined : new KeptGroups(kind === 'moving'))
  }

  /** Paints a frame, `scale` pixels of the canvas to a pixel of the graphic. False when the frame's window is not here yet. */
  paint(program: Program, frame: number, width: number, height: number, scale: number, blurred = true): boolean {
    if (!program.has(frame)) return false
    const shown = this.fitting(width, height)
    if (!shown) return false
    const memory = shown instanceof SoftSurface ? shown.memory : undefined
    const surface = memory?.surface ?? (shown as Surface)
    const canvas = surface.getCanvas()
    canvas.save()
    canvas.clear(this.ck.TRANSPARENT)
    canvas.scale(scale, scale)
    this.painter.paintFrame(surface, program, frame, blurred, memory)
    canvas.restore()
    shown.flush()
    return true
  }

  /** How many pictures of what was painted are still on their way. */
  get coming(): number {
    return this.painter.coming
  }

  dispose() {
    this.painter.dispose()
    this.surface?.delete()
  }

  private fitting(width: number, height: number): Surface | SoftSurface | null {
    if (this.surface && this.canvas.width === width && this.canvas.height === height) return this.surface
    this.surface?.delete()
    this.canvas.width = width
    this.canvas.height = height
    this.surface =
      this.kind === 'gpu' ? this.ck.MakeWebGLCanvasSurface(this.canvas, undefined, { antialias: 0 }) : SoftSurface.of(this.ck, this.canvas)
    return this.surface
  }
}

/** True when WebGL is not there, or drawn by the CPU. */
export function isSoftwareGpu(): boolean {
  const gl = document.createElement('canvas').getContext('webgl2')
  const info = gl?.getExtension('WEBGL_debug_renderer_info')
  const name = info ? String(gl!.getParameter(info.UNMASKED_RENDERER_WEBGL)) : ''
  gl?.getExtension('WEBGL_lose_context')?.loseContext()
  return !gl || /swiftshader|llvmpipe|software/i.test(name)
}
