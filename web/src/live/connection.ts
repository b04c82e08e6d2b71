import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { Edit } from './edits'
import type { Patch, Refusal, WindowPart } from './messages'

export interface LayerReading {
  id: string
  channels: Record<string, number[]>
  world: number[]
  bounds: number[]
  /** For each idle motion: how long a cycle takes, and the span's length with whole frames for each. */
  idles: { framesPerCycle: number; evenLength: number }[]
}

interface Listener {
  onPatch: (patch: Patch) => void
  onLine: (line: 'open' | 'lost') => void
  onRefusal: (refusal: Refusal) => void
  onNote: (note: string) => void
}

/** Whether the words can be read, as the core judges it. */
export interface ReadingTime {
  words: number
  needs: number
  needsCalmly: number
  stands: number
  holdThatWouldDo: number
}

/** The live line between this bench and its graphic. Previews overtake each other: only the newest waits while one is under way. */
export class LiveConnection {
  private readonly hub: HubConnection
  private readonly graphic: string
  private readonly listener: Listener
  private waiting: Edit | null | undefined
  private previewing = false
  private expected = 0

  constructor(graphic: string, listener: Listener) {
    this.graphic = graphic
    this.listener = listener
    this.hub = new HubConnectionBuilder()
      .withUrl('/live')
      .withHubProtocol(new MessagePackHubProtocol())
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 1000 })
      .configureLogging(LogLevel.None)
      .build()
    this.hub.on('patched', (patch: Patch) => {
      if (patch.number !== this.expected && patch.number !== 0) return void this.join()
      this.expected = patch.number + 1
      listener.onPatch(patch)
    })
    this.hub.on('noted', (note: string) => listener.onNote(note))
    this.hub.onreconnecting(() => listener.onLine('lost'))
    this.hub.onreconnected(() => this.join())
  }

  async open() {
    for (;;) {
      try {
        await this.hub.start()
        return this.join()
      } catch {
        this.listener.onLine('lost')
        await new Promise((again) => setTimeout(again, 1000))
      }
    }
  }

  close() {
    void this.hub.stop()
  }

  /** Applies and keeps an edit. True when it was taken. */
  async edit(edit: Edit): Promise<boolean> {
    this.waiting = undefined
    return this.call('Edit', JSON.stringify(edit))
  }

  /** Shows what an edit would do, without keeping it; null ends that. */
  preview(edit: Edit | null) {
    this.waiting = edit
    if (!this.previewing) void this.sendPreviews()
  }

  undo = () => this.call('Undo')

  redo = () => this.call('Redo')

  /** Windows that were not sent yet. */
  want(indexes: number[]): Promise<WindowPart[]> {
    return this.isOpen ? this.hub.invoke<WindowPart[]>('Want', indexes) : Promise.resolve([])
  }

  /** The values of layers at a frame, as this bench sees the graphic. */
  async read(layers: string[], frame: number): Promise<LayerReading[]> {
    if (!this.isOpen) return []
    return JSON.parse(await this.hub.invoke<string>('Read', layers, frame)) as LayerReading[]
  }

  /** A channel's components over frames from one to before another: for each component its values. */
  async trace(layer: string, channel: string, from: number, to: number): Promise<number[][]> {
    if (!this.isOpen) return []
    return JSON.parse(await this.hub.invoke<string>('Trace', layer, channel, from, to)) as number[][]
  }

  async reading(): Promise<ReadingTime | undefined> {
    if (!this.isOpen) return undefined
    return JSON.parse(await this.hub.invoke<string>('Reading')) as ReadingTime
  }

  private get isOpen() {
    return this.hub.state === HubConnectionState.Connected
  }

  private async join() {
    this.expected = 0
    const refusal = await this.hub.invoke<Refusal | null>('Join', this.graphic)
    if (refusal) this.listener.onRefusal(refusal)
    else this.listener.onLine('open')
  }

  private async sendPreviews() {
    this.previewing = true
    while (this.waiting !== undefined) {
      const edit = this.waiting
      this.waiting = undefined
      await this.call('Preview', edit ? JSON.stringify(edit) : '')
    }
    this.previewing = false
  }

  private async call(method: string, ...args: unknown[]): Promise<boolean> {
    if (!this.isOpen) {
      this.listener.onRefusal({ message: 'The server is not reachable.', remedy: 'Nothing was changed; it is tried again every second.' })
      return false
    }
    const refusal = await this.hub.invoke<Refusal | null>(method, ...args)
    if (refusal) this.listener.onRefusal(refusal)
    return !refusal
  }
}
