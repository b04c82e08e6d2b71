import { Code, type OpName } from '../../program/ops.gen'
import { clipPainter } from './clip'
import { endPainter } from './end'
import { fillPainter } from './fill'
import { glyphsPainter } from './glyphs'
import { groupPainter } from './group'
import { markPainter } from './mark'
import type { OpPainter } from './opPainter'
import { picturePainter } from './picture'
import { placePainter } from './place'
import { strokePainter } from './stroke'
import { warpPainter } from './warp'

/** Who paints each kind of operation; a missing one does not compile. */
const painters: Record<OpName, OpPainter> = {
  place: placePainter,
  mark: markPainter,
  clip: clipPainter,
  group: groupPainter,
  end: endPainter,
  fill: fillPainter,
  stroke: strokePainter,
  glyphs: glyphsPainter,
  picture: picturePainter,
  warp: warpPainter,
}

/** The same by code. */
export const opPainters: readonly OpPainter[] = (Object.keys(Code) as OpName[]).map((name) => painters[name])
