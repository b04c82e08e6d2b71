import { expect, test } from 'vitest'
import { inLine } from './Line'

type View = Parameters<typeof inLine>[0][number]
const handoff = (id: string, state: View['state'], askedAt: string, priority = 0, held = false) =>
  ({ id, state, askedAt, priority, held }) as View

test('what is under way comes first, then by priority and age; what is held last, what has ended not at all', () => {
  const list = [
    handoff('ended', 'done', '1'),
    handoff('held', 'queued', '2', 5, true),
    handoff('young', 'queued', '5'),
    handoff('old', 'queued', '3'),
    handoff('wanted', 'queued', '6', 1),
    handoff('running', 'rendering', '4'),
  ]
  expect(inLine(list).map((h) => h.id)).toEqual(['running', 'wanted', 'old', 'young', 'held'])
})
