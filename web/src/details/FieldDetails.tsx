import { Box, Flex, Grid, Image, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, Eye, Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { api, data } from '../api/client'
import type { Field, WhenLong } from '../live/core.gen'
import { CommittedInput } from '../shell/CommittedInput'
import { Choice, Labelled, Tool } from '../shell/controls'
import { NumberField } from '../shell/NumberField'
import { Tick } from '../shell/Tick'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { fieldsOf, toggleField } from './fields'
import { Section } from './Section'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

const longWays: { value: WhenLong; label: string }[] = [
  { value: 'asSet', label: t('As the layer says') },
  { value: 'fit', label: t('Made smaller') },
  { value: 'wrap', label: t('Broken into lines') },
  { value: 'refuse', label: t('Not taken') },
]

/** The fields of the graphic, or of one layer: what editors are asked for, in which order, and within which limits. */
export function FieldDetails({ layerId }: { layerId?: string }) {
  const fields = useDocument((s) => s.graphic?.fields)
  const shown = layerId ? fieldsOf(fields, layerId) : (fields ?? [])
  const hides = layerId !== undefined && fieldsOf(fields, layerId, 'shown').length > 0
  return (
    <Section
      title={t('Fields for editors')}
      tools={
        layerId && (
          <Tool
            label={hides ? t('Editors no longer show or hide it') : t('Let editors show or hide it')}
            on={hides}
            minW="24px"
            h="24px"
            onClick={() => void toggleField(layerId, 'shown', t('Shown'), false)}
          >
            <Eye size={14} />
          </Tool>
        )
      }
    >
      {shown.length === 0 && (
        <Text color="soft" fontSize="12px">
          {layerId
            ? t('None. Press the sign beside a value to let editors fill it.')
            : t('None yet. Select a layer, and press the sign beside a value.')}
        </Text>
      )}
      {shown.map((f) => (
        <FieldCard key={f.name} field={f} place={(fields ?? []).indexOf(f)} count={fields?.length ?? 0} open={layerId !== undefined} />
      ))}
    </Section>
  )
}

function FieldCard({ field, place, count, open: begun }: { field: Field; place: number; count: number; open: boolean }) {
  const [open, setOpen] = useState(begun)
  const { edit } = useDocument.getState()
  const layers = useDocument((s) => s.graphic?.layers)
  const set = (part: Partial<Field>) => void edit({ do: 'setField', field: { ...field, ...part }, was: field.name })
  const inWords = field.fills.some((t) => t.address === 'text' && layers?.some((l) => l.id === t.layer && isWords(l.content)))
  const isNumber = !inWords && !field.fills.some((t) => ['asset', 'shown', 'fill', 'sound'].includes(t.address))
  return (
    <Box
      border="1px solid"
      borderColor="line"
      borderRadius="6px"
      mb="6px"
      p="4px 6px"
      role="group"
      aria-label={t('Field {name}', { name: field.name })}
    >
      <Flex align="center" gap="2px">
        <Tool
          label={open ? t('Put {name} away', { name: field.name }) : t('Settings of {name}', { name: field.name })}
          minW="24px"
          h="24px"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </Tool>
        <Text flex="1" truncate fontSize="12px" fontWeight="600">
          {field.name}
        </Text>
        <Tool
          label={t('{name} sooner', { name: field.name })}
          minW="24px"
          h="24px"
          disabled={place === 0}
          onClick={() => void edit({ do: 'orderField', name: field.name, to: place - 1 })}
        >
          <ArrowUp size={13} />
        </Tool>
        <Tool
          label={t('{name} later', { name: field.name })}
          minW="24px"
          h="24px"
          disabled={place === count - 1}
          onClick={() => void edit({ do: 'orderField', name: field.name, to: place + 1 })}
        >
          <ArrowDown size={13} />
        </Tool>
        <Tool
          label={t('Take the field {name} away', { name: field.name })}
          minW="24px"
          h="24px"
          onClick={() => void edit({ do: 'removeField', name: field.name })}
        >
          <Trash2 size={13} />
        </Tool>
      </Flex>
      {open && (
        <Box pt="4px">
          <Labelled label={t('Asked for as')}>
            <CommittedInput value={field.name} onCommit={(name) => set({ name })} />
          </Labelled>
          <Labelled label={t('Help')}>
            <CommittedInput
              value={field.help ?? ''}
              placeholder={t('a sentence for who fills it')}
              onCommit={(help) => set({ help: help || undefined })}
            />
          </Labelled>
          <Labelled label={t('Under the heading')}>
            <CommittedInput value={field.group ?? ''} placeholder={t('none')} onCommit={(group) => set({ group: group || undefined })} />
          </Labelled>
          {inWords && <WordLimits field={field} set={set} />}
          {isNumber && (
            <Grid templateColumns="1fr 1fr" gap="6px" mb="4px">
              <Limit label={t('Least')} value={field.least} onChange={(least) => set({ least })} />
              <Limit label={t('Greatest')} value={field.greatest} onChange={(greatest) => set({ greatest })} />
            </Grid>
          )}
          <Text fontSize="12px" color="soft">
            {t('Fills {value}', {
              value: field.fills.map((t) => `${layers?.find((l) => l.id === t.layer)?.name ?? '?'}: ${t.address}`).join(', '),
            })}
          </Text>
          {inWords && <Trial field={field} />}
        </Box>
      )}
    </Box>
  )
}

function WordLimits({ field, set }: { field: Field; set: (part: Partial<Field>) => void }) {
  const way = field.whenLong ?? 'asSet'
  return (
    <>
      <Labelled label={t('Words that are too wide are')}>
        <Choice
          label={t('Words that are too wide are')}
          options={longWays}
          value={way}
          onChange={(e) => set({ whenLong: e.target.value as WhenLong })}
        />
      </Labelled>
      <Grid templateColumns="1fr 1fr 1fr" gap="6px" mb="4px">
        <Limit label={t('Width, px')} value={field.width} onChange={(width) => set({ width })} />
        <Limit label={t('Characters')} value={field.mostCharacters} onChange={(mostCharacters) => set({ mostCharacters })} />
        <Limit label={t('Lines')} value={field.mostLines} onChange={(mostLines) => set({ mostLines })} />
      </Grid>
      <Tick checked={field.mayBeEmpty ?? false} onChange={(mayBeEmpty) => set({ mayBeEmpty })}>
        {t('May be empty')}
      </Tick>
    </>
  )
}

/** A limit; an empty one is none. */
function Limit({ label, value, onChange }: { label: string; value: number | undefined; onChange: (value: number | undefined) => void }) {
  return (
    <Labelled label={label}>
      {value === undefined ? (
        <CommittedInput
          label={label}
          value=""
          placeholder={t('any')}
          onCommit={(text) => {
            const number = Number(text.replace(',', '.'))
            if (text && Number.isFinite(number)) onChange(number)
          }}
        />
      ) : (
        <Flex gap="2px">
          <NumberField label={label} value={value} digits={1} onChange={onChange} />
          <Tool
            label={t('No limit of {label}', { label: label.toLowerCase() })}
            minW="24px"
            w="24px"
            h="24px"
            onClick={() => onChange(undefined)}
          >
            ×
          </Tool>
        </Flex>
      )}
    </Labelled>
  )
}

/** How long the graphic has to rest before a field is tried: that takes as long as many pictures. */
const REST_MS = 900

/** What the field looks like with the longest wide words that it takes, and what they break. */
function Trial({ field }: { field: Field }) {
  const { graphic: id } = useParams()
  const { painted, saving } = usePick(useDocument, 'painted', 'saving')
  const [rested, setRested] = useState(-1)
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(painted), REST_MS)
    return () => window.clearTimeout(timer)
  }, [painted])
  const trial = useQuery({
    queryKey: ['trial', id, field.name, rested],
    queryFn: () => data(api.GET('/api/graphics/{id}/trials', { params: { path: { id: id! }, query: { field: field.name } } })),
    enabled: saving === 0 && id !== undefined && rested >= 0,
    placeholderData: (before) => before,
    gcTime: 0,
  }).data
  const [look, setLook] = useState(false)
  if (!trial) return null
  return (
    <Box mt="6px" p="6px" borderRadius="4px" bg={trial.finding ? 'badRoom' : 'room'} fontSize="12px">
      {trial.finding
        ? `${trial.finding.problem.message} ${trial.finding.problem.remedy}`
        : t('Tried with {fits} wide letters: nothing breaks.', { fits: trial.fits })}{' '}
      <Box asChild textDecoration="underline" minH="24px">
        <button type="button" aria-expanded={look} onClick={() => setLook(!look)}>
          {look ? t('Enough') : t('Look')}
        </button>
      </Box>
      {look && (
        <Box className="checker" mt="4px">
          <Image
            src={`/api/graphics/${id}/trials/still?field=${encodeURIComponent(field.name)}&of=${rested}`}
            alt={t('{name} with its longest words', { name: field.name })}
            w="100%"
          />
        </Box>
      )}
    </Box>
  )
}
