import { useEffect, type RefObject } from 'react'
import type { Schemas } from '../api/client'
import type { Row } from './sheet'

/** Pictures that are there already, decoded. */
const kept = new Map<string, HTMLImageElement>()
const MOST_KEPT = 3000

/** Addresses behind which there was no picture, such as those of rows that are refused: nobody asks for them beforehand again. */
const without = new Set<string>()

/**
 * Where the pictures of rows are, known without asking: whoever scrolls to a row has it painted at once. The address holds what decides
 * the picture, since the browser keeps what it has fetched.
 */
export function stillsOf(view: Schemas['RosterView']): Map<string, string> {
  const { columns, rows, pictures } = view.roster
  const before = fnv(JSON.stringify([view.key, columns]))
  // A row that names a picture has another one when pictures come that it may mean.
  const came = fnv(JSON.stringify(pictures ?? {}))
  const naming = columns.flatMap((c, i) => (view.fields.some((f) => f.kind === 'picture' && f.name === c.fills) ? [i] : []))
  const own = (row: Row) => fnv(JSON.stringify([row, naming.some((i) => row.cells[i]) ? came : '']))
  return new Map(
    rows.map((row: Row) => [row.id, `/api/graphics/${view.id}/roster/rows/${encodeURIComponent(row.id)}/still?of=${before}${own(row)}`]),
  )
}

/** FNV-1a in 32 bits (IETF draft-eastlake-fnv), over UTF-16 units, as hexadecimal digits. */
function fnv(text: string): string {
  let h = 0x811c9dc5
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return (h >>> 0).toString(16).padStart(8, '0')
}

/** Fetches pictures one after the other before they are seen, from a row on, while nobody scrolls. */
export function useStills(stills: Map<string, string>, from: number, rests: boolean) {
  useEffect(() => {
    if (!rests) return
    const all = [...stills.values()]
    const due = [...all.slice(from), ...all.slice(0, from).reverse()].filter((s) => !kept.has(s) && !without.has(s))
    let gone = false
    const run = async () => {
      for (const still of due) {
        if (gone) return
        await fetched(still)
          .decode()
          .catch(() => {})
      }
    }
    void run()
    return () => {
      gone = true
    }
  }, [stills, from, rests])
}

/**
 * Asks for the pictures of the rows that are scrolled to before the rows themselves are drawn, the uppermost first: the server paints them
 * meanwhile.
 */
export function useAskedAtOnce(scroller: RefObject<HTMLElement | null>, stills: Map<string, string>, rowHeight: number) {
  useEffect(() => {
    const all = [...stills.values()]
    const ask = (e: Event) => {
      const { scrollTop, clientHeight } = e.currentTarget as HTMLElement
      const first = Math.floor(scrollTop / rowHeight)
      const [uppermost, ...others] = all.slice(first, first + Math.ceil(clientHeight / rowHeight))
      // Painted side by side, the first would come as late as the last.
      if (uppermost)
        void fetched(uppermost)
          .decode()
          .catch(() => {})
          .then(() => others.forEach(fetched))
    }
    const element = scroller.current
    element?.addEventListener('scroll', ask, { capture: true, passive: true })
    return () => element?.removeEventListener('scroll', ask, { capture: true })
  }, [scroller, stills, rowHeight])
}

/** The picture behind an address, as it comes. */
function fetched(still: string): HTMLImageElement {
  const known = kept.get(still)
  if (known) return known
  const image = new Image()
  image.src = still
  image.onerror = () => {
    kept.delete(still)
    without.add(still)
  }
  kept.set(still, image)
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  return image
}
