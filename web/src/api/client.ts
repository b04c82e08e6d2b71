import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']

export const api = createClient<paths>({ baseUrl: '' })

/** What the server says when it refuses: what is wrong, and what to do. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly remedy: string,
  ) {
    super(message)
  }
}

/** The data of an answer; throws what the server refused with. */
export async function data<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await answer
  if (!response.ok) {
    const problem = error as { title?: string; detail?: string } | undefined
    throw new Refused(problem?.title ?? `The server answered ${response.status}.`, problem?.detail ?? 'Try again.')
  }
  return data as T
}

/** Takes in a picture file; the server checks it by its content. */
/** Gives a font to a graphic's package. */
export async function addFont(graphic: string, file: File): Promise<Schemas['OwnFont']> {
  const response = await fetch(`/api/graphics/${graphic}/fonts?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  })
  const body = (await response.json().catch(() => undefined)) as unknown
  return data(Promise.resolve({ data: body as Schemas['OwnFont'], error: body, response }))
}

export async function addPicture(file: File): Promise<Schemas['AddedPicture']> {
  const response = await fetch(`/api/pictures?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  })
  const body = (await response.json().catch(() => undefined)) as unknown
  return data(Promise.resolve({ data: body as Schemas['AddedPicture'], error: body, response }))
}
