import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { api, data } from '../api/client'
import { takeApart } from '../acts/placing'
import { FieldInput } from '../fields/FieldInput'
import type { FieldFacts } from '../fields/take'
import { several } from '../live/edits'
import type { Asset } from '../live/core.gen'
import type { Edit } from '../live/document'
import { Choice, Labelled } from '../shell/controls'
import { useDocument } from '../stores/documentStore'
import { adding } from '../stores/sources'
import { useOfLayer } from '../stores/ofLayer'
import { Act } from './Act'
import { FieldMark } from './FieldMark'
import { Section } from './Section'
import { t } from '../words/words'
import { isPlaced } from '../live/kinds'

/** Values of a placed graphic that are shown here and not among the others. */
export const placedSettings = ['of', 'filled', 'colourway']

/** A placed graphic: where it is made, what its fields are filled with, and the colourway that it shows. */
export function PlacedDetails({ id }: { id: string }) {
  const { graphic: host } = useParams()
  const content = useOfLayer(id, (l) => (isPlaced(l.content) ? l.content : null))
  const key = content?.of ?? ''
  const carried = useDocument((s) => s.graphic?.placed?.[key])
  const palette = useDocument((s) => s.graphic?.palette)
  const { edit } = useDocument.getState()
  const desk = useQuery({
    queryKey: ['desk', key],
    queryFn: () => data(api.GET('/api/graphics/{id}/desk', { params: { path: { id: key } } })),
    enabled: key !== '',
    retry: false,
  })
  if (!content || !carried) return null
  const filled = new Map(content.filled ?? [])
  const set = (address: string, value: unknown): Edit => ({ do: 'setValue', layer: id, address, value, at: 0 })
  const filling = (field: FieldFacts, text: string, first: Edit[] = []): Edit => {
    const next = new Map(filled)
    if (text === field.default) next.delete(field.name)
    else next.set(field.name, text)
    return several([...first, set('filled', [...next])])
  }
  const roles = palette?.colourways.find((c) => c.name === palette.current)
  return (
    <Section title={carried.name}>
      <Flex gap="4px" mb="8px" wrap="wrap">
        {desk.data && (
          <Button asChild size="xs" variant="outline" borderColor="line" h="24px">
            <Link to={`/bench/${key}?from=${host}&layer=${id}`}>{t('Open it')}</Link>
          </Button>
        )}
        <Act
          name={t('Take apart')}
          title={t('Makes an ordinary group of it; what is changed in the original does not reach it any more')}
          onClick={() => void takeApart([id])}
        />
      </Flex>
      {desk.isError && (
        <Text fontSize="12px" color="soft" mb="8px">
          {t('The graphic that it was made as is not on this rack. It stays as it is here.')}
        </Text>
      )}
      {palette && palette.colourways.length > 1 && (
        <Labelled label={t('Colourway')}>
          <Choice
            label={t('Colourway')}
            value={content.colourway ?? ''}
            options={[{ value: '', label: t('As all') }, ...palette.colourways.map((c) => ({ value: c.name, label: c.name }))]}
            onChange={(e) => void edit(set('colourway', e.target.value))}
          />
        </Labelled>
      )}
      {desk.data?.fields.map((field) => (
        <Flex key={field.name} align="start" gap="2px">
          <PlacedField
            field={field}
            value={filled.get(field.name) ?? field.default}
            roles={(palette?.roles ?? []).map((name) => ({ name, colour: roles?.colours[name] ?? '#808080' }))}
            filling={filling}
          />
          <FieldMark layerId={id} address={`filled/${wordOf(field.name)}`} label={field.name} />
        </Flex>
      ))}
    </Section>
  )
}

interface FieldProps {
  field: FieldFacts
  value: string
  roles: { name: string; colour: string }[]
  filling: (field: FieldFacts, text: string, first?: Edit[]) => Edit
}

/** A field of a placed graphic: what is typed is seen at once, and kept when the field is left. */
function PlacedField({ field, value, roles, filling }: FieldProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const { edit, preview } = useDocument.getState()
  const isTyped = !['choice', 'flag', 'picture', 'sound'].includes(field.kind)
  const keep = (text: string, first?: Edit[]) => {
    setTyped(null)
    if (text !== value) void edit(filling(field, text, first))
  }
  return (
    <Box
      flex="1"
      minW="0"
      onBlur={(e) => typed !== null && !e.currentTarget.contains(e.relatedTarget) && keep(typed)}
      onKeyDown={(e) => {
        if (typed !== null && e.key === 'Enter' && field.mostLines === 1) keep(typed)
        if (typed !== null && e.key === 'Escape') {
          setTyped(null)
          preview(null)
        }
        e.stopPropagation()
      }}
    >
      <FieldInput
        field={field}
        value={typed ?? value}
        problem={null}
        roles={roles}
        onChange={(text) => {
          if (!isTyped || text === field.default) return keep(text)
          setTyped(text)
          preview(filling(field, text))
        }}
        onPicture={(hash: string, asset: Asset) => keep(hash, [adding('picture', hash, asset)])}
        onRefused={(message) => useDocument.getState().refuse({ message, remedy: '' })}
      />
    </Box>
  )
}

/** The name of a field as a word of an address, as the core has it. */
const wordOf = (name: string) =>
  [...Array(name.length).keys()].map((i) => (/[A-Za-z0-9]/.test(name[i]!) ? name[i]! : `-${name.charCodeAt(i).toString(16)}-`)).join('')
