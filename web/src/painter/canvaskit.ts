import type { CanvasKit } from 'canvaskit-wasm'
import wasmUrl from 'canvaskit-wasm/bin/canvaskit.wasm?url'

let loading: Promise<CanvasKit> | undefined

/** CanvasKit, fetched once, in a chunk of its own. */
export function loadCanvasKit(): Promise<CanvasKit> {
  loading ??= import('canvaskit-wasm').then((module) => module.default({ locateFile: () => wasmUrl }))
  return loading
}
