import { expect, test } from 'vitest'
import type { Schemas } from '../api/client'
import { Told, withOne } from './told'

const handoff = (id: string, state: string) => ({ id, state }) as Schemas['HandoffView']

test('a handoff that has changed takes its place in the list, and a new one comes first', () => {
  const list = [handoff('b', 'queued'), handoff('a', 'done')]
  expect(withOne(list, handoff('b', 'rendering'))).toEqual([handoff('b', 'rendering'), handoff('a', 'done')])
  expect(withOne(list, handoff('c', 'queued')).map((h) => h.id)).toEqual(['c', 'b', 'a'])
  expect(list[0]!.state).toBe('queued')
})

test('what is told while a list is on its way is newer than the list, and what was told before is in it', async () => {
  const told = new Told()
  told.tell(handoff('a', 'queued'))
  const asked: ((list: Schemas['HandoffView'][]) => void)[] = []
  const list = told.list(() => new Promise((done) => asked.push(done)))
  told.tell(handoff('a', 'rendering'))
  told.tell(handoff('a', 'done'))
  asked[0]!([handoff('a', 'queued')])
  expect(await list).toEqual([handoff('a', 'done')])
  expect(await told.list(() => Promise.resolve([handoff('a', 'proving')]))).toEqual([handoff('a', 'proving')])
})
