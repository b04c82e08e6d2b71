import { Box, Button, Grid } from '@chakra-ui/react'
import { ChevronDown, ChevronLeft, ChevronRight, Spline } from 'lucide-react'
import { memo, useState, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { useOfLayer, useStageLayers } from '../stores/ofLayer'
import { usePlayback } from '../stores/playbackStore'
import type { ChangeLayer } from '../live/core.gen'
import { keyPlaces, valueAt } from '../live/document'
import { CommittedInput } from '../shell/CommittedInput'
import { Choice, Labelled, Tool } from '../shell/controls'
import { makePaths } from '../acts/shapes'
import { Section } from './Section'
import { EffectDetails } from './EffectDetails'
import { FieldDetails } from './FieldDetails'
import { FeatureTicks } from './FeatureTicks'
import { GroupTools } from './GroupTools'
import { MaskDetails } from './MaskDetails'
import { MixDetails } from './MixDetails'
import { SoundLoudness } from './SoundDetails'
import { PlacedDetails, placedSettings } from './PlacedDetails'
import { ReadingNote } from './ReadingNote'
import { AlignDetails } from './SeveralDetails'
import { TypeDetails, typeSettings } from './TypeDetails'
import { ownValues, type Placed } from '../values/valueInfo'
import { ValueRow } from './ValueRow'
import { said, t } from '../words/words'
import { kinds } from '../live/kinds.gen'

/** One layer: what it is, then its values at the playhead, then what is done to its picture. Each part is drawn again only when its own has changed. */
export const LayerDetails = memo(function LayerDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const kind = useOfLayer(id, (l) => l.content.kind)
  const content = choices.contents.find((c) => c.name === kind)
  if (kind === null) return null
  const facts = kinds[kind]
  return (
    <>
      <Findings id={id} />
      <Section
        title={content?.title ?? kind}
        tools={
          content?.hasEdge &&
          !facts.dotted && (
            // What is lost by it is said first.
            <Tool label={t('Make a path')} minW="24px" h="24px" onClick={() => void makePaths()}>
              <Spline size={14} />
            </Tool>
          )
        }
      >
        <Identity id={id} choices={choices} />
        {content?.isGroup && <GroupTools id={id} />}
      </Section>
      {content?.runs && <RunLength id={id} />}
      {facts.places && <PlacedDetails id={id} />}
      {facts.words && <ReadingNote />}
      {facts.heard && <SoundLoudness />}
      <Values id={id} choices={choices} />
      <FieldDetails layerId={id} />
      {!content?.isInvisible && <AlignDetails count={1} />}
      {!content?.isInvisible && <MaskDetails id={id} choices={choices} />}
      {!content?.isInvisible && <EffectDetails id={id} choices={choices} />}
      {!content?.isInvisible && <MixDetails id={id} choices={choices} />}
    </>
  )
})

/** What runs by itself can be what the graphic is as long as. */
function RunLength({ id }: { id: string }) {
  const { edit } = useDocument.getState()
  return (
    <Button
      size="xs"
      variant="outline"
      borderColor="line"
      mb="8px"
      w="100%"
      title={t('Makes Hold as long as it takes')}
      onClick={() => void edit({ do: 'fitLength', layer: id })}
    >
      {t('As long as it runs')}
    </Button>
  )
}

function Findings({ id }: { id: string }) {
  const { findings } = usePick(useDocument, 'findings')
  return findings
    .filter((f) => f.layer === id)
    .map(({ message, remedy }) => (
      <Box key={message} role="note" bg="badRoom" borderRadius="4px" p="6px" mb="8px" fontSize="12px">
        {message} {remedy}
      </Box>
    ))
}

/** Name, font and carrier. */
function Identity({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const layer = useOfLayer(id, ({ name, hangsFrom, content }) => ({ name, hangsFrom, kind: content.kind }))
  const others = useStageLayers(choices.contents).filter((l) => l.id !== id)
  const isOnStage = choices.contents.find((c) => c.name === layer?.kind)?.isOnStage ?? true
  const change = (part: Partial<ChangeLayer>) => void edit({ do: 'changeLayer', layer: id, ...part })
  if (!layer) return null
  return (
    <>
      <Labelled label={t('Name')}>
        <CommittedInput value={layer.name} onCommit={(name) => change({ name })} />
      </Labelled>
      <TypeDetails id={id} choices={choices} />
      <Grid templateColumns="1fr 1fr" gap="6px">
        {isOnStage && (
          <Labelled label={t('Hangs from')}>
            <Choice
              label={t('Hangs from')}
              value={layer.hangsFrom ?? ''}
              options={[{ value: '', label: t('Nothing') }, ...others.map((l) => ({ value: l.id, label: l.name }))]}
              onChange={(e) => change({ hangsFrom: e.target.value, at: usePlayback.getState().frame })}
            />
          </Labelled>
        )}
      </Grid>
    </>
  )
}

/** The values of the layer and its content that are shown under a title; undefined: those with none. */
function useParts(id: string, choices: Schemas['Choices']) {
  const layer = useDocument((s) => s.graphic?.layers.find((l) => l.id === id))
  if (!layer) return { layer: null, parts: new Map<string, Placed[]>() }
  const parts = new Map<string, Placed[]>()
  for (const v of ownValues(layer, choices)) {
    if (kinds[layer.content.kind].words && typeSettings.includes(v.address)) continue
    if (kinds[layer.content.kind].places && placedSettings.includes(v.address)) continue
    parts.set(v.info.part, [...(parts.get(v.info.part) ?? []), v])
  }
  return { layer, parts }
}

/** Every value of the layer and its content; those that belong together are put away until they are used. */
function Values({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { layer, parts } = useParts(id, choices)
  if (!layer) return null
  const row = (v: Placed) => <ValueRow key={v.address} layerId={id} address={v.address} channel={valueAt(layer, v.address)} info={v.info} />
  return (
    <>
      <Section title={t('At the playhead')} tools={<KeySteps id={id} />}>
        {(parts.get('') ?? []).map(row)}
      </Section>
      {[...parts]
        .filter(([part]) => part !== '')
        .map(([part, values]) => (
          <Part key={part} name={said(part)} used={values.some((v) => valueAt(layer, v.address) !== undefined)}>
            {part === 'Setting' && <FeatureTicks id={id} choices={choices} />}
            {values.map(row)}
          </Part>
        ))}
    </>
  )
}

/** Values under a title of their own. */
function Part({ name, used, children }: { name: string; used: boolean; children: ReactNode }) {
  const [open, setOpen] = useState(used)
  return (
    <Section
      title={name}
      tools={
        <Tool
          label={open ? t('Put {name} away', { name: name.toLowerCase() }) : t('Show {name}', { name: name.toLowerCase() })}
          minW="24px"
          h="24px"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </Tool>
      }
    >
      {open && children}
    </Section>
  )
}

/** Takes the playhead to the layer's next keyframe in either direction. */
function KeySteps({ id }: { id: string }) {
  const { frame } = usePick(usePlayback, 'frame')
  const { seek } = usePlayback.getState()
  const frames = useOfLayer(id, (l) => keyPlaces(l).map((k) => k.at)) ?? []
  const earlier = Math.max(...frames.filter((f) => f < frame))
  const later = Math.min(...frames.filter((f) => f > frame))
  if (frames.length === 0) return null
  return (
    <>
      <Tool label={t('Earlier keyframe')} minW="24px" h="24px" disabled={!Number.isFinite(earlier)} onClick={() => seek(earlier)}>
        <ChevronLeft size={14} />
      </Tool>
      <Tool label={t('Later keyframe')} minW="24px" h="24px" disabled={!Number.isFinite(later)} onClick={() => seek(later)}>
        <ChevronRight size={14} />
      </Tool>
    </>
  )
}
