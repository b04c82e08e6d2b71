import { expect, test } from 'vitest'
import type { Schemas } from '../api/client'
import { withOne } from './useHandoffs'

const handoff = (id: string, state: string) => ({ id, state }) as Schemas['HandoffView']

test('a handoff that has changed takes its place in the list, and a new one comes first', () => {
  const list = [handoff('b', 'queued'), handoff('a', 'done')]
  expect(withOne(list, handoff('b', 'rendering'))).toEqual([handoff('b', 'rendering'), handoff('a', 'done')])
  expect(withOne(list, handoff('c', 'queued'))!.map((h) => h.id)).toEqual(['c', 'b', 'a'])
  expect(list[0]!.state).toBe('queued')
})

test('what is told before the list is there changes nothing: the list will have it', () => {
  expect(withOne(undefined, handoff('a', 'queued'))).toBeUndefined()
})
