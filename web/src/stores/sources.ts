import { Refused, send } from '../api/client'
import type { Edit } from '../live/document'
import { sources, type SourceFacts, type SourceName } from '../live/sources.gen'
import { useDocument } from './documentStore'
import { t } from '../words/words'

/** What a person may choose for a source of a kind: media types, and endings for systems that know no types. */
export const acceptOf = (kind: SourceName): string => [...sources[kind].types, ...sources[kind].endings].join()

/** The kind of source that a file says it is, by its type or by its ending; the server judges it by its content. */
export const sourceOf = (file: File): SourceName | undefined =>
  (Object.keys(sources) as SourceName[]).find(
    (kind) =>
      sources[kind].types.some((type) => type.split('/')[0] === file.type.split('/')[0]) ||
      (file.type === '' && sources[kind].endings.some((ending) => file.name.toLowerCase().endsWith(ending))),
  )

/** Takes in a file. */
export const addSource = async <K extends SourceName>(kind: K, file: File): Promise<{ hash: string; facts: SourceFacts[K] }> => {
  const { hash, ...facts } = await send<{ hash: string } & SourceFacts[K]>(`/api/${sources[kind].folder}/`, file)
  return { hash, facts: facts as unknown as SourceFacts[K] }
}

/** What makes a source known to the document. */
export const adding = <K extends SourceName>(kind: K, hash: string, facts: SourceFacts[K]): Edit => ({
  do: 'addSources',
  [sources[kind].member]: { [hash]: facts },
})

/** Sends a file, and does with it what it was chosen for; a refusal is told. */
export async function withSource<K extends SourceName>(
  kind: K,
  file: File,
  act: (hash: string, facts: SourceFacts[K]) => Promise<unknown>,
) {
  try {
    const { hash, facts } = await addSource(kind, file)
    await act(hash, facts)
  } catch (e) {
    const refused = e instanceof Refused ? e : new Refused(t('“{name}” could not be sent.', { name: file.name }), t('Try again.'))
    useDocument.getState().refuse({ message: refused.message, remedy: refused.remedy })
  }
}
