import type { Schemas } from '../api/client'

type View = Schemas['HandoffView']

/** Joins what the server tells of single handoffs with the lists that it is asked for: what was told while a list was on its way is newer than it. */
export class Told {
  private readonly meanwhile = new Set<View[]>()

  tell(one: View): void {
    for (const heard of this.meanwhile) heard.push(one)
  }

  /** The list, with all that was told since it was asked for. What is told comes in order, so that nothing stays as it was before. */
  async list(ask: () => Promise<View[]>): Promise<View[]> {
    const heard: View[] = []
    this.meanwhile.add(heard)
    try {
      return heard.reduce(withOne, await ask())
    } finally {
      this.meanwhile.delete(heard)
    }
  }
}

/** The list with a handoff as it is now. */
export function withOne(list: View[], one: View): View[] {
  return list.some((h) => h.id === one.id) ? list.map((h) => (h.id === one.id ? one : h)) : [one, ...list]
}
