const painters = new Set<() => void>()

/** Calls back at once when pixels may have changed, ahead of the stores' own listeners. */
export function onPixels(paint: () => void): () => void {
  painters.add(paint)
  return () => painters.delete(paint)
}

export function pixelsChanged() {
  for (const paint of painters) paint()
}

/** Runs once the next frame is on the screen; in a page that is not shown, soon. */
export function afterFrame(act: () => void) {
  let done = false
  const once = () => {
    if (!done) act()
    done = true
  }
  requestAnimationFrame(() => setTimeout(once, 0))
  setTimeout(once, 100)
}
