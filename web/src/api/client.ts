import createClient from 'openapi-fetch'
import type { components, paths } from './schema'
import { spoken } from '../words/spoken'
import { t } from '../words/words'

export type Schemas = components['schemas']

export const api = createClient<paths>({ baseUrl: '' })

/** Told when the server wants to know who asks. */
export const signedOut = new EventTarget()

const UNAUTHORIZED = 401

/** What the server says when it refuses: what is wrong, and what to do. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly remedy: string,
    /** The value concerned, where there is one. */
    readonly field?: string,
  ) {
    super(message)
  }
}

/** The data of an answer; throws what the server refused with. */
export async function data<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await answer
  if (response.status === UNAUTHORIZED && !new URL(response.url).pathname.startsWith('/api/session'))
    signedOut.dispatchEvent(new Event('signedOut'))
  if (!response.ok) {
    const problem = spoken(error) as { title?: string; detail?: string; field?: string } | undefined
    throw new Refused(
      problem?.title ?? t('The server answered {status}.', { status: response.status }),
      problem?.detail ?? t('Try again.'),
      problem?.field,
    )
  }
  return spoken(data as T)
}

/** Sends a file as it is; the server judges it by its content. */
export async function send<T>(path: string, file: File): Promise<T> {
  const response = await fetch(`${path}?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  })
  const body = (await response.json().catch(() => undefined)) as unknown
  return data(Promise.resolve({ data: body as T, error: body, response }))
}

/** Gives a font to a graphic's package. */
export const addFont = (graphic: string, file: File) => send<Schemas['OwnFont']>(`/api/graphics/${graphic}/fonts`, file)
