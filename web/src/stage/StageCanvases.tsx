import type { RefObject } from 'react'

const whole = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const

interface Props {
  moving: RefObject<HTMLCanvasElement | null>
  exact: RefObject<HTMLCanvasElement | null>
  label: string
}

/** The two pictures of a stage, of which one is seen: painted by the GPU while things move, and exactly once they rest. */
export function StageCanvases({ moving, exact, label }: Props) {
  return (
    <>
      <canvas ref={moving} aria-hidden style={{ ...whole, visibility: 'hidden' }} />
      <canvas ref={exact} role="img" aria-label={label} style={whole} />
    </>
  )
}
