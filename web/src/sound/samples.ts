/** Samples a second, as the core counts them. */
export const SAMPLE_RATE = 48_000

const CHUNK_SECONDS = 5
const CHUNK = CHUNK_SECONDS * SAMPLE_RATE
const MOST_KEPT = 24

/** The sample with which a frame begins: the nearest one. */
export function sampleOf(frame: number, rate: string): number {
  const [up, down = 1] = rate.split('/').map(Number)
  return Math.round((frame * SAMPLE_RATE * down) / up!)
}

/** A stretch of what is heard, and where it lies in its buffer. */
export interface Piece {
  buffer: AudioBuffer
  /** Samples into the buffer. */
  offset: number
  count: number
}

/** What is heard, fetched in pieces of some seconds; the pieces used last are kept. */
export class HeardSamples {
  private readonly kept = new Map<string, Promise<AudioBuffer | null>>()

  constructor(private readonly context: BaseAudioContext) {}

  /** The stretch from a sample on, as far as its piece reaches; null when there is none, or the server does not know the key any more. */
  async from(key: string, sample: number): Promise<Piece | null> {
    const index = Math.floor(sample / CHUNK)
    const buffer = await this.chunk(key, index)
    const offset = sample - index * CHUNK
    return buffer && offset < buffer.length ? { buffer, offset, count: buffer.length - offset } : null
  }

  private chunk(key: string, index: number): Promise<AudioBuffer | null> {
    const id = `${key} ${index}`
    const found = this.kept.get(id) ?? this.fetch(key, index)
    this.kept.delete(id)
    this.kept.set(id, found)
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST_KEPT) break
      this.kept.delete(oldest)
    }
    return found
  }

  private async fetch(key: string, index: number): Promise<AudioBuffer | null> {
    try {
      const answer = await fetch(`/api/heard/${key}/samples?from=${index * CHUNK}&count=${CHUNK}`)
      if (!answer.ok) {
        // A server that was started anew knows the key again once it has been asked what is heard.
        this.kept.delete(`${key} ${index}`)
        return null
      }
      const both = new Float32Array(await answer.arrayBuffer())
      if (both.length === 0) return null
      const buffer = this.context.createBuffer(2, both.length / 2, SAMPLE_RATE)
      const [left, right] = [buffer.getChannelData(0), buffer.getChannelData(1)]
      for (let i = 0; i < left.length; i++) {
        left[i] = both[2 * i]!
        right[i] = both[2 * i + 1]!
      }
      return buffer
    } catch {
      // The line is down: nothing is heard, and the next piece is asked for anew.
      this.kept.delete(`${key} ${index}`)
      return null
    }
  }
}
