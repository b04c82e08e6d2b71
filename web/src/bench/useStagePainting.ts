import { useEffect, useRef, type RefObject } from 'react'
import { loadCanvasKit } from '../painter/canvaskit'
import { isSoftwareGpu, StageSurface } from '../painter/stageSurface'
import { useBench } from './benchStore'

/** How long the playhead rests before the exact picture is painted. */
const REST_MS = 90

/** Paints the stage: on the GPU while things move, the exact picture once they rest. */
export function useStagePainting(moving: RefObject<HTMLCanvasElement | null>, exact: RefObject<HTMLCanvasElement | null>, scale: number) {
  const surfaces = useRef<{ moving: StageSurface; exact: StageSurface; soft: boolean } | null>(null)
  const rest = useRef<number>(undefined)
  const hasGraphic = useBench((s) => s.graphic !== null)

  useEffect(() => {
    if (!hasGraphic) return
    let gone = false
    void loadCanvasKit().then((ck) => {
      if (gone || !moving.current || !exact.current) return
      const again = () => useBench.setState((s) => ({ painted: s.painted + 1 }))
      surfaces.current = {
        moving: new StageSurface(ck, moving.current, 'gpu', again),
        exact: new StageSurface(ck, exact.current, 'exact', again),
        soft: isSoftwareGpu(),
      }
      again()
    })
    return () => {
      gone = true
      surfaces.current?.moving.dispose()
      surfaces.current?.exact.dispose()
      surfaces.current = null
    }
  }, [hasGraphic, moving, exact])

  const { graphic, program, frame, painted, playing, dragging } = useBench()
  useEffect(() => {
    const s = surfaces.current
    if (!s || !graphic || !program) return
    const show = (surface: StageSurface, share: number) => {
      const k = scale * window.devicePixelRatio * share
      const begun = performance.now()
      const shown = surface.paint(
        program,
        frame,
        Math.max(1, Math.round(graphic.width * k)),
        Math.max(1, Math.round(graphic.height * k)),
        k,
      )
      if (!shown) return
      s.moving.canvas.style.visibility = surface === s.moving ? 'visible' : 'hidden'
      s.exact.canvas.style.visibility = surface === s.exact ? 'visible' : 'hidden'
      surface.canvas.dataset.frame = String(frame)
      surface.canvas.dataset.painted = String(painted)
      performance.measure('paint', { start: begun })
    }
    window.clearTimeout(rest.current)
    if (playing || dragging) {
      show(s.moving, s.soft ? 0.5 : 1)
    } else if (s.exact.canvas.style.visibility === 'hidden') {
      show(s.moving, s.soft ? 0.5 : 1)
      rest.current = window.setTimeout(() => show(s.exact, 1), REST_MS)
    } else {
      show(s.exact, 1)
    }
  }, [graphic, program, frame, painted, playing, dragging, scale])
}
