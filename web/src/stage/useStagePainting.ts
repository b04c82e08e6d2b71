import { useEffect, type RefObject } from 'react'
import { loadCanvasKit } from '../painter/canvaskit'
import { isSoftwareGpu, StageSurface } from '../painter/stageSurface'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { onPixels } from '../stores/pixels'
import { useView } from '../stores/viewStore'
import { Pace } from './pace'

/** How long the playhead rests before the exact picture is painted. */
const REST_MS = 90

/**
 * Without a GPU so many pixels are painted as it plays, those of full HD at half size; or fewer where frames take too long, but never fewer than half as many
 * across and down as are shown.
 */
const SOFT_PIXELS = 960 * 540

interface Surfaces {
  moving: StageSurface
  exact: StageSurface
  /** There is no GPU; it plays with fewer pixels. */
  soft: boolean
}

/** Paints the stage: on the GPU, where there is one, while things move, the exact picture once they rest. It follows the store itself, ahead of React. */
export function useStagePainting(moving: RefObject<HTMLCanvasElement | null>, exact: RefObject<HTMLCanvasElement | null>, scale: number) {
  const hasGraphic = useDocument((s) => s.graphic !== null)

  useEffect(() => {
    if (!hasGraphic) return
    let surfaces: Surfaces | undefined
    let gone = false
    let rest: number | undefined
    let paints = 0
    const pace = new Pace()

    const show = (surface: StageSurface) => {
      const { graphic, program } = useDocument.getState()
      const { frame } = usePlayback.getState()
      const { showBlur } = useView.getState()
      if (!surfaces || !graphic || !program) return
      const shown = scale * window.devicePixelRatio
      const fewer = Math.sqrt(SOFT_PIXELS / (graphic.width * graphic.height)) / shown
      const isSoft = surface === surfaces.moving && surfaces.soft
      const k = isSoft ? shown * Math.max(0.5, Math.min(1, fewer) * pace.share) : shown
      const [width, height] = [Math.max(1, Math.round(graphic.width * k)), Math.max(1, Math.round(graphic.height * k))]
      const begun = performance.now()
      if (!surface.paint(program, frame, width, height, k, showBlur)) return
      performance.measure('paint', { start: begun })
      if (isSoft) pace.took(performance.now() - begun)
      surfaces.moving.canvas.style.visibility = surface === surfaces.moving ? 'visible' : 'hidden'
      surfaces.exact.canvas.style.visibility = surface === surfaces.exact ? 'visible' : 'hidden'
      surface.canvas.dataset.coming = String(surface.coming)
      surface.canvas.dataset.frame = String(frame)
      surface.canvas.dataset.painted = String(++paints)
    }

    const paint = () => {
      if (!surfaces) return
      const { playing } = usePlayback.getState()
      const { dragging } = useView.getState()
      window.clearTimeout(rest)
      if (playing || dragging) {
        show(surfaces.moving)
      } else if (surfaces.exact.canvas.style.visibility === 'hidden') {
        show(surfaces.moving)
        rest = window.setTimeout(() => surfaces && show(surfaces.exact), REST_MS)
      } else {
        show(surfaces.exact)
      }
    }

    void loadCanvasKit().then((ck) => {
      if (gone || !moving.current || !exact.current) return
      const soft = isSoftwareGpu()
      surfaces = {
        moving: new StageSurface(ck, moving.current, soft ? 'moving' : 'gpu', paint),
        exact: new StageSurface(ck, exact.current, 'exact', paint),
        soft,
      }
      paint()
    })
    const forget = onPixels(paint)
    const unsubscribe = [
      usePlayback.subscribe((now, before) => (now.frame !== before.frame || now.playing !== before.playing) && paint()),
      useView.subscribe((now, before) => (now.showBlur !== before.showBlur || now.dragging !== before.dragging) && paint()),
      useDocument.subscribe((now, before) => {
        const sized = now.graphic?.width !== before.graphic?.width || now.graphic?.height !== before.graphic?.height
        if (sized || now.program !== before.program) paint()
      }),
    ]
    return () => {
      gone = true
      for (const forgetStore of unsubscribe) forgetStore()
      forget()
      window.clearTimeout(rest)
      surfaces?.moving.dispose()
      surfaces?.exact.dispose()
      surfaces = undefined
    }
  }, [hasGraphic, moving, exact, scale])
}
