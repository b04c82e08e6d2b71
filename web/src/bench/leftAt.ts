/** Where the playheads of graphics were left, for this browser: the latest first. */
const KEY = 'hang-playheads'

/** Most graphics of which that is kept. */
const MOST = 200

function kept(): [id: string, frame: number][] {
  try {
    const all = JSON.parse(localStorage.getItem(KEY) ?? '[]') as unknown
    return Array.isArray(all) ? (all as [string, number][]).filter((e) => Array.isArray(e) && Number.isInteger(e[1])) : []
  } catch {
    return []
  }
}

/** The frame at which a graphic's playhead was left; undefined for one that was not open yet. */
export const leftAt = (id: string) => kept().find(([other]) => other === id)?.[1]

/** Keeps where a graphic's playhead is left. */
export function leave(id: string, frame: number) {
  const others = kept().filter(([other]) => other !== id)
  localStorage.setItem(KEY, JSON.stringify([[id, frame], ...others].slice(0, MOST)))
}
