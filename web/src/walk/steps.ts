import type { Graphic } from '../live/document'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

/** What the walk can see of where somebody is. */
export interface Place {
  path: string
  graphic: Graphic | null
  /** The graphic as it was when the step began. */
  before: Graphic | null
  playing: boolean
  /** Files of the graphic that are done. */
  files: number
}

export interface Step {
  title: string
  says: string
  /** True when it has been done. */
  done: (place: Place) => boolean
}

const words = (graphic: Graphic | null) => JSON.stringify(graphic?.layers.map((l) => (isWords(l.content) ? l.content.text : '')) ?? [])
const motion = (graphic: Graphic | null) =>
  JSON.stringify(graphic?.layers.map((l) => [l.position, l.opacity, l.scale, l.mask, l.turn, l.idles]) ?? [])

/** A real lower third, from nothing to a file. */
export const steps: Step[] = [
  {
    title: t('Make a graphic'),
    says: t(
      'Press New graphic, choose the lower third among the moving pictures, and press Make it. Its size and rate can be read off your footage.',
    ),
    done: ({ path }) => path.startsWith('/bench/'),
  },
  {
    title: t('Write a name'),
    says: t('On the stage, press twice on the name, type another one, and press Escape. The plate behind it follows.'),
    done: ({ graphic, before }) => graphic !== null && before !== null && words(graphic) !== words(before),
  },
  {
    title: t('Bring it on'),
    says: t(
      'Select a layer, go to Motion at the right, and rest on an arrival to see it. A press writes its keyframes, which are beads on the timeline.',
    ),
    done: ({ graphic, before }) => graphic !== null && before !== null && motion(graphic) !== motion(before),
  },
  {
    title: t('Play it'),
    says: t(
      'Press Space. Arrive, Hold and Leave are the three tints above the timeline; drag the border of Hold to make it longer or shorter.',
    ),
    done: ({ playing }) => playing,
  },
  {
    title: t('Hand it off'),
    says: t(
      'Press Hand off at the top right, choose where the file goes, and start it. The proof says that the file is what you see here.',
    ),
    done: ({ files }) => files > 0,
  },
]
