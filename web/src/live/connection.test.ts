import { HubConnectionState, type HubConnection } from '@microsoft/signalr'
import { beforeEach, expect, test, vi } from 'vitest'
import { LiveConnection, type Listener } from './connection'
import type { Edit } from './core.gen'

/** A line whose server answers when the test says so. */
class FakeHub {
  state = HubConnectionState.Disconnected
  readonly calls: { method: string; args: unknown[]; answer: (result?: unknown) => void; fail: () => void }[] = []
  readonly handlers: Record<string, (message: unknown) => void> = {}
  starts: (() => void)[] = []
  closed: () => void = () => undefined
  reconnecting: () => void = () => undefined
  reconnected: () => void = () => undefined
  stopped = 0
  on = (name: string, handler: (message: unknown) => void) => void (this.handlers[name] = handler)
  onclose = (act: () => void) => void (this.closed = act)
  onreconnecting = (act: () => void) => void (this.reconnecting = act)
  onreconnected = (act: () => void) => void (this.reconnected = act)
  start = () =>
    new Promise<void>((done) =>
      this.starts.push(() => {
        this.state = HubConnectionState.Connected
        done()
      }),
    )
  stop = () => {
    this.stopped++
    this.state = HubConnectionState.Disconnected
    return Promise.resolve()
  }
  invoke = (method: string, ...args: unknown[]) =>
    new Promise((done, failed) => this.calls.push({ method, args, answer: done, fail: () => failed(new Error('the line is gone')) }))

  last(method: string) {
    return this.calls.filter((c) => c.method === method).at(-1)
  }
}

let hub: FakeHub
let heard: string[]
let unkept: Edit[]
let line: LiveConnection
const edit: Edit = { do: 'removeLayers', layers: ['a'] }
const settled = () => new Promise((done) => setTimeout(done, 0))

beforeEach(() => {
  hub = new FakeHub()
  heard = []
  unkept = []
  const listener: Listener = {
    onPatch: () => heard.push('patch'),
    onLine: (state) => heard.push(state),
    onRefusal: (refusal) => heard.push(refusal.message),
    onNote: (note) => heard.push(note),
    onReading: () => heard.push('reading'),
    onSounding: () => heard.push('sounding'),
    onPeople: () => heard.push('people'),
    onRemoved: () => heard.push('removed'),
    onUnkept: (one) => unkept.push(one),
  }
  line = new LiveConnection('graphic', listener, hub as unknown as HubConnection)
})

async function joined() {
  void line.open()
  hub.starts.shift()!()
  await settled()
  hub.last('Join')!.answer(null)
  await settled()
}

test('leaving while connecting leaves nobody in the room', async () => {
  void line.open()
  line.close()
  hub.starts.shift()!()
  await settled()
  expect(hub.calls).toEqual([])
  expect(hub.state).toBe(HubConnectionState.Disconnected)
  expect(heard).toEqual([])
})

test('a join that fails is tried again', async () => {
  vi.useFakeTimers()
  void line.open()
  hub.starts.shift()!()
  await vi.advanceTimersByTimeAsync(0)
  hub.last('Join')!.fail()
  await vi.advanceTimersByTimeAsync(1500)
  expect(hub.calls.filter((c) => c.method === 'Join')).toHaveLength(2)
  hub.last('Join')!.answer(null)
  await vi.advanceTimersByTimeAsync(0)
  vi.useRealTimers()
  expect(heard).toEqual(['lost', 'open'])
})

test('previews go on after the line dropped during one', async () => {
  await joined()
  line.preview(edit)
  hub.state = HubConnectionState.Reconnecting
  hub.reconnecting()
  hub.last('Preview')!.fail()
  await settled()
  line.preview({ do: 'removeLayers', layers: ['b'] })
  hub.state = HubConnectionState.Connected
  hub.reconnected()
  await settled()
  hub.last('Join')!.answer(null)
  await settled()
  expect(hub.calls.filter((c) => c.method === 'Preview').map((c) => JSON.parse(c.args[0] as string) as Edit)).toEqual([
    edit,
    { do: 'removeLayers', layers: ['b'] },
  ])
})

test('an edit under way when the line is lost is told and can be done again; so is one that could not leave', async () => {
  await joined()
  const answer = line.edit(edit)
  hub.last('Edit')!.fail()
  expect(await answer).toBe(false)
  hub.state = HubConnectionState.Reconnecting
  hub.reconnecting()
  expect(await line.edit(edit)).toBe(false)
  expect(unkept).toEqual([edit, edit])
})

test('a patch that does not follow the last one brings everything anew, and nothing is heard after the bench was left', async () => {
  await joined()
  const joins = () => hub.calls.filter((c) => c.method === 'Join').length
  hub.handlers['patched']!({ number: 0 })
  hub.handlers['patched']!({ number: 1 })
  expect(joins()).toBe(1)
  hub.handlers['patched']!({ number: 3 })
  expect(joins()).toBe(2)
  line.close()
  hub.handlers['patched']!({ number: 0 })
  hub.handlers['removed']!(undefined)
  expect(heard.filter((h) => h === 'patch')).toHaveLength(2)
  expect(heard).not.toContain('removed')
})
