import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { Edit, Take } from './core.gen'
import type { LayerInspection, Patch, ReadingTime, Refusal, Sounding } from '../program/messages.gen'
import { introduction } from '../shell/person'
import { session } from './session'
import { spoken } from '../words/spoken'
import { t } from '../words/words'

/** Somebody else who has the graphic open, and what they have selected. */
export interface PersonHere {
  id: string
  name: string
  colour: string
  layers: string[]
}

export interface Listener {
  onPatch: (patch: Patch) => void
  onLine: (line: 'open' | 'lost') => void
  onRefusal: (refusal: Refusal) => void
  onNote: (note: string) => void
  onReading: (reading: ReadingTime) => void
  onSounding: (sounding: Sounding) => void
  onPeople: (people: PersonHere[]) => void
  onRemoved: () => void
  /** A change that may not have been kept, because the line was lost. */
  onUnkept: (edit: Edit) => void
}

const RETRY_MS = 1000

/**
 * The live line between this bench and one graphic, from open to close; it comes back by itself. Previews overtake each other: only the
 * newest waits while one is under way.
 */
export class LiveConnection {
  private readonly hub: HubConnection
  private waiting: { method: 'Preview' | 'PreviewTake'; text: string } | undefined
  private previewing = false
  private expected = 0
  private held: number[] = [0]
  private chosen: string[] = []
  private contrasts = 0
  private contrasting: Promise<unknown> | undefined
  private joined = false
  private closed = false

  constructor(
    private readonly graphic: string,
    private readonly listener: Listener,
    hub?: HubConnection,
  ) {
    this.hub =
      hub ??
      new HubConnectionBuilder()
        .withUrl('/live')
        .withHubProtocol(new MessagePackHubProtocol())
        .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => RETRY_MS })
        .configureLogging(LogLevel.None)
        .build()
    const open =
      <T>(act: (message: T) => void) =>
      (message: T) => {
        if (!this.closed) act(message)
      }
    this.hub.on(
      'patched',
      open((patch: Patch) => this.take(patch)),
    )
    this.hub.on(
      'noted',
      open((json: string) => listener.onNote(spoken(JSON.parse(json) as Noted).note)),
    )
    this.hub.on(
      'reading',
      open((json: string) => listener.onReading(JSON.parse(json) as ReadingTime)),
    )
    this.hub.on(
      'sounding',
      open((json: string) => listener.onSounding(JSON.parse(json) as Sounding)),
    )
    this.hub.on(
      'people',
      open((json: string) => listener.onPeople(JSON.parse(json) as PersonHere[])),
    )
    this.hub.on('removed', open(listener.onRemoved))
    this.hub.onreconnecting(() => this.lost())
    this.hub.onreconnected(() => void this.join())
    this.hub.onclose(() => {
      this.lost()
      if (!this.closed) void this.open()
    })
  }

  /** Connects and joins, again and again until it is done or the bench is left. */
  async open() {
    while (!this.closed) {
      try {
        await this.hub.start()
        // Left while connecting: nobody must be in the room.
        if (this.closed) await this.hub.stop()
        else await this.join()
        return
      } catch {
        if (this.closed) return
        this.lost()
        await pause()
      }
    }
  }

  close() {
    this.closed = true
    this.joined = false
    this.waiting = undefined
    // While it is connecting, stop waits for nothing and open sees to it.
    void this.hub.stop().catch(() => undefined)
  }

  /** Applies and keeps an edit. True when it was taken. */
  async edit(edit: Edit): Promise<boolean> {
    this.waiting = undefined
    return this.call(() => this.listener.onUnkept(edit), 'Edit', JSON.stringify(edit))
  }

  /** Shows what an edit would do, without keeping it; null ends that. */
  preview(edit: Edit | null) {
    this.show('Preview', edit ? JSON.stringify(edit) : '')
  }

  /** Shows the graphic with its fields filled, without keeping it. Whoever may look may do this. */
  previewTake(take: Take) {
    this.show('PreviewTake', JSON.stringify(take))
  }

  private show(method: 'Preview' | 'PreviewTake', text: string) {
    if (this.closed) return
    this.waiting = { method, text }
    if (!this.previewing) void this.sendPreviews()
  }

  undo = () => this.call(undefined, 'Undo')

  redo = () => this.call(undefined, 'Redo')

  /** Says which windows of the program are wanted from now on; new ones come as a patch. */
  hold(indexes: number[]) {
    this.held = indexes
    if (this.isOpen) void this.hub.invoke('Hold', indexes).catch(() => undefined)
  }

  /** The values of layers at a frame, as this bench sees the graphic. */
  async read(layers: string[], frame: number): Promise<LayerInspection[]> {
    return (await this.ask<LayerInspection[]>('Read', layers, frame)) ?? []
  }

  /** Where a caret stands in a layer's words: x, top and bottom before each character and at their end, in the layer's coordinates. */
  async carets(layer: string, frame: number): Promise<number[][]> {
    return (await this.ask<number[][]>('Carets', layer, frame)) ?? []
  }

  /** What a person should know before an edit is made; null when there is nothing. */
  async foresee(edit: Edit): Promise<string | null> {
    return spoken(await this.ask<Noted | null>('Foresee', JSON.stringify(edit)))?.note ?? null
  }

  /** How a layer's colour stands out from what is behind it; null for one without. */
  async contrast(layer: string, frame: number): Promise<{ ratio: number; covered: number } | null> {
    // One is under way; of those that come meanwhile only the newest is asked.
    const turn = ++this.contrasts
    await this.contrasting?.catch(() => undefined)
    if (turn !== this.contrasts) return null
    const asked = this.ask<{ ratio: number; covered: number } | null>('Contrast', layer, frame)
    this.contrasting = asked
    return (await asked) ?? null
  }

  /** A value's components over frames from one to before another: for each component its numbers. */
  async trace(layer: string, address: string, from: number, to: number): Promise<number[][]> {
    return (await this.ask<number[][]>('Trace', layer, address, from, to)) ?? []
  }

  /** Asks for the reading time, which comes when it has been found. */
  askReading() {
    if (this.isOpen) void this.hub.invoke('Reading').catch(() => undefined)
  }

  /** Asks what is heard, which comes when it has been found. */
  askSounding() {
    if (this.isOpen) void this.hub.invoke('Sounding').catch(() => undefined)
  }

  /** Says who sits here. */
  introduce() {
    const { name, colour } = introduction()
    if (this.isOpen) void this.hub.invoke('Introduce', name, colour).catch(() => undefined)
  }

  /** Says which layers are selected here. */
  choose(layers: string[]) {
    this.chosen = layers
    if (this.isOpen) void this.hub.invoke('Choose', layers).catch(() => undefined)
  }

  private get isOpen() {
    return this.joined && !this.closed && this.hub.state === HubConnectionState.Connected
  }

  private take(patch: Patch) {
    if (patch.number !== this.expected && patch.number !== 0) return void this.join()
    this.expected = patch.number + 1
    this.listener.onPatch(patch)
  }

  private lost() {
    this.joined = false
    if (!this.closed) this.listener.onLine('lost')
  }

  private async join() {
    while (!this.closed && this.hub.state === HubConnectionState.Connected) {
      this.expected = 0
      try {
        const refusal = await this.hub.invoke<Refusal | null>('Join', this.graphic, session)
        if (this.closed) return
        if (refusal) return this.listener.onRefusal(spoken(refusal))
        this.joined = true
        this.listener.onLine('open')
        this.hold(this.held)
        this.introduce()
        this.choose(this.chosen)
        if (this.waiting !== undefined && !this.previewing) void this.sendPreviews()
        return
      } catch {
        this.lost()
        await pause()
      }
    }
  }

  private async sendPreviews() {
    this.previewing = true
    try {
      // A preview that waits while the line is down goes out when it is back.
      while (this.waiting !== undefined && this.isOpen) {
        const { method, text } = this.waiting
        this.waiting = undefined
        await this.call(() => undefined, method, text)
      }
    } finally {
      this.previewing = false
    }
  }

  private async ask<T>(method: string, ...args: unknown[]): Promise<T | undefined> {
    if (!this.isOpen) return undefined
    return JSON.parse(await this.hub.invoke<string>(method, ...args)) as T
  }

  /** @param onLost what to do instead of telling, when the line was lost on the way. */
  private async call(onLost: (() => void) | undefined, method: string, ...args: unknown[]): Promise<boolean> {
    if (!this.isOpen) {
      if (onLost) onLost()
      else
        this.listener.onRefusal({
          message: t('The server is not reachable.'),
          remedy: t('Nothing was changed; it is tried again every second.'),
        })
      return false
    }
    try {
      const refusal = await this.hub.invoke<Refusal | null>(method, ...args)
      if (this.closed) return !refusal
      if (refusal) this.listener.onRefusal(spoken(refusal))
      return !refusal
    } catch {
      if (this.closed) return false
      if (onLost) onLost()
      else
        this.listener.onRefusal({
          message: t('The line was lost on the way.'),
          remedy: t('See whether it was done, and do it again if not.'),
        })
      return false
    }
  }
}

/** What a person should know of an edit. */
interface Noted {
  note: string
}

const pause = () => new Promise((again) => setTimeout(again, RETRY_MS))
